import type { Charge } from '../charge/charge'
import { type Currency, formatMoney } from '../money/money'
import type { OfferSource, OfferState } from '../offer/offer'
import type { Verdict } from '../vetting/vetting'
import { outByTenWords, type Problem } from './checks'
import type { LoadState } from './load'
import { type Refusal, refuse } from './refusals'

/** What deciding needs to know of a load; read in the same transaction that will write. */
export interface LoadFacts {
  number: string
  state: LoadState
  practice: boolean
  offers: OfferFacts[]
  postings: { id: number; board: string; state: PostingState }[]
  confirmation: ConfirmationFacts | null
  award: { carrierId: number; carrierName: string; payMinor: number } | null
  targetMinor: number | null
  mostMinor: number | null
  /** In the desk's currency, like all that is compared here; 0 where nothing is sold yet. */
  sellMinor: number
  /** The middle of what the lane is likely to cost; null where nothing is known. */
  middleMinor: number | null
}

export interface OfferFacts {
  id: number
  carrierId: number
  carrierName: string
  payMinor: number
  counterMinor: number | null
  source: OfferSource
  state: OfferState
  goodUntil: number | null
}

export interface ConfirmationFacts {
  id: number
  version: number
  state: 'issued' | 'sent' | 'accepted' | 'void'
}

/** `asked` and `removal_asked` wait for the board's answer. */
export type PostingState = 'asked' | 'up' | 'removal_asked' | 'down' | 'refused'

export interface Change {
  field: string
  from: string
  to: string
}

/** Where the gate is asked about an award, and may be passed by somebody's reason. */
export const gateStages = ['award', 'confirmation', 'dispatch'] as const
export type GateStage = (typeof gateStages)[number]

/** The gate's verdict where it is asked, and the reason of whoever goes past it. */
export interface GateAsked {
  verdict: Verdict
  override: string | null
  mayOverride: boolean
  /** The stop that nobody, or not this person, may go past. */
  bar: string | null
}

/** A price with the currency it was named or agreed in, where that is not the desk's, and the dated rate it was turned by. */
export interface AgreedPrice {
  amountMinor: number
  currency: Currency
  rateE6: number | null
  rateDay: string | null
}

/** Who goes above max, below the sell price or past a price that looks mistyped, and why. */
export interface PriceLeave {
  reason: string | null
  mayExceed: boolean
}

export type LoadCommand =
  | { kind: 'open'; problems: Problem[] }
  | { kind: 'set_limits'; targetMinor: number; mostMinor: number; mayExceed?: boolean }
  /** `tells`: what of our secrets stands in the texts that would go out. */
  | { kind: 'post'; board: string; tells?: string[] }
  | { kind: 'unpost'; postingId: number }
  | {
      kind: 'record_offer'
      carrierId: number
      carrierName: string
      payMinor: number
      asked?: AgreedPrice
      source: OfferSource
      goodUntil: number | null
      note: string /** Somebody has seen that the price looks mistyped, and means it. */
      sure?: boolean
      isTyped?: boolean
    }
  | { kind: 'counter_offer'; offerId: number; counterMinor: number }
  | { kind: 'decline_offer'; offerId: number }
  | { kind: 'lapse_offers' }
  | {
      kind: 'award'
      offerId: number
      buyCharges: Charge[]
      payMinor: number
      agreed: AgreedPrice
      price: PriceLeave
      gate: GateAsked
    }
  | { kind: 'revise'; changes: Change[]; carrierSeesIt: boolean; pay?: { payMinor: number; price: PriceLeave } }
  | { kind: 'send_confirmation'; to: string; again: boolean; gate?: GateAsked; tells?: string[] }
  | { kind: 'accept_confirmation'; confirmationId: number; name: string; title: string }
  | { kind: 'release'; reason: string }
  | { kind: 'advance'; to: LoadState; gate?: GateAsked }
  | { kind: 'cancel'; reason: string }

