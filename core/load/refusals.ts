import type { LoadEvent, LoadFacts } from './command'
import type { LoadState } from './load'
import { loadStateWords } from './words'

/** What a sentence may speak of: the load, its state in words, and what the code leaves open. */
interface Said {
  load: LoadFacts
  state: string
  detail: string
}

/** Every way a command on a load can be refused, with its sentence. */
const sentences = {
  not_a_draft: ({ load, state }) => `${load.number} is ${state}: only a draft can be opened for cover.`,
  not_ready: ({ load, detail }) => `${load.number} cannot be opened yet: ${detail}.`,
  target_over_max: () => 'The target is above max pay.',
  already_covered: ({ load, state }) => `${load.number} is ${state}: its target and max are settled.`,
  not_uncovered: ({ load, state }) =>
    `${load.number} is ${state}${load.state === 'draft' ? ': open it for cover first' : ', not open for cover'}.`,
  already_posted: ({ load, detail }) => `${load.number} is on ${detail} already.`,
  may_not_exceed: ({ detail }) => `${detail}. Only a manager may do that, with a reason.`,
  price_needs_reason: ({ detail }) => `${detail}. Say why, it stays in the log.`,
  offer_out_by_ten: ({ detail }) => `${detail} Record it once more if that is what they said.`,
  no_exchange_rate: ({ detail }) => detail,
  tells_too_much: ({ detail }) =>
    `Held back, because of what you wrote for carriers: ${detail}. Change the note (e), then post it.`,
  confirmation_tells_too_much: ({ detail }) =>
    `Held back, because of what you wrote for carriers: ${detail}. Change the note (e), or say that it may go out as it is.`,
  not_posted: ({ load }) => `${load.number} has no such posting.`,
  already_awarded: ({ load }) =>
    `${load.number} is already awarded to ${load.award?.carrierName ?? 'another carrier'}.`,
  offer_already_past: () => 'This offer has expired.',
  offer_lapsed: ({ detail }) => `The offer of ${detail} has lapsed: ask them again.`,
  offer_ended: ({ detail }) => `The offer of ${detail} is no longer open.`,
  offer_stands: ({ detail }) => `${detail} has an open offer already.`,
  no_such_offer: ({ load }) => `${load.number} has no such offer.`,
  counter_not_lower: () => 'A counter is below what the carrier asks.',
  nothing_agreed: () => 'The agreed pay comes to nothing: give the line haul.',
  gate_stops: ({ detail }) => `Vetting blocks this award: ${detail}.`,
  may_not_override: () => 'Only a manager may override vetting.',
  gate_holds: ({ detail }) => `Vetting holds this dispatch: ${detail}.`,
  gate_holds_confirmation: ({ detail }) => `Vetting holds this rate confirmation back: ${detail}.`,
  nobody_may_override: ({ detail }) => `The policy lets you go no further here: ${detail}.`,
  too_late_to_change: ({ load, state, detail }) =>
    `${load.number} is ${state}: its ${detail.toLowerCase()} can no longer change.`,
  no_confirmation: ({ load }) => `${load.number} has no rate confirmation to send.`,
  already_accepted: () => 'This rate confirmation is accepted already.',
  already_sent: () => 'This rate confirmation is sent already: send it again only if they ask.',
  confirmation_void: () => 'This rate confirmation is void: a newer version or another award took its place.',
  guide_waits: ({ detail }) => `${detail} has this load to answer: wait, or offer it to the next one now.`,
  guide_over: () => 'This load is not open to you any more. Thank you for looking at it.',
  no_award: ({ load }) => `${load.number} has no award to release.`,
  impossible_step: ({ load, state, detail }) =>
    `${load.number} is ${state}: it cannot become ${loadStateWords[detail as LoadState]?.toLowerCase() ?? detail}.`,
  not_confirmed: () => 'The carrier has not accepted the rate confirmation yet.',
  too_late_to_cancel: ({ load, state }) => `${load.number} is ${state}: too late to cancel.`,
} satisfies Record<string, (said: Said) => string>

export type RefusalCode = keyof typeof sentences

/** A rule's no: a code for programs, and what its sentence speaks of. */
export interface Refusal {
  code: RefusalCode
  facts: Said
}

/** What deciding about a load comes to. */
export type Decision = { events: LoadEvent[] } | { refusal: Refusal }

/** The refusal of a command on this load; `detail` is what the code leaves open. */
export function refuse(code: RefusalCode, load: LoadFacts, detail = ''): { refusal: Refusal } {
  return { refusal: { code, facts: { load, state: loadStateWords[load.state].toLowerCase(), detail } } }
}

/** A refusal as people read it. */
export const loadRefusalWords = ({ code, facts }: Refusal): string => {
  const words: (said: Said) => string = sentences[code]
  return words(facts)
}
