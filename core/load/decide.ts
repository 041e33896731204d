import type { GateAsked, LoadCommand, LoadEvent, LoadFacts } from './command'
import { decideAcceptance, decideObjection, decideRevision, decideSend, voidConfirmation } from './decide-confirmation'
import { decideGuide, endGuide } from './decide-guide'
import {
  answerTo,
  decideAward,
  decideCounter,
  decideOffer,
  decideReopen,
  endOffer,
  gatePassed,
  gateRefusal,
  isPast,
  isWritten,
  overWords,
  withOpenOffer,
} from './decide-offer'
import { decidePost, decideSetPosting, decideUnpost, removeAll } from './decide-posting'
import type { LoadState } from './load'
import type { Problem } from './problem'
import type { Decision } from './refusals'
import { refuse } from './refusals'
import { awaitingPickup, cancellable } from './states'

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

/**
 * What a command does to a load as it is at `now` (UTC milliseconds): the events to record,
 * or why not. Pure: asking twice changes nothing, so a button may ask before it is pressed.
 */
export function decide(load: LoadFacts, command: LoadCommand, now: number): Decision {
  switch (command.kind) {
    case 'open':
      return decideOpen(load, command.problems)
    case 'withdraw':
      return decideWithdraw(load, command.reason)
    case 'set_limits':
      return decideLimits(load, command)
    case 'post':
      return decidePost(load, command)
    case 'unpost':
      return decideUnpost(load, command.postingId)
    case 'offer_guide':
    case 'answer_guide':
    case 'stop_guide':
      return decideGuide(load, command, now)
    case 'set_posting':
      return decideSetPosting(load, command)
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
    case 'reopen_offer':
      return decideReopen(load, command.offerId)
    case 'lapse_offers':
      return { events: load.offers.filter((offer) => isPast(offer, now)).map((offer) => endOffer(offer, 'lapsed')) }
    case 'award':
      return decideAward(load, command, now)
    case 'revise':
      return decideRevision(load, command)
    case 'send_confirmation':
      return decideSend(load, command)
    case 'object_to_confirmation':
      return decideObjection(load, command)
    case 'accept_confirmation':
      return decideAcceptance(load, command)
    case 'give_to': {
      const { from, to } = command
      return { events: from.id === to.id ? [] : [{ kind: 'rep_changed', from, to }] }
    }
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

/** Back to a draft: off the boards, the offers stay as they are. */
function decideWithdraw(load: LoadFacts, reason: string): Decision {
  if (load.state !== 'uncovered') return refuse('not_uncovered', load)
  return {
    events: [
      { kind: 'load_withdrawn', reason },
      { kind: 'state_changed', from: 'uncovered', to: 'draft' },
      ...removeAll(load),
      ...endGuide(load, 'withdrawn'),
    ],
  }
}

function decideLimits(
  load: LoadFacts,
  to: { targetPayMinor: number; maxPayMinor: number; mayExceed?: boolean },
): Decision {
  if (to.targetPayMinor > to.maxPayMinor) return refuse('target_over_max', load)
  const over = overWords({ ...load, maxPayMinor: null }, to.maxPayMinor)
  if (over.length > 0 && !to.mayExceed) return refuse('may_not_exceed', load, over.join('; '))
  if (load.state !== 'draft' && load.state !== 'uncovered') return refuse('already_covered', load)
  if (load.targetPayMinor === to.targetPayMinor && load.maxPayMinor === to.maxPayMinor) return { events: [] }
  const from = { targetPayMinor: load.targetPayMinor, maxPayMinor: load.maxPayMinor }
  return {
    events: [{ kind: 'limits_set', from, to: { targetPayMinor: to.targetPayMinor, maxPayMinor: to.maxPayMinor } }],
  }
}

function decideRelease(load: LoadFacts, reason: string): Decision {
  if (!load.award || !awaitingPickup.has(load.state)) return refuse('no_award', load)
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
  if (!cancellable.has(load.state)) return refuse('too_late_to_cancel', load)
  const offers = load.offers.filter((offer) => offer.state === 'open').map((offer) => endOffer(offer, 'turned_down'))
  return {
    events: [
      { kind: 'load_cancelled', from: load.state, reason },
      ...offers,
      ...removeAll(load),
      ...endGuide(load, 'withdrawn'),
      ...voidConfirmation(load),
    ],
  }
}

/** The states a load may be moved to by hand from where it is. */
export const stepsFrom = (state: LoadState): LoadState[] => nextSteps[state] ?? []
