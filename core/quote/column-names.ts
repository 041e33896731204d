/** What a column of a pasted sheet may hold: a line's cell, or a part of a place. */
export const columnKinds = [
  'origin',
  'origin_city',
  'origin_region',
  'origin_postal',
  'dest',
  'dest_city',
  'dest_region',
  'dest_postal',
  'equipment',
  'weight',
  'pickup',
  'pickup_to',
  'loads',
  'commodity',
  'extras',
  'price',
  'theirs',
  'comment',
] as const
export type ColumnKind = (typeof columnKinds)[number]

const sideWords: [RegExp, 'origin' | 'dest'][] = [
  [/\b(origin|orig|o|from|shipper|source|pick ?up|pu|ship from)\b/, 'origin'],
  [/\b(destination|dest|d|to|consignee|receiver|delivery|deliver|drop|del|ship to)\b/, 'dest'],
]

const partWords: [RegExp, 'city' | 'region' | 'postal'][] = [
  [/\b(zip|zipcode|postal|postcode|zip code|postal code)\b/, 'postal'],
  [/\b(state|st|prov|province|region)\b/, 'region'],
  [/\b(city|town)\b/, 'city'],
]

/** Heads of one column each, in the order in which they are tried. */
const wholeHeads: [RegExp, ColumnKind][] = [
  [/\b(pick ?up|pu|ship|ready|load|start|earliest)( ?(date|day|by))\b|^(date|pickup window|window|ready)$/, 'pickup'],
  [/\b(latest|last|pickup (to|end)|end)( ?(date|day))\b|^(pickup to|latest)$/, 'pickup_to'],
  [/\b(equipment|equip|trailer|truck type|trailer type|mode|eq)\b/, 'equipment'],
  [/\b(weight|wt|lbs|pounds|avg weight|kg)\b/, 'weight'],
  [/\b(volume|loads|shipments|qty|count|moves|annual volume|loads year|frequency|number of loads)\b/, 'loads'],
  [/\b(commodity|product|freight|goods|material|description)\b/, 'commodity'],
  [/\b(accessorials?|extras?|extra charges?|surcharges?)\b/, 'extras'],
  [/\b(target|current|incumbent|paid|they pay|benchmark|last year|historic)( ?(rate|price|cost))?\b/, 'theirs'],
  [/^(our )?(rate|price|bid|quote|all in|cost)( ?(usd|all in))?$/, 'price'],
  [/\b(comments?|notes?|remarks?|instructions|special requirements)\b/, 'comment'],
]

/** What a column's head says it holds (`Orig City`, `O ST`, `Dest Zip`, `Avg Wt (lbs)`, `Annual Volume`); null for none of ours. */
export function resolveHeader(head: string): ColumnKind | null {
  const words = head
    .toLowerCase()
    .replace(/[_\-./#()]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
  if (words === '' || words.length > 40) return null
  const part = partWords.find(([spelling]) => spelling.test(words))?.[1]
  const side = sideWords.find(([spelling]) => spelling.test(words))?.[1]
  if (side && part) return `${side}_${part}`
  const whole = wholeHeads.find(([spelling]) => spelling.test(words))?.[1]
  if (whole) return whole
  const onlySide = words.replace(/\b(location|point|place|name|address)\b/g, '').trim()
  return side && onlySide.split(' ').length <= 2 ? side : null
}
