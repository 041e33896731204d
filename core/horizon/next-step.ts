import type { Objection } from '../confirmation/objection'
import { formatAmount, formatMoney } from '../money/money'
import { hour, toLocal } from '../time/local'
import { clockWords, momentWords } from '../time/words'
import type { Advice } from '../waiting/advice'
import type { OpenLoad } from './pressure'

export interface LoadToAdvance extends OpenLoad {
  posted: boolean
  postedAt: number | null
  targetPayMinor: number | null
  offers: { payMinor: number; goodUntil: number | null; carrierName: string; counterMinor: number | null }[]
  carrierName: string | null
  /** The carrier that the routing guide waits for, and until when. */
  guide?: { carrierName: string; expiresAt: number } | null
  /** What the carrier answered to the confirmation instead of a yes. */
  objection?: Objection | null
  zone: string
  /** What waiting tells of the best offer in hand; null where nobody can tell. */
  advice?: Advice | null
}

export interface NextStep {
  kind: 'open' | 'take' | 'decide' | 'counter' | 'post' | 'ask' | 'hold' | 'send' | 'chase' | 'dispatch'
  words: string
}

/** With less than this left before pickup, an offer under max is taken rather than held. */
const holdHours = 6
/** A posting without an answer for this long calls for the phone. */
const silentHours = 2

/** The next best step for an open load, one sentence, as of `now`. */
export function nextStep(load: LoadToAdvance, now: number): NextStep {
  if (load.state === 'draft') return { kind: 'open', words: 'Complete it and open for cover' }
  if (load.state === 'covered') return coveredStep(load)
  const best = load.offers.toSorted((one, other) => one.payMinor - other.payMinor)[0]
  if (best) return offerStep(load, best, now)
  return load.guide ? guideStep(load.guide, now, load.zone) : searchStep(load, now)
}

/** Who is asked by the guide has the load for that long: nobody else is called meanwhile. */
const guideStep = (
  { carrierName, expiresAt }: { carrierName: string; expiresAt: number },
  now: number,
  zone: string,
): NextStep => ({
  kind: 'hold',
  words: `Routing guide: ${carrierName} has until ${momentWords(expiresAt, now, zone)}`,
})

function coveredStep(load: LoadToAdvance): NextStep {
  const carrier = load.carrierName ?? 'the carrier'
  if (load.gateHolds) return { kind: 'decide', words: `Vetting blocks ${carrier}: cover again` }
  if (load.confirmation === 'issued') return { kind: 'send', words: `Send the confirmation to ${carrier}` }
  if (load.confirmation === 'sent' && load.objection) return objectionStep(carrier, load.objection)
  if (load.confirmation === 'sent') return { kind: 'chase', words: `${carrier} has not accepted yet` }
  return { kind: 'dispatch', words: `Confirmed by ${carrier}` }
}

const objectionStep = (carrier: string, objection: Objection): NextStep =>
  objection === 'no'
    ? { kind: 'decide', words: `${carrier} turned it down: cover again` }
    : { kind: 'decide', words: `${carrier} reports a mistake: fix the confirmation` }

function offerStep(load: LoadToAdvance, best: LoadToAdvance['offers'][number], now: number): NextStep {
  const price = formatAmount(best.payMinor)
  const until = best.goodUntil !== null ? ` before ${clockWords(toLocal(best.goodUntil, load.zone))}` : ''
  if (load.advice && load.maxPayMinor !== null) return advisedStep(load, best, load.advice, now)
  if (load.maxPayMinor === null) return { kind: 'decide', words: `Weigh ${price} from ${best.carrierName}` }
  if (best.payMinor > load.maxPayMinor) {
    if (best.counterMinor !== null)
      return { kind: 'hold', words: `${best.carrierName} has our counter of ${formatAmount(best.counterMinor)}` }
    return { kind: 'counter', words: `Counter ${best.carrierName} at ${formatAmount(load.maxPayMinor)}` }
  }
  const underTarget = load.targetPayMinor !== null && best.payMinor <= load.targetPayMinor
  const late = load.dueAt - now < holdHours * hour
  if (underTarget || late) return { kind: 'take', words: `Take ${price} from ${best.carrierName}${until}` }
  return { kind: 'decide', words: `Take or counter ${price}, ${best.carrierName}${until}` }
}

/** The best offer as the take line sees it; what is above max is never taken without asking. */
function advisedStep(
  load: LoadToAdvance,
  best: LoadToAdvance['offers'][number],
  advice: Advice,
  now: number,
): NextStep {
  const price = formatAmount(best.payMinor)
  const until = best.goodUntil !== null ? ` before ${clockWords(toLocal(best.goodUntil, load.zone))}` : ''
  if (best.counterMinor !== null && advice.step === 'counter')
    return { kind: 'hold', words: `${best.carrierName} has our counter of ${formatAmount(best.counterMinor)}` }
  if (advice.step === 'counter')
    return {
      kind: 'counter',
      words: `Counter ${best.carrierName} at ${formatAmount(Math.min(advice.atMinor, load.maxPayMinor ?? advice.atMinor))}`,
    }
  if (load.maxPayMinor !== null && best.payMinor > load.maxPayMinor)
    return {
      kind: 'decide',
      words: `Best offer ${price} is ${formatMoney(best.payMinor - load.maxPayMinor)} over max: ${best.carrierName}`,
    }
  if (advice.step === 'hold')
    return {
      kind: 'hold',
      words: `Hold ${price}, ${best.carrierName}, till ${momentWords(advice.until, now, load.zone)}`,
    }
  return { kind: 'take', words: `Take ${price} from ${best.carrierName}${until}` }
}

function searchStep(load: LoadToAdvance, now: number): NextStep {
  if (!load.posted) return { kind: 'post', words: 'Post it' }
  const silent = load.postedAt !== null && now - load.postedAt > silentHours * hour
  const pressing = load.dueAt - now < load.usualCoverHours * hour
  if (silent || pressing) return { kind: 'ask', words: 'Call the shortlist: no offer yet' }
  return { kind: 'hold', words: 'Posted, wait for offers' }
}
