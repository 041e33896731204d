import type { Refusal } from '../decision/refusal'

/** Sends an interchange once more, or reads one of its documents once more. */
export type ExchangeCommand = { kind: 'resend' } | { kind: 'reread' }

export interface ExchangeFacts {
  direction: 'in' | 'out'
  hasPartner: boolean
  isWaiting: boolean
  /** Whether sending to the partner was put on hold after it refused us. */
  isHeld: boolean
  /** The document to be read; null where there is none. `notice` is the state of the tender's notice that was made of it. */
  document: { kind: string; isRejected: boolean; notice: string | null } | null
}

export type ExchangeEvent =
  | { kind: 'sent_again' }
  /** What was held goes at once: somebody knows that the partner takes us again. */
  | { kind: 'hold_released' }
  | { kind: 'reading_retried' }
  | { kind: 'tender_recomputed' }

/** Every way sending or reading once more can be refused, with its sentence. */
export const exchangeRefusals = {
  no_such_exchange: () => 'There is nothing to send.',
  still_waiting: () => 'It is on its way already.',
  no_such_document: () => 'There is nothing to read.',
  answered_already: () => 'It is answered: reading it again changes nothing.',
  rejected: () => 'It was rejected as faulty: the customer has to send it again.',
  nothing_to_read: () => 'Nothing is read of this document.',
}
type Decision = { events: ExchangeEvent[] } | { refusal: Refusal<keyof typeof exchangeRefusals> }

const refuse = (code: keyof typeof exchangeRefusals): Decision => ({ refusal: { code, facts: {} } })

/**
 * What sending or reading once more does. An interchange goes out with the same bytes under the same control number, so that a partner
 * that has it knows it; a document that could not be taken in is tried again, a tender that waits for an answer is computed again.
 */
export function decideExchange(facts: ExchangeFacts, command: ExchangeCommand): Decision {
  return command.kind === 'resend' ? decideResend(facts) : decideReread(facts)
}

function decideResend({ direction, hasPartner, isWaiting, isHeld }: ExchangeFacts): Decision {
  if (direction !== 'out' || !hasPartner) return refuse('no_such_exchange')
  if (!isWaiting) return { events: [{ kind: 'sent_again' }] }
  return isHeld ? { events: [{ kind: 'hold_released' }] } : refuse('still_waiting')
}

function decideReread({ direction, document }: ExchangeFacts): Decision {
  if (direction !== 'in' || !document) return refuse('no_such_document')
  if (document.notice !== null)
    return document.notice === 'open' ? { events: [{ kind: 'tender_recomputed' }] } : refuse('answered_already')
  if (document.isRejected) return refuse('rejected')
  return document.kind === '204' ? { events: [{ kind: 'reading_retried' }] } : refuse('nothing_to_read')
}

const sentences: Record<ExchangeEvent['kind'], string> = {
  sent_again: 'Sent again',
  hold_released: 'Hold released: sent at once',
  reading_retried: 'Read again',
  tender_recomputed: 'Tender computed again',
}

/** One event of an interchange as people read it, without who and when. */
export const exchangeLogWords = ({ kind }: ExchangeEvent): string => sentences[kind]
