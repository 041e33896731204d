import type { Charge } from '../charge/charge'
import type { OfferSource, OfferState } from '../offer/offer'
import type { Verdict } from '../vetting/vetting'
import type { Problem } from './checks'
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
}

export interface OfferFacts {
  id: number
  carrierId: number
  carrierName: string
  payMinor: number
  counterMinor: number | null
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

export type LoadCommand =
  | { kind: 'open'; problems: Problem[] }
  | { kind: 'set_limits'; targetMinor: number; mostMinor: number }
  /** `tells`: what of our secrets stands in the texts that would go out. */
  | { kind: 'post'; board: string; tells?: string[] }
  | { kind: 'unpost'; postingId: number }
  | { kind: 'record_offer'; carrierId: number; carrierName: string; payMinor: number; source: OfferSource; goodUntil: number | null; note: string }
  | { kind: 'counter_offer'; offerId: number; counterMinor: number }
  | { kind: 'decline_offer'; offerId: number }
  | { kind: 'lapse_offers' }
  | { kind: 'award'; offerId: number; buyCharges: Charge[]; payMinor: number; gate: GateAsked }
  | { kind: 'revise'; changes: Change[]; carrierSeesIt: boolean }
  | { kind: 'send_confirmation'; to: string; again: boolean; gate?: GateAsked; tells?: string[] }
  | { kind: 'accept_confirmation'; confirmationId: number; name: string; title: string }
  | { kind: 'release'; reason: string }
  | { kind: 'advance'; to: LoadState; gate?: GateAsked }
  | { kind: 'cancel'; reason: string }

export type LoadEvent =
  | { kind: 'state_changed'; from: LoadState; to: LoadState }
  | { kind: 'limits_set'; from: { targetMinor: number | null; mostMinor: number | null }; to: { targetMinor: number; mostMinor: number } }
  | { kind: 'posting_asked'; board: string }
  | { kind: 'posting_removal_asked'; postingId: number; board: string }
  | { kind: 'posting_update_asked'; postingId: number; board: string }
  | { kind: 'offer_recorded'; carrierId: number; carrierName: string; payMinor: number; source: OfferSource; goodUntil: number | null; note: string }
  | { kind: 'offer_countered'; offerId: number; carrierName: string; from: number; to: number }
  | { kind: 'offer_ended'; offerId: number; carrierName: string; payMinor: number; to: 'declined' | 'lapsed' | 'turned_down' }
  | { kind: 'load_awarded'; offerId: number; carrierId: number; carrierName: string; buyCharges: Charge[]; payMinor: number; override: string | null; policyVersion: number }
  | { kind: 'gate_passed'; carrierId: number; stage: GateStage; reasons: { code: string; message: string }[]; because: string; policyVersion: number }
  | { kind: 'terms_changed'; changes: Change[] }
  | { kind: 'confirmation_voided'; confirmationId: number; version: number }
  | { kind: 'confirmation_issued'; version: number }
  | { kind: 'confirmation_mail_asked'; confirmationId: number; version: number; to: string }
  | { kind: 'confirmation_accepted'; confirmationId: number; version: number; name: string; title: string }
  | { kind: 'award_released'; carrierName: string; reason: string }
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
      return withOpenOffer(load, command.offerId, (offer) => ({ events: [endOffer(offer, 'declined')] }))
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
  return stop ? refuse('not_ready', load, stop.message) : { events: [{ kind: 'state_changed', from: 'draft', to: 'uncovered' }] }
}

function decideLimits(load: LoadFacts, to: { targetMinor: number; mostMinor: number }): Decision {
  if (to.targetMinor > to.mostMinor) return refuse('target_over_most', load)
  if (load.state !== 'draft' && load.state !== 'uncovered') return refuse('already_covered', load)
  if (load.targetMinor === to.targetMinor && load.mostMinor === to.mostMinor) return { events: [] }
  const from = { targetMinor: load.targetMinor, mostMinor: load.mostMinor }
  return { events: [{ kind: 'limits_set', from, to: { targetMinor: to.targetMinor, mostMinor: to.mostMinor } }] }
}

