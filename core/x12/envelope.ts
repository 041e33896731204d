import type { SegmentView } from './reader'
import { type Fault, type GroupReport, type InterchangeReport, maxFaults, nowhere, type TextPosition } from './x12'

/** What an ISA says of its interchange, nothing found in it yet. */
export function interchangeOf(view: SegmentView): InterchangeReport {
  return {
    sender: { qualifier: view.element(5), id: view.element(6).trim() },
    receiver: { qualifier: view.element(7), id: view.element(8).trim() },
    control: view.element(13),
    version: view.element(12),
    usage: view.element(15),
    date: view.element(9),
    time: view.element(10),
    wantsAck: view.element(14) === '1',
    delimiters: view.delimiters,
    start: view.spot().offset,
    groups: [],
    faults: [],
  }
}

/** What a GS says of its group, nothing found in it yet. */
export function groupOf(view: SegmentView): GroupReport {
  return {
    type: view.element(1),
    sender: view.element(2),
    receiver: view.element(3),
    control: view.element(6),
    version: view.element(8),
    transactions: [],
    statedCount: null,
    faults: [],
  }
}

/** Adds a fault, found at a segment, or, where that is missing, before what came instead. */
export function addFault(
  faults: Fault[],
  fault: Omit<Fault, 'spot'>,
  view: SegmentView | null,
  instead: TextPosition | null,
): void {
  if (faults.length >= maxFaults) return
  const spot = view?.spot(fault.element ?? 0) ?? instead ?? nowhere
  faults.push({ ...fault, segment: view?.id ?? fault.segment, spot })
}

/** Control numbers are the same with and without leading zeros. */
export const sameNumber = (one: string, other: string) =>
  one !== '' && one.replace(/^0+(?=.)/, '') === other.trim().replace(/^0+(?=.)/, '')