export type LoadEvent =
  | { kind: 'state_changed'; from: LoadState; to: LoadState }
  | {
      kind: 'limits_set'
      from: { targetMinor: number | null; mostMinor: number | null }
      to: { targetMinor: number; mostMinor: number }
    }
  | { kind: 'posting_asked'; board: string }
  | { kind: 'posting_removal_asked'; postingId: number; board: string }
  | { kind: 'posting_update_asked'; postingId: number; board: string }
  | {
      kind: 'offer_recorded'
      carrierId: number
      carrierName: string
      payMinor: number
      asked?: AgreedPrice
      source: OfferSource
      goodUntil: number | null
      note: string
    }
  | {
      kind: 'offer_repriced'
      offerId: number
      carrierName: string
      from: number
      payMinor: number
      asked?: AgreedPrice
      source: OfferSource
      goodUntil: number | null
      note: string
    }
  | { kind: 'offer_countered'; offerId: number; carrierName: string; from: number; to: number; byPhone?: boolean }
  | {
      kind: 'offer_answer_asked'
      offerId: number
      carrierName: string
      source: OfferSource
      answer: 'countered' | 'declined'
      amountMinor: number
    }
  | { kind: 'price_passed'; payMinor: number; over: string[]; because: string }
  | {
      kind: 'offer_ended'
      offerId: number
      carrierName: string
      payMinor: number
      to: 'declined' | 'lapsed' | 'turned_down'
      byPhone?: boolean
    }
  | {
      kind: 'load_awarded'
      offerId: number
      carrierId: number
      carrierName: string
      buyCharges: Charge[]
      payMinor: number
      agreed?: AgreedPrice
      override: string | null
      policyVersion: number
    }
  | {
      kind: 'gate_passed'
      carrierId: number
      stage: GateStage
      reasons: { code: string; message: string }[]
      because: string
      policyVersion: number
    }
  | { kind: 'terms_changed'; changes: Change[] }
  | { kind: 'confirmation_voided'; confirmationId: number; version: number }
  | { kind: 'confirmation_issued'; version: number }
  | { kind: 'confirmation_mail_asked'; confirmationId: number; version: number; to: string }
  | { kind: 'confirmation_accepted'; confirmationId: number; version: number; name: string; title: string }
  | { kind: 'award_released'; carrierId?: number; carrierName: string; reason: string; confirmationSent?: boolean }
  | { kind: 'load_cancelled'; from: LoadState; reason: string }

export type Decision = { events: LoadEvent[] } | { refusal: Refusal }

/** The steps of a covered load's life that follow one another, with no other condition. */
const nextSteps: Partial<Record<LoadState, LoadState[]>> = {
  covered: ['dispatched'],
  dispatched: ['in_transit', 'covered'],
  in_transit: ['delivered'],
  delivered: ['paperwork_in'],
  paperwork_in: ['invoiced'],
  invoiced: ['paid'],
  paid: ['invoiced'],
}

const cancellable: LoadState[] = ['draft', 'uncovered', 'covered', 'dispatched', 'in_transit']

/**
 * What a command does to a load as it stands at `now` (UTC milliseconds): the events to record,
 * or why not. Pure: asking twice changes nothing, so a button may ask before it is pressed.
 */
export function decide(load: LoadFacts, command: LoadCommand, now: number): Decision {
  switch (command.kind) {
    case 'open':
      return decideOpen(load, command.problems)
    case 'set_limits':
      return decideLimits(load, command)
    case 'post':
      return decidePost(load, command)
    case 'unpost':
      return decideUnpost(load, command.postingId)
    case 'record_offer':
      return decideOffer(load, command, now)
    case 'counter_offer':
      return decideCounter(load, command.offerId, command.counterMinor, now)
    case 'decline_offer':
      return withOpenOffer(load, command.offerId, (offer) => ({
        events: [
          { ...endOffer(offer, 'declined'), byPhone: !isWritten(offer) },
          ...answerTo(offer, 'declined', offer.payMinor),
        ],
      }))
    case 'lapse_offers':
      return { events: load.offers.filter((offer) => isPast(offer, now)).map((offer) => endOffer(offer, 'lapsed')) }
    case 'award':
      return decideAward(load, command, now)
    case 'revise':
      return decideRevision(load, command)
    case 'send_confirmation':
      return decideSend(load, command)
    case 'accept_confirmation':
      return decideAcceptance(load, command)
    case 'release':
      return decideRelease(load, command.reason)
    case 'advance':
      return decideAdvance(load, command.to, command.gate)
    case 'cancel':
      return decideCancel(load, command.reason)
  }
}

