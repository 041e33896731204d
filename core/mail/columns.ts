/** A cell of a table with where its text begins. */
export interface Cell {
  text: string
  from: number
}

export const columnKinds = [
  'skip',
  'place',
  'city',
  'state',
  'day',
  'equipment',
  'count',
  'destination',
  'destinationState',
  'rate',
  'perMile',
  'length',
  'weight',
  'radius',
  'until',
  'reference',
  'notes',
] as const
export type ColumnKind = (typeof columnKinds)[number]

/** What headings of columns say, the narrower first. */
const headings: readonly (readonly [ColumnKind, RegExp])[] = [
  ['reference', /^(?:load|ref(?:erence)?|order)\b.*(?:#|no|number|id)?$/],
  [
    'skip',
    /^(?:(?:truck|unit|trailer|tractor|driver|trk|tlr) ?(?:#|no\.?|number|id)|unit|driver|driver name|phone|contact|dispatcher|carrier.*|#|line|cell|mc ?#?)$/,
  ],
  ['destinationState', /^(?:dest(?:ination)?|to|d|drop|desired|pref(?:erred)?) ?(?:st|state|prov)$/],
  [
    'state',
    /^(?:(?:origin|orig|o|mt|empty|avail(?:able)?|pickup|pick up|pu|from|current) ?)?(?:st|state|prov(?:ince)?|s\/p)$/,
  ],
  ['until', /^(?:until|through|thru|avail(?:able)? (?:until|to)|end(?: date)?|latest)$/],
  ['perMile', /rpm|per mile|\/ ?mi\b|\$ ?\/ ?mi/],
  ['rate', /rate|price|^min\b|asking|\$/],
  [
    'destination',
    /dest|going|pref|want|would like|lanes?|^to\b|desired|headed|heading|likes?|where to|route|direction|deliver to|home/,
  ],
  ['radius', /radius|how far|^dh|deadhead|miles/],
  ['weight', /weight|^wt|max ?wt|lbs|pounds|^max$/],
  ['length', /length|^len\b|^ft$|feet|size/],
  [
    'count',
    /^(?:qty|quantity|count|how many|# ?(?:of)? ?(?:trucks|units)?|no\.? of.*|trucks|units|num(?:ber)?)$|# trucks|how many/,
  ],
  ['equipment', /equip|^eqp?t?\.?$|trailer|^type|truck type|^what|^tlr|body|^trl/],
  ['day', /date|when|ready|^avail(?:able)?(?: on)?$|empty on|^open(?: on)?$|^day|time|^mt$|^etd$/],
  ['city', /city(?! ?\/)|town/],
  ['place', /where|location|^loc\.?$|origin|^from|empty|^place|^mt\b|current|pick ?up|available|position|city ?\//],
  ['notes', /note|comment|remark|info/],
]

/** What a column of this heading holds; null for words that head none. `learnt` are headings of this sender, put right by a person. */
export function columnOf(heading: string, learnt?: ReadonlyMap<string, ColumnKind>): ColumnKind | null {
  const words = heading
    .toLowerCase()
    .replace(/[*_:]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
  if (words === '' || words.length > 30) return null
  return learnt?.get(words) ?? headings.find(([, pattern]) => pattern.test(words))?.[0] ?? null
}

/** The cells of a line: parted by tabs, upright lines or several spaces; a sheet's by its own sign. Null where it is no row. */
export function cellsOf(line: Cell, separator: string | null = null): Cell[] | null {
  const { text, from } = line
  const pattern = separator
    ? new RegExp(separator === ',' ? ',(?=(?:[^"]*"[^"]*")*[^"]*$)' : separator, 'g')
    : rowPattern(text)
  if (!pattern) return null
  const cells: Cell[] = []
  let start = 0
  const add = (end: number) => {
    const raw = text.slice(start, end)
    const trimmed = raw.trim().replace(/^"(.*)"$/, '$1')
    const lead = raw.indexOf(trimmed)
    cells.push({ text: trimmed, from: from + start + Math.max(0, lead) })
  }
  for (const match of text.matchAll(pattern)) {
    add(match.index)
    start = match.index + match[0].length
  }
  add(text.length)
  if (/^\s*\|/.test(text)) cells.shift()
  if (/\|\s*$/.test(text)) cells.pop()
  return cells.length > 1 ? cells : null
}

function rowPattern(text: string): RegExp | null {
  if (text.includes('\t')) return /\t/g
  if ((text.match(/\|/g) ?? []).length >= 2) return /\|/g
  return (text.trim().match(/\S {2,}\S/g) ?? []).length >= 2 ? / {2,}/g : null
}

/** The columns that a row heads, where it is a row of headings. */
export function headingRow(cells: readonly Cell[], learnt?: ReadonlyMap<string, ColumnKind>): ColumnKind[] | null {
  const columns = cells.map(({ text }) => (/\d{1,2}\/\d{1,2}|\$\d/.test(text) ? null : columnOf(text, learnt)))
  const known = columns.filter((column) => column !== null)
  const names = new Set(known)
  const hasPlace = names.has('place') || names.has('city')
  if (!hasPlace || known.length < 2 || known.length < cells.filter(({ text }) => text !== '').length * 0.6) return null
  return columns.map((column) => column ?? 'skip')
}
