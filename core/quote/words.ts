import { daysBetween } from '../time/local'
import { daysWords } from '../time/words'
import type { CellName, LineState, LostReason } from './quote'

export const lineStateWords: Record<LineState, string> = {
  draft: 'Draft',
  sent: 'Sent',
  won: 'Won',
  lost: 'Lost',
  lapsed: 'Lapsed',
}

export const lostReasonWords: Record<LostReason, string> = {
  price: 'Price',
  service: 'Service',
  too_late: 'We were too late',
  no_freight: 'Freight does not move',
  no_answer: 'No answer',
  other: 'Another reason',
}

export const cellWords: Record<CellName, string> = {
  origin: 'Origin',
  dest: 'Destination',
  equipment: 'Equipment',
  weight: 'Weight',
  pickup: 'Pickup',
  loads: 'Loads',
  commodity: 'Freight',
  extras: 'Extra charges',
  price: 'Price',
  theirs: 'They pay',
  comment: 'Comment',
}

/** `any`, `Tue, Dec 1`, `Dec 1-5`. */
export const pickupWords = (from: string | null, to: string | null): string =>
  from && to ? daysWords(from, to) : 'any'

/** `good 6 more days`, `good until tonight`, `ran out 3 days ago`. */
export function validWords(validUntil: string, today: string): string {
  const days = daysBetween(today, validUntil)
  if (days === 0) return 'good until tonight'
  if (days < 0) return `ran out ${-days === 1 ? 'yesterday' : `${-days} days ago`}`
  return days === 1 ? 'good until tomorrow' : `good ${days} more days`
}
