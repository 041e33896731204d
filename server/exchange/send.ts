import { createHash } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { toLocal } from '#core/time/local'
import { groupOfSet, type SetId } from '#core/x12/grammar/sets'
import { withoutDelimiters, writeInterchange } from '#core/x12/writer'
import type { Segment } from '#core/x12/x12'
import type { Db } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import { officeOf } from '#server/office/office'
import type { Sender } from '#server/outbox/deliver'
import { enqueue } from '#server/outbox/outbox'
import { nextControl, notePartnerProblem, type Partner } from '#server/partner/partners'
import { transportOf } from '#server/partner/transport'
import { exchange, exchangeDocument, partner } from '#server/schema'

/** One set to be sent, and what of ours it speaks of. */
export interface SetToSend {
  type: SetId
  segments: Segment[]
  number: string
  loadId: number | null
  noticeId: number | null
}

/** `20261127` and `0930`, as our envelopes say it: the desk's own clock. */
export function envelopeMoment(db: Db, now: number): { date: string; time: string } {
  const local = toLocal(now, officeOf(db).zone)
  return { date: local.slice(0, 10).replaceAll('-', ''), time: local.slice(11, 16).replace(':', '') }
}

/** Writes an interchange of one set in the partner's own manner, keeps it and puts it into the outbox; all in the caller's transaction. */
export function sendSet(db: Db, to: Partner, set: SetToSend, now: number): number {
  const control = nextControl(db, to.id)
  const { lineEnd, ...delimiters } = to.delimiters
  const clean = set.segments.map((segment) => segment.map((element) => withoutDelimiters(element, delimiters)))
  const text = writeInterchange(
    {
      delimiters,
      version: `00${to.version.slice(1, 4)}`,
      groupVersion: to.version,
      usage: to.usage,
      control: String(control),
      groupType: groupOfSet[set.type],
      groupControl: String(control),
      ...envelopeMoment(db, now),
      sender: { qualifier: to.ourQualifier, id: to.ourId, group: to.ourGroup },
      receiver: { qualifier: to.theirQualifier, id: to.theirId, group: to.theirGroup },
    },
    [{ type: set.type, control: '0001', segments: clean }],
  )
  const lines = lineEnd === '' ? text : text.split(delimiters.segment).join(delimiters.segment + lineEnd)
  return keepOutgoing(
    db,
    to,
    {
      raw: Buffer.from(lines, 'latin1'),
      control,
      documents: [
        {
          kind: set.type,
          groupType: groupOfSet[set.type],
          number: set.number,
          loadId: set.loadId,
          noticeId: set.noticeId,
        },
      ],
    },
    now,
  )
}

interface Outgoing {
  raw: Buffer
  control: number | null
  documents: { kind: string; groupType: string; number: string; loadId: number | null; noticeId: number | null }[]
}

/** Keeps what goes out with its documents, and asks the outbox to send it. */
export function keepOutgoing(db: Db, to: Partner, { raw, control, documents }: Outgoing, now: number): number {
  const kept = db
    .insert(exchange)
    .values({
      partnerId: to.id,
      direction: 'out',
      at: now,
      source: to.address,
      raw,
      digest: createHash('sha256').update(raw).digest('hex'),
      control,
      usage: to.usage,
      state: 'waiting',
    })
    .returning({ id: exchange.id })
    .get()
  db.insert(exchangeDocument)
    .values(
      documents.map((each, ordinal) => ({
        ...each,
        exchangeId: kept.id,
        partnerId: to.id,
        direction: 'out' as const,
        at: now,
        ordinal,
        groupControl: control === null ? '' : String(control),
        setControl: String(ordinal + 1).padStart(4, '0'),
        state: 'out' as const,
      })),
    )
    .run()
  askSending(db, to.id, kept.id, now)
  return kept.id
}

/** Asks for an interchange to be sent, for the first time or once more: the same bytes. */
export function askSending(db: Db, partnerId: number, exchangeId: number, now: number): void {
  enqueue(db, { kind: 'exchange', stream: `partner-${partnerId}`, loadId: null, payload: { exchangeId } }, now)
}

/** How long what goes to a paused partner waits before it is looked at again. */
const pausedWait = 10_000

const payloadSchema = z.object({ exchangeId: z.number() })

/** Sends one interchange to its partner. */
export const sendExchange: Sender = async (db, entry, now) => {
  const { exchangeId } = payloadSchema.parse(entry.payload)
  const row = db
    .select({ exchange, partner })
    .from(exchange)
    .innerJoin(partner, eq(partner.id, exchange.partnerId))
    .where(eq(exchange.id, exchangeId))
    .get()
  if (!row) throw new Error(`Outbox entry ${entry.key} names exchange ${exchangeId}, which is not there`)
  // Waiting for a person is no failed try.
  if (row.partner.paused) return { waitUntil: now + pausedWait }
  const problem = await transportOf(row.partner).deliver(db, row.partner, {
    key: entry.key,
    control: row.exchange.control,
    bytes: row.exchange.raw,
  })
  const note = (columns: Partial<typeof exchange.$inferInsert>) => {
    db.update(exchange)
      .set({ problem: problem?.message ?? null, attempts: entry.attempts + 1, ...columns })
      .where(eq(exchange.id, exchangeId))
      .run()
    notePartnerProblem(db, row.partner.id, problem?.message ?? null)
  }
  return {
    problem,
    sent: () => note({ state: 'sent' }),
    failed: (after, act) => {
      note(after === 'given_up' ? { state: 'failed' } : {})
      if (after === 'given_up') recordFailure(db, row.exchange.id, row.partner.name, problem!.message, act)
    },
  }
}

function recordFailure(db: Db, exchangeId: number, partnerName: string, problem: string, act: Act): void {
  const documents = db
    .select({ kind: exchangeDocument.kind, loadId: exchangeDocument.loadId })
    .from(exchangeDocument)
    .where(eq(exchangeDocument.exchangeId, exchangeId))
    .all()
  for (const { kind, loadId } of documents)
    if (loadId !== null)
      recordEvent(db, 'load', loadId, { kind: 'exchange_failed', document: kind, partner: partnerName, problem }, act)
}
