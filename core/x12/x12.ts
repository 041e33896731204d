import { z } from 'zod'

/** The characters that part an interchange (ASC X12.5); texts are strings of bytes, a character each. */
export const delimitersSchema = z.object({
  element: z.string(),
  component: z.string(),
  /** Parts repeated elements from 004020 on; null before. */
  repetition: z.string().nullable(),
  segment: z.string(),
})
export type Delimiters = z.output<typeof delimitersSchema>

/** Where something is in the file it was read from, counted in bytes from zero; line and column from one. */
export interface TextPosition {
  offset: number
  line: number
  column: number
}

/**
 * A fault by the standard's codes. Its level tells the list: `element` AK403, `segment` AK304, `transaction` AK502, `group` AK905,
 * `interchange` TA105.
 */
export const faultSchema = z.object({
  level: z.enum(['element', 'segment', 'transaction', 'group', 'interchange']),
  segment: z.string(),
  /** Of the segment in its transaction set, ST being 1; in the interchange for the levels above. */
  position: z.number(),
  element: z.number().nullable(),
  code: z.string(),
  note: z.string(),
  /** The faulty element's bytes, where it has any: AK404. */
  value: z.string().optional(),
  spot: z.object({ offset: z.number(), line: z.number(), column: z.number() }),
})
export type Fault = z.output<typeof faultSchema>

/** A accepted, E accepted with errors noted, R rejected (AK501, AK901). */
export type SetVerdict = 'A' | 'E' | 'R'

export interface TransactionReport {
  type: string
  control: string
  segments: number
  verdict: SetVerdict
  faults: Fault[]
}

export interface GroupReport {
  type: string
  sender: string
  receiver: string
  control: string
  version: string
  transactions: TransactionReport[]
  /** Sets that GE said the group has. */
  statedCount: number | null
  faults: Fault[]
}

export interface Party {
  qualifier: string
  id: string
}

export interface InterchangeReport {
  sender: Party
  receiver: Party
  control: string
  version: string
  usage: string
  date: string
  time: string
  /** Whether the sender asks for a TA1. */
  wantsAck: boolean
  delimiters: Delimiters
  /** Where its ISA is in what was read. */
  start: number
  groups: GroupReport[]
  faults: Fault[]
}

/** The elements of one segment, its id being the first. */
export type Segment = string[]

/** Faults reported of one set, group or interchange: a broken file has more than anybody reads. */
export const maxFaults = 200

/** Where a fault is that belongs to nothing of the text: it was expected and never came. */
export const nowhere: TextPosition = { offset: 0, line: 1, column: 1 }