const isOut = (state: PostingState) => state === 'asked' || state === 'up'

function decidePost(load: LoadFacts, { board, tells = [] }: LoadCommand & { kind: 'post' }): Decision {
  if (load.state !== 'uncovered') return refuse('not_uncovered', load)
  if (tells.length > 0) return refuse('tells_too_much', load, tells.join('; '))
  if (load.postings.some((posting) => posting.board === board && isOut(posting.state))) return refuse('already_posted', load, board)
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
  // A carrier that names a new price takes its old one back.
  const replaced = load.offers.filter((offer) => offer.carrierId === command.carrierId && offer.state === 'open')
  const { kind: _, ...offer } = command
  return { events: [...replaced.map((old) => endOffer(old, 'turned_down')), { kind: 'offer_recorded', ...offer }] }
}

function decideCounter(load: LoadFacts, offerId: number, counterMinor: number, now: number): Decision {
  return withOpenOffer(load, offerId, (offer) => {
    if (isPast(offer, now)) return refuse('offer_lapsed', load, offer.carrierName)
    if (counterMinor >= offer.payMinor) return refuse('counter_not_lower', load)
    return { events: [{ kind: 'offer_countered', offerId, carrierName: offer.carrierName, from: offer.counterMinor ?? offer.payMinor, to: counterMinor }] }
  })
}

function withOpenOffer(load: LoadFacts, offerId: number, then: (offer: OfferFacts) => Decision): Decision {
  const offer = load.offers.find((candidate) => candidate.id === offerId)
  if (!offer) return refuse('no_such_offer', load)
  if (offer.state === 'lapsed') return refuse('offer_lapsed', load, offer.carrierName)
  return offer.state === 'open' ? then(offer) : refuse('offer_ended', load, offer.carrierName)
}

const isPast = (offer: OfferFacts, now: number) => offer.state === 'open' && offer.goodUntil !== null && offer.goodUntil <= now

const endOffer = (offer: OfferFacts, to: 'declined' | 'lapsed' | 'turned_down'): LoadEvent => ({ kind: 'offer_ended', offerId: offer.id, carrierName: offer.carrierName, payMinor: offer.payMinor, to })

function decideAward(load: LoadFacts, command: LoadCommand & { kind: 'award' }, now: number): Decision {
  if (load.award) return refuse('already_awarded', load)
  if (load.state !== 'uncovered') return refuse('not_uncovered', load)
  return withOpenOffer(load, command.offerId, (offer) => {
    if (isPast(offer, now)) return refuse('offer_lapsed', load, offer.carrierName)
    if (command.payMinor <= 0) return refuse('nothing_agreed', load)
    const stopped = gateRefusal(load, command.gate, 'gate_stops')
    if (stopped) return stopped
    const others = load.offers.filter((other) => other.state === 'open' && other.id !== offer.id)
    return {
      events: [
        { kind: 'load_awarded', offerId: offer.id, carrierId: offer.carrierId, carrierName: offer.carrierName, buyCharges: command.buyCharges, payMinor: command.payMinor, override: command.gate.verdict.verdict === 'stop' ? command.gate.override : null, policyVersion: command.gate.verdict.policyVersion },
        ...gatePassed('award', offer.carrierId, command.gate),
        { kind: 'state_changed', from: load.state, to: 'covered' },
        ...others.map((other) => endOffer(other, isPast(other, now) ? 'lapsed' : 'turned_down')),
        ...removeAll(load),
        { kind: 'confirmation_issued', version: (load.confirmation?.version ?? 0) + 1 },
      ],
    }
  })
}

function gateRefusal(load: LoadFacts, { verdict, override, mayOverride, bar }: GateAsked, code: 'gate_stops' | 'gate_holds' | 'gate_holds_confirmation'): Decision | null {
  if (verdict.verdict !== 'stop') return null
  if (!override) return refuse(code, load, verdict.reasons[0]?.message)
  if (!mayOverride) return refuse('may_not_override', load)
  return bar === null ? null : refuse('nobody_may_override', load, bar)
}

