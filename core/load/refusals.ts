import type { LoadFacts } from './command'
import type { LoadState } from './load'
import { loadStateWords } from './words'

export type RefusalCode =
  | 'not_a_draft'
  | 'not_ready'
  | 'target_over_most'
  | 'already_covered'
  | 'not_uncovered'
  | 'already_posted'
  | 'not_posted'
  | 'already_awarded'
  | 'offer_already_past'
  | 'offer_lapsed'
  | 'offer_ended'
  | 'no_such_offer'
  | 'counter_not_lower'
  | 'nothing_agreed'
  | 'gate_stops'
  | 'gate_holds'
  | 'gate_holds_confirmation'
  | 'may_not_override'
  | 'nobody_may_override'
  | 'too_late_to_change'
  | 'no_confirmation'
  | 'already_accepted'
  | 'already_sent'
  | 'confirmation_void'
  | 'may_not_exceed'
  | 'price_needs_reason'
  | 'offer_out_by_ten'
  | 'no_exchange_rate'
  | 'tells_too_much'
  | 'confirmation_tells_too_much'
  | 'no_award'
  | 'impossible_step'
  | 'not_confirmed'
  | 'too_late_to_cancel'

/** A rule's no: a code for programs, a sentence for people. */
export interface Refusal {
  code: RefusalCode
  message: string
}

/** The refusal with its sentence about this load; `detail` is what the code leaves open. */
export function refuse(code: RefusalCode, load: LoadFacts, detail?: string): { refusal: Refusal } {
  return { refusal: { code, message: sentence(code, load, detail ?? '') } }
}

function sentence(code: RefusalCode, load: LoadFacts, detail: string): string {
  const state = loadStateWords[load.state].toLowerCase()
  switch (code) {
    case 'not_a_draft':
      return `${load.number} is ${state}: only a draft can be opened for cover.`
    case 'not_ready':
      return `${load.number} cannot be opened yet: ${detail}.`
    case 'target_over_most':
      return 'The target is above max pay.'
    case 'already_covered':
      return `${load.number} is ${state}: its target and max are settled.`
    case 'not_uncovered':
      return `${load.number} is ${state}${load.state === 'draft' ? ': open it for cover first' : ', not open for cover'}.`
    case 'already_posted':
      return `${load.number} is on ${detail} already.`
    case 'may_not_exceed':
      return `${detail}. Only a manager may do that, with a reason.`
    case 'price_needs_reason':
      return `${detail}. Say why, it stays in the log.`
    case 'offer_out_by_ten':
      return `${detail} Record it once more if that is what they said.`
    case 'no_exchange_rate':
      return detail
    case 'tells_too_much':
      return `Held back, because of what you wrote for carriers: ${detail}. Change the note (e), then post it.`
    case 'confirmation_tells_too_much':
      return `Held back, because of what you wrote for carriers: ${detail}. Change the note (e), or say that it may go out as it is.`
    case 'not_posted':
      return `${load.number} has no such posting.`
    case 'already_awarded':
      return `${load.number} is already awarded to ${load.award?.carrierName ?? 'another carrier'}.`
    case 'offer_already_past':
      return 'This offer has expired.'
    case 'offer_lapsed':
      return `The offer of ${detail} has lapsed: ask them again.`
    case 'offer_ended':
      return `The offer of ${detail} is no longer open.`
    case 'no_such_offer':
      return `${load.number} has no such offer.`
    case 'counter_not_lower':
      return 'A counter is below what the carrier asks.'
    case 'nothing_agreed':
      return 'The agreed pay comes to nothing: give the line haul.'
    case 'gate_stops':
      return `Vetting blocks this award: ${detail}.`
    case 'may_not_override':
      return 'Only a manager may override vetting.'
    case 'gate_holds':
      return `Vetting holds this dispatch: ${detail}.`
    case 'gate_holds_confirmation':
      return `Vetting holds this rate confirmation back: ${detail}.`
    case 'nobody_may_override':
      return `The policy lets you go no further here: ${detail}.`
    case 'too_late_to_change':
      return `${load.number} is ${state}: its terms can no longer change.`
    case 'no_confirmation':
      return `${load.number} has no rate confirmation to send.`
    case 'already_accepted':
      return 'This rate confirmation is accepted already.'
    case 'already_sent':
      return 'This rate confirmation is sent already: send it again only if they ask.'
    case 'confirmation_void':
      return 'This rate confirmation is void: a newer version or another award took its place.'
    case 'no_award':
      return `${load.number} has no award to release.`
    case 'impossible_step':
      return `${load.number} is ${state}: it cannot become ${loadStateWords[detail as LoadState]?.toLowerCase() ?? detail}.`
    case 'not_confirmed':
      return 'The carrier has not accepted the rate confirmation yet.'
    case 'too_late_to_cancel':
      return `${load.number} is ${state}: too late to cancel.`
  }
}
