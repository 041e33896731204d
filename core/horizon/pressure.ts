import { hour } from '../time/local'

export interface OpenLoad {
  state: 'draft' | 'uncovered' | 'covered'
  /** When the truck is to be at the pickup. */
  dueAt: number
  /** Hours a cover usually takes, from opening to award, for this equipment. */
  usualCoverHours: number
  maxPayMinor: number | null
  offers: { payMinor: number; goodUntil: number | null }[]
  confirmation: 'issued' | 'sent' | 'accepted' | null
  /** Chance that it is not covered at or under the most in time, offers in hand computed in; null where nobody can tell. */
  uncoveredChance?: number | null
  /** Awarded to a carrier that the gate would no longer pass: as good as not covered. */
  gateHolds?: boolean
}

/** What a good offer in hand takes off the pressure, and what one above the most does. */
const reliefOfGoodOffer = 0.45
const reliefOfAnyOffer = 0.8
/** A confirmation usually comes back within an hour. */
const usualAcceptanceHours = 1

/** Even odds of not being covered are a pressure of 1; certainty is as pressing as a load can be before it is late. */
const oddsOf = (chance: number): number => Math.min(20, chance / Math.max(0.05, 1 - chance))

/**
 * How pressing a load is: the odds that it is not covered in time, where the pace of offers is known; else the time a cover usually takes against the hours left, eased by offers
 * in hand. 1 means the usual time is just what is left; above 1 the clock is ahead of us.
 */
export function pressure(load: OpenLoad, now: number): number {
  const hoursLeft = (load.dueAt - now) / hour
  if (
    load.state === 'uncovered' &&
    hoursLeft > 0 &&
    load.uncoveredChance !== null &&
    load.uncoveredChance !== undefined
  )
    return oddsOf(load.uncoveredChance)
  const held = load.state === 'covered' && load.gateHolds === true
  const needed = load.state === 'covered' && !held ? usualAcceptanceHours : load.usualCoverHours
  const bare = hoursLeft <= 0 ? 20 + Math.min(20, -hoursLeft) : Math.min(20, needed / hoursLeft)
  if (load.state === 'draft') return bare * 0.5
  if (held) return bare
  if (load.state === 'covered') return load.confirmation === 'accepted' ? 0 : bare
  const good = load.offers.some((offer) => load.maxPayMinor !== null && offer.payMinor <= load.maxPayMinor)
  if (good) return bare * reliefOfGoodOffer
  return load.offers.length > 0 ? bare * reliefOfAnyOffer : bare
}

export type Urgency = 'act' | 'care' | 'clear'

/** Act now, take care, or clear: what colours a load, never alone. */
export function urgency(value: number): Urgency {
  if (value >= 1) return 'act'
  return value >= 0.4 ? 'care' : 'clear'
}