function decideOpen(load: LoadFacts, problems: Problem[]): Decision {
  if (load.state !== 'draft') return refuse('not_a_draft', load)
  const stop = problems.find((problem) => problem.severity === 'stop')
  return stop
    ? refuse('not_ready', load, stop.message)
    : { events: [{ kind: 'state_changed', from: 'draft', to: 'uncovered' }] }
}

function decideLimits(load: LoadFacts, to: { targetMinor: number; mostMinor: number; mayExceed?: boolean }): Decision {
  if (to.targetMinor > to.mostMinor) return refuse('target_over_most', load)
  const over = overWords({ ...load, mostMinor: null }, to.mostMinor)
  if (over.length > 0 && !to.mayExceed) return refuse('may_not_exceed', load, over.join('; '))
  if (load.state !== 'draft' && load.state !== 'uncovered') return refuse('already_covered', load)
  if (load.targetMinor === to.targetMinor && load.mostMinor === to.mostMinor) return { events: [] }
  const from = { targetMinor: load.targetMinor, mostMinor: load.mostMinor }
  return { events: [{ kind: 'limits_set', from, to: { targetMinor: to.targetMinor, mostMinor: to.mostMinor } }] }
}

const isOut = (state: PostingState) => state === 'asked' || state === 'up'

function decidePost(load: LoadFacts, { board, tells = [] }: LoadCommand & { kind: 'post' }): Decision {
  if (load.state !== 'uncovered') return refuse('not_uncovered', load)
  if (tells.length > 0) return refuse('tells_too_much', load, tells.join('; '))
  if (load.postings.some((posting) => posting.board === board && isOut(posting.state)))
    return refuse('already_posted', load, board)
  return { events: [{ kind: 'posting_asked', board }] }
}

function decideUnpost(load: LoadFacts, postingId: number): Decision {
  const posting = load.postings.find((candidate) => candidate.id === postingId)
  if (!posting || !isOut(posting.state)) return refuse('not_posted', load)
  return { events: [{ kind: 'posting_removal_asked', postingId, board: posting.board }] }
}

