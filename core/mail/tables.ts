import type { Equipment } from '../load/load'
import { readEquipment } from '../quote/read-equipment'
import type { Cell, ColumnKind } from './columns'
import { type Draft, emptyDraft, fact, placeWords, setDay } from './draft'
import { tokensOf } from './lexer'
import type { Mark } from './marks'
import { codeAt } from './regions-in-text'
import { type ScanContext, scan } from './scan'

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
