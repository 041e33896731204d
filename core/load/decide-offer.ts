import { formatMoney } from '../money/money'
import { outByTenWords } from './checks'
import type { GateAsked, GateStage, LoadCommand, LoadEvent, LoadFacts, OfferFacts, PriceLeave } from './command'
import { endGuide } from './decide-guide'
import { removeAll } from './decide-posting'
import type { Decision } from './refusals'
import { refuse } from './refusals'

/** What a carrier’s price does: a new offer, or a new price of its open one. A price that looks mistyped is asked about first. */
export function decideOffer(load: LoadFacts, command: LoadCommand & { kind: 'record_offer' }, now: number): Decision {
  if (load.state !== 'uncovered') return refuse(load.award ? 'already_awarded' : 'not_uncovered', load)
  if (command.goodUntil !== null && command.goodUntil <= now) return refuse('offer_already_past', load)
  const odd =
    command.isTyped && !command.sure && load.middleMinor !== null
      ? outByTenWords(command.payMinor, load.middleMinor)
      : null
  if (odd) return refuse('offer_out_by_ten', load, odd)
  const { kind: _, sure: __, isTyped: ___, ...offer } = command
  // A carrier that names another price has one offer still, at the new price.
  const standing = load.offers.find((each) => each.carrierId === command.carrierId && each.state === 'open')
  if (!standing) return { events: [{ kind: 'offer_recorded', ...offer }] }
  const { carrierId: ____, ...repriced } = offer
  return { events: [{ kind: 'offer_repriced', offerId: standing.id, from: standing.payMinor, ...repriced }] }
}

/** What reopening an ended offer does: it stands at its last price, without the time it had. */
export function decideReopen(load: LoadFacts, offerId: number): Decision {
  const offer = load.offers.find((candidate) => candidate.id === offerId)
  if (!offer) return refuse('no_such_offer', load)
  if (load.state !== 'uncovered') return refuse(load.award ? 'already_awarded' : 'not_uncovered', load)
  const standing = load.offers.some((each) => each.carrierId === offer.carrierId && each.state === 'open')
  if (standing) return refuse('offer_stands', load, offer.carrierName)
  const { carrierName, payMinor } = offer
  return { events: [{ kind: 'offer_reopened', offerId, carrierName, payMinor }] }
}

/** What our counter does; it is below what the carrier asks. */
export function decideCounter(load: LoadFacts, offerId: number, counterMinor: number, now: number): Decision {
  return withOpenOffer(load, offerId, (offer) => {
    if (isPast(offer, now)) return refuse('offer_lapsed', load, offer.carrierName)
    if (counterMinor >= offer.payMinor) return refuse('counter_not_lower', load)
    return {
      events: [
        {
          kind: 'offer_countered',
          offerId,
          carrierName: offer.carrierName,
          from: offer.counterMinor ?? offer.payMinor,
          to: counterMinor,
          byPhone: !isWritten(offer),
        },
        ...answerTo(offer, 'countered', counterMinor),
      ],
    }
  })
}

/** Who wrote is answered in writing; anybody else has to be phoned, and the log says so. */
export const isWritten = (offer: OfferFacts) => offer.source === 'mail'

/** The event that sends our answer to a carrier that wrote or answered through a board; none for one that called. */
export const answerTo = (offer: OfferFacts, answer: 'countered' | 'declined', amountMinor: number): LoadEvent[] =>
  isWritten(offer)
    ? [
        {
          kind: 'offer_answer_asked',
          offerId: offer.id,
          carrierName: offer.carrierName,
          source: offer.source,
          answer,
          amountMinor,
        },
      ]
    : []

/** What a price goes past, in words: our max, the sell price, what the lane could cost. All in the desk's currency. */
export function overWords(
  load: Pick<LoadFacts, 'maxPayMinor' | 'sellMinor' | 'middleMinor'>,
  payMinor: number,
): string[] {
  return [
    load.maxPayMinor !== null && payMinor > load.maxPayMinor
      ? `${formatMoney(payMinor)} is ${formatMoney(payMinor - load.maxPayMinor)} above max`
      : null,
    load.sellMinor > 0 && payMinor > load.sellMinor
      ? `${formatMoney(payMinor)} is a loss of ${formatMoney(payMinor - load.sellMinor)}`
      : null,
    load.middleMinor === null ? null : outByTenWords(payMinor, load.middleMinor),
  ].filter((words): words is string => words !== null)
}

