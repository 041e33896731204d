import { type Actor, personId } from '../access/actor'
import type { Payee } from '../carrier/carrier'
import type { Refusal } from '../decision/refusal'
import type { PayeeEvent } from './events'
import type { PayeeRefusalCode } from './words'

/** What deciding needs to know of who is paid for a carrier's loads. */
export interface PayeeFacts {
  /** The one that waits for approval. */
  waiting: { id: number; name: string; accountEnd: string; askedBy: string; askedById: number | null } | null
}

export type PayeeCommand =
  | { kind: 'ask_payee'; payee: Payee }
  | { kind: 'approve_payee'; payeeId: number }
  | { kind: 'refuse_payee'; payeeId: number }

type Decision = { events: PayeeEvent[] } | { refusal: Refusal<PayeeRefusalCode> }

/**
 * What a command does to a carrier's payee. A newer request takes the place of one that waits; two people are needed for a
 * payee, compared by their ids.
 */
export function decidePayee({ waiting }: PayeeFacts, command: PayeeCommand, by: Actor): Decision {
  if (command.kind === 'ask_payee') {
    const { name, kind: payeeKind, bankName, account } = command.payee
    return { events: [{ kind: 'payee_asked', name, payeeKind, bankName, accountEnd: account.slice(-4) }] }
  }
  if (waiting?.id !== command.payeeId) return { refusal: { code: 'nothing_waits', facts: {} } }
  const decider = personId(by)
  if (decider === null || decider === waiting.askedById) return { refusal: { code: 'same_person', facts: {} } }
  const { name, accountEnd, askedBy } = waiting
  return {
    events: [
      { kind: command.kind === 'approve_payee' ? 'payee_approved' : 'payee_refused', name, accountEnd, askedBy },
    ],
  }
}
