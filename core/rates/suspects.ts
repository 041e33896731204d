import { type PastPrice, prefixOf } from './past-price'

/** What may be wrong with a past price, or is missing from it. */
export type SuspectKind =
  | 'ten_times'
  | 'a_tenth'
  | 'per_mile'
  | 'far_off'
  | 'duplicate'
  | 'no_price'
  | 'no_miles'
  | 'no_weight'

/** A past price for a person to look at. Those of the first six kinds are not learnt from. */
export interface Suspect {
  id: string
  kind: SuspectKind
  paidMinor: number
  /** What such a load was likely to cost, where it can be estimated. */
  likelyMinor: number | null
  /** The price that was probably meant. */
  meantMinor: number | null
}

/** A price this far from what is likely (natural logarithm: a factor of 2.3) was hardly agreed. */
const farOff = 0.85
/** A slip explains a price if the corrected one is this near to what is likely. */
const explained = 0.5

/** The slip that best explains a price, `error` being its logarithm over the likely one; null for one that may well have been paid. */
export function slipOf(price: Pick<PastPrice, 'id' | 'buyMinor'>, error: number, miles: number): Suspect | null {
  if (Math.abs(error) < farOff) return null
  const likelyMinor = Math.round(price.buyMinor / Math.exp(error))
  const slips: { kind: SuspectKind; shift: number; meantMinor: number }[] = [
    { kind: 'ten_times', shift: -Math.LN10, meantMinor: Math.round(price.buyMinor / 10) },
    { kind: 'a_tenth', shift: Math.LN10, meantMinor: price.buyMinor * 10 },
    { kind: 'per_mile', shift: Math.log(miles), meantMinor: Math.round(price.buyMinor * miles) },
  ]
  const best = slips.reduce((one, other) => (Math.abs(error + other.shift) < Math.abs(error + one.shift) ? other : one))
  if (Math.abs(error + best.shift) > explained)
    return { id: price.id, kind: 'far_off', paidMinor: price.buyMinor, likelyMinor, meantMinor: null }
  return { id: price.id, kind: best.kind, paidMinor: price.buyMinor, likelyMinor, meantMinor: best.meantMinor }
}

/** What can be found out about a history without knowing prices: entries that say the same twice, and what is missing. */
export function plainSuspects(history: PastPrice[]): Suspect[] {
  const seen = new Map<string, number>()
  return history.flatMap((price): Suspect[] => {
    if (price.source !== 'buy' || price.confirmed) return []
    const of = (kind: SuspectKind): Suspect => ({
      id: price.id,
      kind,
      paidMinor: price.buyMinor,
      likelyMinor: null,
      meantMinor: null,
    })
    if (!(price.buyMinor > 0)) return [of('no_price')]
    if (isRepeat(price, seen)) return [of('duplicate')]
    const missing: Suspect[] = []
    if (price.miles === null || !(price.miles > 0)) missing.push(of('no_miles'))
    if (price.weightLb === null || !(price.weightLb > 0)) missing.push(of('no_weight'))
    return missing
  })
}

/** Within this a load with the same everything is the same load, entered again. */
const repeatMillis = 3 * 86_400_000

function isRepeat(price: PastPrice, seen: Map<string, number>): boolean {
  const key = [
    prefixOf(price.originPostal),
    prefixOf(price.destPostal),
    price.equipment,
    price.miles,
    price.weightLb,
    price.pickupAt,
    price.leadHours,
    price.buyMinor,
  ].join('|')
  const before = seen.get(key)
  seen.set(key, price.bookedAt)
  return before !== undefined && price.bookedAt - before <= repeatMillis
}

/** Suspects of these kinds are left out of the history; the others lack something that is not needed. */
export const isLeftOut = (suspect: Suspect): boolean => suspect.kind !== 'no_miles' && suspect.kind !== 'no_weight'