/** Why a price may not be agreed (above max, at a loss, looks mistyped) by whoever asks; null where it may. */
export function priceRefusal(load: LoadFacts, payMinor: number, leave: PriceLeave): Decision | null {
  const over = overWords(load, payMinor)
  if (over.length === 0) return null
  if (!leave.mayExceed) return refuse('may_not_exceed', load, over.join('; '))
  return leave.reason ? null : refuse('price_needs_reason', load, over.join('; '))
}

/** The event that records what a price went past, and why; none where it went past nothing. */
export function pricePassed(load: LoadFacts, payMinor: number, leave: PriceLeave): LoadEvent[] {
  const over = overWords(load, payMinor)
  return over.length === 0 ? [] : [{ kind: 'price_passed', payMinor, over, because: leave.reason! }]
}

/** Decides something about an open offer, or says why it is not open. */
export function withOpenOffer(load: LoadFacts, offerId: number, then: (offer: OfferFacts) => Decision): Decision {
  const offer = load.offers.find((candidate) => candidate.id === offerId)
  if (!offer) return refuse('no_such_offer', load)
  if (offer.state === 'lapsed') return refuse('offer_lapsed', load, offer.carrierName)
  return offer.state === 'open' ? then(offer) : refuse('offer_ended', load, offer.carrierName)
}

/** Whether an open offer’s time is over. */
export const isPast = (offer: OfferFacts, now: number) =>
  offer.state === 'open' && offer.goodUntil !== null && offer.goodUntil <= now

/** The event that ends an offer. */
export const endOffer = (
  offer: OfferFacts,
  to: 'declined' | 'lapsed' | 'turned_down',
): LoadEvent & { kind: 'offer_ended' } => ({
  kind: 'offer_ended',
  offerId: offer.id,
  carrierName: offer.carrierName,
  payMinor: offer.payMinor,
  to,
})

/** What an award does: the offer is taken, all others are turned down, postings come down and the confirmation is written. */
export function decideAward(load: LoadFacts, command: LoadCommand & { kind: 'award' }, now: number): Decision {
  if (load.award) return refuse('already_awarded', load)
  if (load.state !== 'uncovered') return refuse('not_uncovered', load)
  return withOpenOffer(load, command.offerId, (offer) => {
    if (isPast(offer, now)) return refuse('offer_lapsed', load, offer.carrierName)
    if (command.payMinor <= 0) return refuse('nothing_agreed', load)
    const stopped = gateRefusal(load, command.gate, 'gate_stops') ?? priceRefusal(load, command.payMinor, command.price)
    if (stopped) return stopped
    const others = load.offers.filter((other) => other.state === 'open' && other.id !== offer.id)
    return {
      events: [
        {
          kind: 'load_awarded',
          offerId: offer.id,
          carrierId: offer.carrierId,
          carrierName: offer.carrierName,
          buyCharges: command.buyCharges,
          payMinor: command.payMinor,
          agreed: command.agreed,
          override: command.gate.verdict.verdict === 'stop' ? command.gate.override : null,
          policyVersion: command.gate.verdict.policyVersion,
        },
        ...gatePassed('award', offer.carrierId, command.gate),
        ...pricePassed(load, command.payMinor, command.price),
        { kind: 'state_changed', from: load.state, to: 'covered' },
        ...others.map((other) => endOffer(other, isPast(other, now) ? 'lapsed' : 'turned_down')),
        ...removeAll(load),
        ...endGuide(load, 'withdrawn'),
        { kind: 'confirmation_issued', version: (load.confirmation?.version ?? 0) + 1 },
      ],
    }
  })
}

/** Why vetting holds a step; null where it does not, or somebody who may has given a reason. */
export function gateRefusal(
  load: LoadFacts,
  { verdict, override, mayOverride, bar }: GateAsked,
  code: 'gate_stops' | 'gate_holds' | 'gate_holds_confirmation',
): Decision | null {
  if (verdict.verdict !== 'stop') return null
  if (!override) return refuse(code, load, verdict.reasons[0]?.message)
  if (!mayOverride) return refuse('may_not_override', load)
  return bar === null ? null : refuse('nobody_may_override', load, bar)
}

/** The event that records which stops were overridden, and why; none where nothing stopped. */
export function gatePassed(stage: GateStage, carrierId: number, { verdict, override }: GateAsked): LoadEvent[] {
  if (verdict.verdict !== 'stop' || override === null) return []
  const reasons = verdict.reasons
    .filter((reason) => reason.severity === 'stop')
    .map(({ code, message }) => ({ code, message }))
  return [{ kind: 'gate_passed', carrierId, stage, reasons, because: override, policyVersion: verdict.policyVersion }]
}
