import type { Refusal, RefusalWords } from '../decision/refusal'
import type { LogEvent } from '../load/log-words'

/** What somebody of ours says of a price that a stranger named: it is the carrier's own offer, or nothing. */
export type ProposalCommand =
  | { kind: 'confirm'; proposalId: number; carrierId?: number | undefined; payMinor: number }
  | { kind: 'dismiss'; proposalId: number }

export interface ProposalFacts {
  /** Null where no such proposal of the load waits any more. */
  waiting: { sender: string; carrierId: number | null } | null
}

export type ProposalEvent = Extract<LogEvent, { kind: 'proposal_confirmed' | 'proposal_dismissed' }>

export const proposalRefusals = {
  proposal_settled: () => 'Somebody has settled this proposal already.',
  no_carrier: () => 'It names no carrier of ours: choose who it is from.',
} satisfies RefusalWords<string>

type Code = keyof typeof proposalRefusals

/** What becomes of a proposal: from now on it is an offer of its carrier, under the name of who confirmed it, or it is dismissed. */
export function decideProposal(
  { waiting }: ProposalFacts,
  command: ProposalCommand,
): { events: ProposalEvent[] } | { refusal: Refusal<Code> } {
  if (!waiting) return { refusal: { code: 'proposal_settled', facts: {} } }
  if (command.kind === 'dismiss') return { events: [{ kind: 'proposal_dismissed', sender: waiting.sender }] }
  const carrierId = waiting.carrierId ?? command.carrierId
  if (carrierId === undefined) return { refusal: { code: 'no_carrier', facts: {} } }
  return {
    events: [{ kind: 'proposal_confirmed', sender: waiting.sender, carrierId, payMinor: command.payMinor }],
  }
}
