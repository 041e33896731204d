/** What a person notes of how a carrier did on a load, beside what the load itself tells. */
export const loadMarks = [
  'picked_up_on_time',
  'picked_up_late',
  'call_answered',
  'call_missed',
  'claim',
  'dispute',
] as const
export type LoadMark = (typeof loadMarks)[number]
export const markWords: Record<LoadMark, string> = {
  picked_up_on_time: 'picked up on time',
  picked_up_late: 'picked up late',
  call_answered: 'answered a check call',
  call_missed: 'missed a check call',
  claim: 'claim',
  dispute: 'invoice disputed',
}

/** What a carrier did with our loads, as counts. A pair is how often it went well, of how often it was seen. */
export interface CarrierCounts {
  offered: number
  awarded: number
  accepted: number
  fellThrough: number
  deliveredOnTime: number
  delivered: number
  pickedUpOnTime: number
  pickedUp: number
  callsAnswered: number
  calls: number
  claims: number
  disputes: number
  hauled: number
}

export const gradeKinds = [
  'award',
  'accept',
  'fell_through',
  'delivery',
  'pickup',
  'calls',
  'claims',
  'disputes',
] as const
export type GradeKind = (typeof gradeKinds)[number]

export interface Grade {
  kind: GradeKind
  good: number
  of: number
  /** The share as seen; null where nothing was seen. */
  share: number | null
  /** The share drawn towards that of all carriers: what to expect. Null where neither tells. */
  expected: number | null
}

/** The average of all carriers counts as much as this many of a carrier's own loads. */
export const priorLoads = 8

/**
 * Figures of a carrier beside what to expect of it: the mean of a Beta posterior whose prior is the average of all carriers with the weight of `priorLoads`
 * (Gelman et al., Bayesian Data Analysis, 2.4), so that two loads on time are no record.
 */
export function gradesOf(own: CarrierCounts, all: CarrierCounts): Grade[] {
  const pairs = pairsOf(own)
  const averages = pairsOf(all)
  return gradeKinds.map((kind) => {
    const [good, of] = pairs[kind]
    const [allGood, allOf] = averages[kind]
    const average = allOf > 0 ? allGood / allOf : null
    const share = of > 0 ? good / of : null
    const expected = average === null ? share : expectedShare(good, of, average)
    return { kind, good, of, share, expected }
  })
}

/** The share to expect of a carrier that did well so often of so many, where all do by `average`. */
export const expectedShare = (good: number, of: number, average: number): number =>
  (good + average * priorLoads) / (of + priorLoads)

const pairsOf = (counts: CarrierCounts): Record<GradeKind, [good: number, of: number]> => ({
  award: [counts.awarded, counts.offered],
  accept: [counts.accepted, counts.awarded],
  fell_through: [counts.fellThrough, counts.awarded],
  delivery: [counts.deliveredOnTime, counts.delivered],
  pickup: [counts.pickedUpOnTime, counts.pickedUp],
  calls: [counts.callsAnswered, counts.calls],
  claims: [counts.claims, counts.hauled],
  disputes: [counts.disputes, counts.hauled],
})

export const gradeWords: Record<GradeKind, string> = {
  award: 'Offers awarded',
  accept: 'Confirmations accepted',
  fell_through: 'Fell through',
  delivery: 'Delivered on time',
  pickup: 'Picked up on time',
  calls: 'Check calls answered',
  claims: 'Claims',
  disputes: 'Invoices disputed',
}
