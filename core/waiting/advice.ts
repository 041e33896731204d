import { costHolding, type TakeLine, takeAt, type Waiting } from './take-line'

export interface OfferToJudge {
  payMinor: number
  /** until when it is valid; null where nobody said. */
  goodUntil: number | null
}

/** What to do with an offer, with one sentence why. */
export type Advice =
  | { step: 'take'; savesMinor: number; words: AdviceWords }
  | { step: 'hold'; until: number; savesMinor: number; words: AdviceWords }
  | { step: 'counter'; atMinor: number; words: AdviceWords }

/** Facts of the sentence; `words.ts` makes it. */
export type AdviceWords =
  | { code: 'under_line'; lineMinor: number }
  | { code: 'stands'; until: number; likelyMinor: number }
  | { code: 'above_line'; lineMinor: number; risesAt: number | null }
  | { code: 'late' }

/** An offer without a stated end is trusted to stay open this long. */
const usuallyStands = 40 * 60_000
/** A gain under this share of the price is not worth holding for. */
const worthHolding = 0.008
/** Counters are made in steps of ten dollars, at the take line or a little under it, and never above max. */
const counterStep = 1000
const counterShare = 0.985

/**
 * Take, hold or counter: take what is at or under the line, unless it is sure to stay open while better may come; hold
 * what the line will rise to before it lapses; counter the rest at the line.
 */
export function judgeOffer(waiting: Waiting, line: TakeLine, offer: OfferToJudge): Advice {
  const { now, until } = waiting
  const nowTake = takeAt(line, now)
  if (until <= now) return { step: 'take', savesMinor: 0, words: { code: 'late' } }
  const stands = Math.min(until, offer.goodUntil ?? now + usuallyStands)
  if (offer.payMinor <= nowTake) {
    const holding = offer.goodUntil === null ? offer.payMinor : costHolding(waiting, line, offer.payMinor, stands)
    if (offer.payMinor - holding > offer.payMinor * worthHolding)
      return {
        step: 'hold',
        until: stands,
        savesMinor: offer.payMinor - holding,
        words: { code: 'stands', until: stands, likelyMinor: holding },
      }
    return { step: 'take', savesMinor: nowTake - offer.payMinor, words: { code: 'under_line', lineMinor: nowTake } }
  }
  const risesAt = line.points.find(({ takeMinor }) => takeMinor >= offer.payMinor)?.at ?? null
  if (risesAt !== null && offer.goodUntil !== null && risesAt <= offer.goodUntil)
    return { step: 'hold', until: risesAt, savesMinor: 0, words: { code: 'above_line', lineMinor: nowTake, risesAt } }
  const atMinor = Math.max(
    counterStep,
    Math.floor(Math.min(nowTake * counterShare, waiting.maxPayMinor ?? nowTake) / counterStep) * counterStep,
  )
  return { step: 'counter', atMinor, words: { code: 'above_line', lineMinor: nowTake, risesAt } }
}
