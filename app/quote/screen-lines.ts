import type { Cells } from '#core/quote/quote'
import type { GridLine } from '#server/quote/read'

/** A line on the screen: as the server has it, or as typed while it is on its way. */
export interface ScreenLine extends GridLine {
  /** Stands from the first keystroke on, also when the line has no number of its own yet. */
  key: string
  busy: boolean
}

const blank: Omit<GridLine, 'id' | 'position' | 'cells'> = {
  state: 'draft',
  problems: [],
  originCity: '',
  originRegion: '',
  destCity: '',
  destRegion: '',
  equipment: null,
  weightLb: null,
  pickupFrom: null,
  pickupTo: null,
  loads: null,
  comment: '',
  theirsMinor: null,
  lostWhy: null,
  lostToMinor: null,
  sellMinor: null,
  lineHaulMinor: null,
  fuelMinor: null,
  pricedAt: null,
  miles: null,
  band: null,
  own: false,
  extrasMinor: 0,
  extras: 0,
  by: null,
  deskSellMinor: null,
  deskAskedMinor: null,
  marginMinor: null,
  marginPercent: null,
  thenMinor: null,
  loadsMade: 0,
}

/** A line as the server has it, under its own number. */
export const fresh = (line: GridLine): ScreenLine => ({ ...line, key: String(line.id), busy: false })

/** The lines as the server has them; while something is on its way they stay as they were typed. */
export function reread(before: ScreenLine[], lines: GridLine[]): ScreenLine[] {
  if (before.some(({ busy }) => busy)) return before
  const keys = new Map(before.map(({ id, key }) => [id, key]))
  return lines.map((line) => ({ ...fresh(line), key: keys.get(line.id) ?? String(line.id) }))
}

/** The lines with those that the server answered; `key` names the typed line that the first of them became. */
export function takenIn(before: ScreenLine[], changed: GridLine[], key?: string): ScreenLine[] {
  const byId = new Map(changed.map((line) => [line.id, line]))
  const kept = before.map((line) => {
    const next = byId.get(line.id) ?? (line.key === key ? changed[0] : undefined)
    if (!next) return line
    byId.delete(next.id)
    return { ...next, key: line.key, busy: false }
  })
  if (byId.size === 0) return kept
  return [...kept, ...[...byId.values()].map(fresh)].sort((one, other) => one.position - other.position)
}

/** The lines with a new one at the end, as far as it is typed; its number is negative until the server gives it one. */
export const begun = (before: ScreenLine[], key: string, number: number, cells: Cells): ScreenLine[] => [
  ...before,
  { ...blank, id: -number, position: (before.at(-1)?.position ?? 0) + 1, cells, key, busy: true },
]

/** The lines with text typed into one of them. */
export const typedInto = (before: ScreenLine[], key: string, cells: Cells): ScreenLine[] =>
  before.map((line) => (line.key === key ? { ...line, cells: { ...line.cells, ...cells }, busy: true } : line))

/** The lines with one of them no longer on its way. */
export const settled = (before: ScreenLine[], key: string): ScreenLine[] =>
  before.map((line) => (line.key === key ? { ...line, busy: false } : line))