function gatePassed(stage: GateStage, carrierId: number, { verdict, override }: GateAsked): LoadEvent[] {
  if (verdict.verdict !== 'stop' || override === null) return []
  const reasons = verdict.reasons.filter((reason) => reason.severity === 'stop').map(({ code, message }) => ({ code, message }))
  return [{ kind: 'gate_passed', carrierId, stage, reasons, because: override, policyVersion: verdict.policyVersion }]
}

const removeAll = (load: LoadFacts): LoadEvent[] =>
  load.postings.filter((posting) => isOut(posting.state)).map((posting) => ({ kind: 'posting_removal_asked', postingId: posting.id, board: posting.board }))

function decideRevision(load: LoadFacts, { changes, carrierSeesIt }: LoadCommand & { kind: 'revise' }): Decision {
  if (changes.length === 0) return { events: [] }
  if (['delivered', 'paperwork_in', 'invoiced', 'paid', 'cancelled'].includes(load.state)) return refuse('too_late_to_change', load)
  const updates: LoadEvent[] = load.postings.filter((posting) => isOut(posting.state)).map((posting) => ({ kind: 'posting_update_asked', postingId: posting.id, board: posting.board }))
  const changed: LoadEvent[] = [{ kind: 'terms_changed', changes }, ...updates]
  if (!carrierSeesIt || !load.award || !load.confirmation || load.confirmation.state === 'void') return { events: changed }
  const { id, version } = load.confirmation
  return { events: [...changed, { kind: 'confirmation_voided', confirmationId: id, version }, { kind: 'confirmation_issued', version: version + 1 }] }
}

function decideSend(load: LoadFacts, { to, again, gate, tells = [] }: LoadCommand & { kind: 'send_confirmation' }): Decision {
  const confirmation = load.confirmation
  if (!load.award || !confirmation || confirmation.state === 'void') return refuse('no_confirmation', load)
  if (confirmation.state === 'accepted') return refuse('already_accepted', load)
  if (confirmation.state === 'sent' && !again) return refuse('already_sent', load)
  if (tells.length > 0) return refuse('confirmation_tells_too_much', load, tells.join('; '))
  const held = gate ? gateRefusal(load, gate, 'gate_holds_confirmation') : null
  if (held) return held
  const passed = gate ? gatePassed('confirmation', load.award.carrierId, gate) : []
  return { events: [...passed, { kind: 'confirmation_mail_asked', confirmationId: confirmation.id, version: confirmation.version, to }] }
}

function decideAcceptance(load: LoadFacts, command: LoadCommand & { kind: 'accept_confirmation' }): Decision {
  const confirmation = load.confirmation
  if (!confirmation || !load.award || confirmation.id !== command.confirmationId || confirmation.state === 'void') return refuse('confirmation_void', load)
  if (confirmation.state === 'accepted') return refuse('already_accepted', load)
  return { events: [{ kind: 'confirmation_accepted', confirmationId: confirmation.id, version: confirmation.version, name: command.name, title: command.title }] }
}

function voidConfirmation(load: LoadFacts): LoadEvent[] {
  const confirmation = load.confirmation
  if (!confirmation || confirmation.state === 'void') return []
  return [{ kind: 'confirmation_voided', confirmationId: confirmation.id, version: confirmation.version }]
}

function decideRelease(load: LoadFacts, reason: string): Decision {
  if (!load.award || !['covered', 'dispatched'].includes(load.state)) return refuse('no_award', load)
  return { events: [{ kind: 'award_released', carrierName: load.award.carrierName, reason }, { kind: 'state_changed', from: load.state, to: 'uncovered' }, ...voidConfirmation(load)] }
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
  return { events: [{ kind: 'load_cancelled', from: load.state, reason }, ...offers, ...removeAll(load), ...voidConfirmation(load)] }
}

/** The states a load may be moved to by hand from where it stands. */
export const stepsFrom = (state: LoadState): LoadState[] => nextSteps[state] ?? []
