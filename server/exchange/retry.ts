import { eq } from 'drizzle-orm'
import { type Refusal, refusalWords, refused } from '#core/decision/refusal'
import {
  decideExchange,
  type ExchangeCommand,
  type ExchangeEvent,
  type ExchangeFacts,
  exchangeRefusals,
} from '#core/exchange/decide'
import type { Db } from '#server/db.server'
import { type Act, noteUnlogged } from '#server/event/event'
import { type Appliers, applyBy, commandOf, type Outcome, outcome, run, type Subject } from '#server/kernel/run'
import { isHeld, releaseHeld } from '#server/outbox/outbox'
import { codesOf } from '#server/partner/codes'
import { findPartner } from '#server/partner/partners'
import { exchange, exchangeDocument, tenderNotice } from '#server/schema'
import { assess, customerOf, equipmentOf } from '#server/tender-facts/assess'
import { askSending } from './send'

type Row = typeof exchange.$inferSelect
type ServerFacts = ExchangeFacts & { row: Row; noticeId: number | null }
type ServerCommand =
  | (ExchangeCommand & { kind: 'resend' })
  | (ExchangeCommand & { kind: 'reread' } & { documentId: number })

const streamOf = ({ partnerId }: Row) => ({ kind: 'exchange' as const, stream: `partner-${partnerId}` })

const appliers: Appliers<ExchangeEvent, ServerFacts, ServerCommand, void> = {
  sent_again: (db, id, _, { facts, now }) => {
    db.update(exchange).set({ state: 'waiting', problem: null }).where(eq(exchange.id, id)).run()
    askSending(db, facts.row.partnerId!, id, now)
  },
  hold_released: (db, _, __, { facts, now }) => {
    releaseHeld(db, streamOf(facts.row), now)
  },
  reading_retried: (db, _, __, context) => {
    const { documentId } = commandOf(context, 'reread')
    db.update(exchangeDocument)
      .set({ state: 'to_read', problem: null })
      .where(eq(exchangeDocument.id, documentId))
      .run()
  },
  tender_recomputed: (db, _, __, { facts, now }) => recompute(db, facts.noticeId!, now),
}

/** Decisions about an interchange and its documents. */
const subject: Subject<'exchange', ServerFacts, ServerCommand, ExchangeEvent> = {
  aggregate: 'exchange',
  read: readFacts,
  decide: decideExchange,
  apply: applyBy(appliers, undefined),
  words: (refusal) => refusalWords(exchangeRefusals, refusal as Refusal<keyof typeof exchangeRefusals>),
  missing: refused(exchangeRefusals, 'no_such_exchange').refusal,
}

/** Sends an interchange once more: the same bytes under the same control number. */
export const resend = (db: Db, exchangeId: number, act: Act): Outcome =>
  outcome(run(db, subject, exchangeId, { kind: 'resend' }, act))

/** Reads a document once more: one that could not be taken in is tried again, a tender that waits is computed again. */
export function reread(db: Db, documentId: number, act: Act): Outcome {
  const document = db
    .select({ exchangeId: exchangeDocument.exchangeId })
    .from(exchangeDocument)
    .where(eq(exchangeDocument.id, documentId))
    .get()
  if (!document) return refused(exchangeRefusals, 'no_such_document')
  return outcome(run(db, subject, document.exchangeId, { kind: 'reread', documentId }, act))
}

function readFacts(db: Db, exchangeId: number, _: Act, command: ServerCommand | null): ServerFacts | null {
  const row = db.select().from(exchange).where(eq(exchange.id, exchangeId)).get()
  if (!row) return null
  const document = command?.kind === 'reread' ? findDocument(db, command.documentId) : null
  return {
    row,
    noticeId: document?.noticeId ?? null,
    direction: row.direction,
    hasPartner: row.partnerId !== null,
    isWaiting: row.state === 'waiting',
    isHeld: isHeld(db, streamOf(row)),
    document: document && {
      kind: document.kind,
      isRejected: document.state === 'refused',
      notice: document.notice,
    },
  }
}

const findDocument = (db: Db, documentId: number) =>
  db
    .select({
      kind: exchangeDocument.kind,
      state: exchangeDocument.state,
      noticeId: exchangeDocument.noticeId,
      notice: tenderNotice.state,
    })
    .from(exchangeDocument)
    .leftJoin(tenderNotice, eq(tenderNotice.id, exchangeDocument.noticeId))
    .where(eq(exchangeDocument.id, documentId))
    .get() ?? null

function recompute(db: Db, noticeId: number, now: number): void {
  const notice = db.select().from(tenderNotice).where(eq(tenderNotice.id, noticeId)).get()!
  const codes = codesOf(db, noticeId)
  db.update(tenderNotice)
    .set({
      customerId: customerOf(codes, findPartner(db, notice.partnerId)!),
      facts: assess(db, notice.tender, equipmentOf(codes, notice.tender), now),
    })
    .where(eq(tenderNotice.id, noticeId))
    .run()
  noteUnlogged(db, 'tender', notice.tenderId, 'reread')
}
