import { and, eq } from 'drizzle-orm'
import { z } from 'zod'
import { type Refusal, refusalWords } from '#core/decision/refusal'
import {
  decideProposal,
  type ProposalCommand,
  type ProposalEvent,
  type ProposalFacts,
  proposalRefusals,
} from '#core/offer/decide-proposal'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { type Context, type Outcome, outcome, RefusedInside, run, type Subject } from '#server/kernel/run'
import { noSuchLoad } from '#server/load/commands'
import { proposal } from '#server/schema'
import { recordOffer } from './offers'

export const confirmProposalSchema = z.object({
  proposalId: z.number().int().positive(),
  carrierId: z.number('Choose the carrier').int().positive().optional(),
  payMinor: z.number('Which price?').int().min(100).max(100_000_000),
})

interface ServerFacts extends ProposalFacts {
  waiting: typeof proposal.$inferSelect | null
}

const subject: Subject<'load', ServerFacts, ProposalCommand, ProposalEvent> = {
  aggregate: 'load',
  read: (db, loadId, _, command) => ({
    waiting: command ? (waitingProposal(db, loadId, command.proposalId) ?? null) : null,
  }),
  decide: decideProposal,
  apply: write,
  words: (refusal) => refusalWords(proposalRefusals, refusal as Refusal<keyof typeof proposalRefusals>),
  missing: noSuchLoad.refusal,
}

/** Makes a proposal the carrier's own offer, at the price given: from now on it is under the name of who confirmed it. */
export const confirmProposal = (
  db: Db,
  loadId: number,
  confirmed: z.infer<typeof confirmProposalSchema>,
  act: Act,
): Outcome => outcome(run(db, subject, loadId, { kind: 'confirm', ...confirmed }, act))

/** Dismisses a proposal: it was nothing. */
export const dismissProposal = (db: Db, loadId: number, proposalId: number, act: Act): Outcome =>
  outcome(run(db, subject, loadId, { kind: 'dismiss', proposalId }, act))

const waitingProposal = (db: Db, loadId: number, proposalId: number) =>
  db
    .select()
    .from(proposal)
    .where(and(eq(proposal.id, proposalId), eq(proposal.loadId, loadId), eq(proposal.state, 'waiting')))
    .get()

function write(db: Db, loadId: number, event: ProposalEvent, context: Context<ServerFacts, ProposalCommand>): void {
  const { waiting } = context.facts
  if (!waiting) throw new Error('A proposal that does not wait was settled')
  const isConfirmed = event.kind === 'proposal_confirmed'
  if (isConfirmed) recordConfirmed(db, loadId, event, waiting, context)
  db.update(proposal)
    .set({
      state: isConfirmed ? 'confirmed' : 'dismissed',
      decidedAt: context.now,
      decidedBy: context.by.name,
    })
    .where(eq(proposal.id, waiting.id))
    .run()
}

function recordConfirmed(
  db: Db,
  loadId: number,
  { carrierId, payMinor }: ProposalEvent & { kind: 'proposal_confirmed' },
  { source, text, externalKey }: typeof proposal.$inferSelect,
  { now, by }: Act,
): void {
  const offered = { carrierId, payMinor, source, goodUntil: null, note: text.slice(0, 300), externalKey }
  const recorded = recordOffer(db, loadId, offered, { now, by })
  if ('refusal' in recorded) throw new RefusedInside(recorded)
}