function decideOffer(load: LoadFacts, command: LoadCommand & { kind: 'record_offer' }, now: number): Decision {
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

function decideCounter(load: LoadFacts, offerId: number, counterMinor: number, now: number): Decision {
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

/** Who wrote is answered in writing; anybody else is to be told by phone, and the log says so. */
const isWritten = (offer: OfferFacts) => offer.source === 'mail'

const answerTo = (offer: OfferFacts, answer: 'countered' | 'declined', amountMinor: number): LoadEvent[] =>
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
  load: Pick<LoadFacts, 'mostMinor' | 'sellMinor' | 'middleMinor'>,
  payMinor: number,
): string[] {
  return [
    load.mostMinor !== null && payMinor > load.mostMinor
      ? `${formatMoney(payMinor)} is ${formatMoney(payMinor - load.mostMinor)} above max`
      : null,
    load.sellMinor > 0 && payMinor > load.sellMinor
      ? `${formatMoney(payMinor)} is a loss of ${formatMoney(payMinor - load.sellMinor)}`
      : null,
    load.middleMinor === null ? null : outByTenWords(payMinor, load.middleMinor),
  ].filter((words): words is string => words !== null)
}

function priceRefusal(load: LoadFacts, payMinor: number, leave: PriceLeave): Decision | null {
  const over = overWords(load, payMinor)
  if (over.length === 0) return null
  if (!leave.mayExceed) return refuse('may_not_exceed', load, over.join('; '))
  return leave.reason ? null : refuse('price_needs_reason', load, over.join('; '))
}

function pricePassed(load: LoadFacts, payMinor: number, leave: PriceLeave): LoadEvent[] {
  const over = overWords(load, payMinor)
  return over.length === 0 ? [] : [{ kind: 'price_passed', payMinor, over, because: leave.reason! }]
}

function withOpenOffer(load: LoadFacts, offerId: number, then: (offer: OfferFacts) => Decision): Decision {
  const offer = load.offers.find((candidate) => candidate.id === offerId)
  if (!offer) return refuse('no_such_offer', load)
  if (offer.state === 'lapsed') return refuse('offer_lapsed', load, offer.carrierName)
  return offer.state === 'open' ? then(offer) : refuse('offer_ended', load, offer.carrierName)
}

const isPast = (offer: OfferFacts, now: number) =>
  offer.state === 'open' && offer.goodUntil !== null && offer.goodUntil <= now

const endOffer = (
  offer: OfferFacts,
  to: 'declined' | 'lapsed' | 'turned_down',
): LoadEvent & { kind: 'offer_ended' } => ({
  kind: 'offer_ended',
  offerId: offer.id,
  carrierName: offer.carrierName,
  payMinor: offer.payMinor,
  to,
})

function decideAward(load: LoadFacts, command: LoadCommand & { kind: 'award' }, now: number): Decision {
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
        { kind: 'confirmation_issued', version: (load.confirmation?.version ?? 0) + 1 },
      ],
    }
  })
}

function gateRefusal(
  load: LoadFacts,
  { verdict, override, mayOverride, bar }: GateAsked,
  code: 'gate_stops' | 'gate_holds' | 'gate_holds_confirmation',
): Decision | null {
  if (verdict.verdict !== 'stop') return null
  if (!override) return refuse(code, load, verdict.reasons[0]?.message)
  if (!mayOverride) return refuse('may_not_override', load)
  return bar === null ? null : refuse('nobody_may_override', load, bar)
}

function gatePassed(stage: GateStage, carrierId: number, { verdict, override }: GateAsked): LoadEvent[] {
  if (verdict.verdict !== 'stop' || override === null) return []
  const reasons = verdict.reasons
    .filter((reason) => reason.severity === 'stop')
    .map(({ code, message }) => ({ code, message }))
  return [{ kind: 'gate_passed', carrierId, stage, reasons, because: override, policyVersion: verdict.policyVersion }]
}

const removeAll = (load: LoadFacts): LoadEvent[] =>
  load.postings
    .filter((posting) => isOut(posting.state))
    .map((posting) => ({ kind: 'posting_removal_asked', postingId: posting.id, board: posting.board }))

function decideRevision(load: LoadFacts, { changes, carrierSeesIt, pay }: LoadCommand & { kind: 'revise' }): Decision {
  if (changes.length === 0) return { events: [] }
  const exceeds = pay ? priceRefusal(load, pay.payMinor, pay.price) : null
  if (exceeds) return exceeds
  if (['delivered', 'paperwork_in', 'invoiced', 'paid', 'cancelled'].includes(load.state))
    return refuse('too_late_to_change', load)
  const updates: LoadEvent[] = load.postings
    .filter((posting) => isOut(posting.state))
    .map((posting) => ({ kind: 'posting_update_asked', postingId: posting.id, board: posting.board }))
  const changed: LoadEvent[] = [
    ...(pay ? pricePassed(load, pay.payMinor, pay.price) : []),
    { kind: 'terms_changed', changes },
    ...updates,
  ]
  if (!carrierSeesIt || !load.award || !load.confirmation || load.confirmation.state === 'void')
    return { events: changed }
  const { id, version } = load.confirmation
  return {
    events: [
      ...changed,
      { kind: 'confirmation_voided', confirmationId: id, version },
      { kind: 'confirmation_issued', version: version + 1 },
    ],
  }
}

