import type { Equipment } from '../load/load'
import { readEquipment } from '../quote/read-equipment'
import { type Draft, emptyDraft, fact, placeWords, setDay } from './draft'
import { tokensOf } from './lexer'
import type { Mark } from './marks'
import { codeAt } from './places'
import { type ScanContext, scan } from './scan'

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

type Marks = readonly Mark[]
const first = <Kind extends Mark['kind']>(marks: Marks, kind: Kind) =>
  marks.find((mark): mark is Extract<Mark, { kind: Kind }> => mark.kind === kind)

/** A row read by its columns. */
export interface Row {
  draft: Draft
  /** Towns that it names as the other end, where a column is of those. */
  to: string | null
  reference: string | null
}

const number = (text: string): number => Number(/\d[\d,]*(?:\.\d+)?/.exec(text)?.[0].replaceAll(',', '') ?? Number.NaN)

/** Reads a row of a table whose columns are known; null where it names no place. */
export function readRow(
  cells: readonly Cell[],
  columns: readonly ColumnKind[],
  context: ScanContext,
  part: number,
): Row | null {
  const draft = emptyDraft()
  let reference: string | null = null
  const cellOf = (kind: ColumnKind) => cells[columns.indexOf(kind)]
  const state = codeAt(tokensOf(cellOf('state')?.text.toUpperCase() ?? ''), 0)?.code ?? null
  for (const [at, cell] of cells.entries()) {
    const column = columns[at]
    if (!column || column === 'skip' || cell.text === '') continue
    const where = { span: { from: cell.from, to: cell.from + cell.text.length } }
    const value = number(cell.text)
    if (column === 'count' && value >= 1 && value <= 60) draft.count = fact(value, where, part)
    else if (column === 'length' && value >= 8 && value <= 60) draft.lengthFt = fact(value, where, part)
    else if (column === 'weight' && value > 0)
      draft.weightLb = fact(/k/i.test(cell.text) || value < 100 ? value * 1000 : value, where, part)
    else if (column === 'radius' && value > 0) draft.radiusMiles = fact(value, where, part)
    else if ((column === 'rate' || column === 'perMile') && value > 0) {
      const basis = column === 'perMile' || value < 20 || /mi/i.test(cell.text) ? 'per_mile' : 'flat'
      draft.rate = fact({ amount: value.toFixed(2), basis }, where, part, 0.93)
    } else if (column === 'reference') reference = cell.text
    else takeScanned(draft, column, cell, { ...context, region: state }, part, state)
  }
  if (!draft.place) return null
  const to = draft.destinations.find(({ value }) => value.includes(','))?.value ?? null
  return { draft, to, reference }
}

function takeScanned(
  draft: Draft,
  column: ColumnKind,
  cell: Cell,
  context: ScanContext,
  part: number,
  state: string | null,
): void {
  const where = { span: { from: cell.from, to: cell.from + cell.text.length } }
  if (column === 'place' || column === 'city') {
    const withState = column === 'city' && state ? `${cell.text}, ${state}` : cell.text
    const place =
      first(scan(withState, cell.from, context), 'place') ??
      first(scan(capitalised(withState), cell.from, context), 'place')
    if (place && !draft.place) draft.place = fact(place.place, where, part, place.confidence)
    const radius = first(scan(cell.text, cell.from, context), 'radius')
    if (radius) draft.radiusMiles ??= fact(radius.miles, radius, part)
    return
  }
  const marks = scan(cell.text, cell.from, context)
  if (column === 'equipment') return takeEquipment(draft, marks, cell, part)
  if (column === 'day' || column === 'until') {
    const day = first(marks, 'day')
    if (day && column === 'day') setDay(draft, day, part)
    if (day && column === 'until') draft.to = fact(day.to ?? day.from, day, part)
    return
  }
  if (column === 'destination' || column === 'destinationState') return takeDestinations(draft, marks, cell, part)
  // Notes say a length, a weight or a price as sentences do.
  const [weight, length, radius, money] = [
    first(marks, 'weight'),
    first(marks, 'length'),
    first(marks, 'radius'),
    first(marks, 'money'),
  ]
  if (weight) draft.weightLb ??= fact(weight.pounds, weight, part)
  if (length) draft.lengthFt ??= fact(length.feet, length, part)
  if (radius) draft.radiusMiles ??= fact(radius.miles, radius, part)
  if (money?.rate.basis === 'per_mile') draft.rate ??= fact(money.rate, money, part)
}

const capitalised = (text: string) =>
  text
    .toLowerCase()
    .replace(/(^|[\s-])([a-z])/g, (_, gap: string, letter: string) => gap + letter.toUpperCase())
    .replace(/, ?([a-z]{2})$/i, (code) => code.toUpperCase())

function takeEquipment(draft: Draft, marks: Marks, cell: Cell, part: number): void {
  const found = first(marks, 'equipment')
  const length = first(marks, 'length')
  const equipment: Equipment | null =
    found?.equipment ??
    readEquipment(cell.text) ??
    readEquipment(cell.text.replace(/^\W*\d+\W*/, '').split(/[\s/,(]/)[0] ?? '')
  if (equipment)
    draft.equipment = fact(equipment, { span: { from: cell.from, to: cell.from + cell.text.length } }, part)
  const feet =
    found?.lengthFt ?? length?.feet ?? Number(/\b(20|24|26|28|40|45|48|53)\b/.exec(cell.text)?.[1] ?? Number.NaN)
  if (!Number.isNaN(feet))
    draft.lengthFt ??= fact(feet, { span: { from: cell.from, to: cell.from + cell.text.length } }, part)
  if (found?.count) draft.count ??= fact(found.count, found, part)
}

/** States and towns of a column that holds nothing else: two letters are a state there however they are written. */
function takeDestinations(draft: Draft, marks: Marks, cell: Cell, part: number): void {
  if (
    /\b(?:any|open|anywhere|all)\b|^[-–—]?$/i.test(cell.text) &&
    !marks.some(({ kind }) => kind === 'regions' || kind === 'place')
  ) {
    draft.goesAnywhere = true
    return
  }
  let isNot = false
  for (const mark of marks) {
    if (mark.kind === 'cue') isNot = mark.cue === 'not'
    const into = isNot ? draft.avoids : draft.destinations
    if (mark.kind === 'regions') into.push(...mark.states.map((state) => fact(state, mark, part, mark.confidence)))
    if (mark.kind === 'place') into.push(fact(placeWords(mark.place), mark, part, mark.confidence))
  }
  if (draft.destinations.length > 0 || draft.avoids.length > 0) return
  const codes = cell.text
    .toUpperCase()
    .split(/[^A-Z]+/)
    .filter(Boolean)
  const found = codes.map((code) => codeAt(tokensOf(code), 0)?.code)
  if (found.every((code) => code !== undefined))
    draft.destinations = found.map((code) =>
      fact(code!, { span: { from: cell.from, to: cell.from + cell.text.length } }, part),
    )
}
