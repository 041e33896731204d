import { z } from 'zod'
import type { Charge } from '../charge/charge'
import type { Equipment } from '../load/load'
import type { Place } from '../place/place'

/** The state of a line of a quote. A line is sent with its quote, and won or lost on its own. */
export const lineStates = ['draft', 'sent', 'won', 'lost', 'lapsed'] as const
export type LineState = (typeof lineStates)[number]

/** Why a line was lost, as the customer tells it. */
export const lostReasons = ['price', 'service', 'too_late', 'no_freight', 'no_answer', 'other'] as const
export type LostReason = (typeof lostReasons)[number]

/** What can be typed into a line, cell by cell; each is kept as it was typed. */
export const cellNames = [
  'origin',
  'dest',
  'equipment',
  'weight',
  'pickup',
  'loads',
  'commodity',
  'extras',
  'price',
  'theirs',
  'comment',
] as const
export type CellName = (typeof cellNames)[number]
export const cellsSchema = z.partialRecord(z.enum(cellNames), z.string())
export type Cells = z.output<typeof cellsSchema>

/** The longest text a cell keeps. */
export const longestCell = 300
/** Lines in one quote: a big bid has hundreds. */
export const maxLines = 2000

/** What a line's cells were understood to say. */
export interface LineFields {
  origin: Place | null
  dest: Place | null
  equipment: Equipment | null
  weightLb: number | null
  /** First and last day of pickup; both null for any day. */
  pickupFrom: string | null
  pickupTo: string | null
  /** Loads expected while the quote holds; null where nobody said. */
  loads: number | null
  commodity: string
  extras: Charge[]
  /** All-in price a person typed in place of the proposed one. */
  ownPriceMinor: number | null
  /** What the customer says they pay now, or aim at. */
  theirsMinor: number | null
  comment: string
}

export const lineProblemSchema = z.object({
  cell: z.enum(cellNames),
  message: z.string(),
  /** How it may have been meant, each as it would have to be typed. */
  candidates: z.array(z.string()),
})
export type LineProblem = z.output<typeof lineProblemSchema>

export interface LineReading {
  fields: LineFields
  problems: LineProblem[]
}