function decideSend(
  load: LoadFacts,
  { to, again, gate, tells = [] }: LoadCommand & { kind: 'send_confirmation' },
): Decision {
  const confirmation = load.confirmation
  if (!load.award || !confirmation || confirmation.state === 'void') return refuse('no_confirmation', load)
  if (confirmation.state === 'accepted') return refuse('already_accepted', load)
  if (confirmation.state === 'sent' && !again) return refuse('already_sent', load)
  if (tells.length > 0) return refuse('confirmation_tells_too_much', load, tells.join('; '))
  const held = gate ? gateRefusal(load, gate, 'gate_holds_confirmation') : null
  if (held) return held
  const passed = gate ? gatePassed('confirmation', load.award.carrierId, gate) : []
  return {
    events: [
      ...passed,
      { kind: 'confirmation_mail_asked', confirmationId: confirmation.id, version: confirmation.version, to },
    ],
  }
}

function decideAcceptance(load: LoadFacts, command: LoadCommand & { kind: 'accept_confirmation' }): Decision {
  const confirmation = load.confirmation
  if (!confirmation || !load.award || confirmation.id !== command.confirmationId || confirmation.state === 'void')
    return refuse('confirmation_void', load)
  if (confirmation.state === 'accepted') return refuse('already_accepted', load)
  return {
    events: [
      {
        kind: 'confirmation_accepted',
        confirmationId: confirmation.id,
        version: confirmation.version,
        name: command.name,
        title: command.title,
      },
    ],
  }
}

function voidConfirmation(load: LoadFacts): LoadEvent[] {
  const confirmation = load.confirmation
  if (!confirmation || confirmation.state === 'void') return []
  return [{ kind: 'confirmation_voided', confirmationId: confirmation.id, version: confirmation.version }]
}

function decideRelease(load: LoadFacts, reason: string): Decision {
  if (!load.award || !['covered', 'dispatched'].includes(load.state)) return refuse('no_award', load)
  const { carrierId, carrierName } = load.award
  // Where it was posted before, it goes up again: the truck that fell through leaves less time than before.
  const boards = [
    ...new Set(
      load.postings.filter(({ state }) => state === 'down' || state === 'removal_asked').map(({ board }) => board),
    ),
  ]
  const confirmationSent =
    load.confirmation !== null && (load.confirmation.state === 'sent' || load.confirmation.state === 'accepted')
  return {
    events: [
      { kind: 'award_released', carrierId, carrierName, reason, confirmationSent },
      { kind: 'state_changed', from: load.state, to: 'uncovered' },
      ...voidConfirmation(load),
      ...boards.map((board): LoadEvent => ({ kind: 'posting_asked', board })),
    ],
  }
}

function decideAdvance(load: LoadFacts, to: LoadState, gate: GateAsked | undefined): Decision {
  if (!nextSteps[load.state]?.includes(to)) return refuse('impossible_step', load, to)
  if (to === 'dispatched' && load.confirmation?.state !== 'accepted') return refuse('not_confirmed', load)
  const held = to === 'dispatched' && gate ? gateRefusal(load, gate, 'gate_holds') : null
  if (held) return held
  const passed = to === 'dispatched' && gate && load.award ? gatePassed('dispatch', load.award.carrierId, gate) : []
  return { events: [...passed, { kind: 'state_changed', from: load.state, to }] }
}

function decideCancel(load: LoadFacts, reason: string): Decision {
  if (!cancellable.includes(load.state)) return refuse('too_late_to_cancel', load)
  const offers = load.offers.filter((offer) => offer.state === 'open').map((offer) => endOffer(offer, 'turned_down'))
  return {
    events: [
      { kind: 'load_cancelled', from: load.state, reason },
      ...offers,
      ...removeAll(load),
      ...voidConfirmation(load),
    ],
  }
}

/** The states a load may be moved to by hand from where it stands. */
export const stepsFrom = (state: LoadState): LoadState[] => nextSteps[state] ?? []
