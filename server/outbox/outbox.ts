import { and, asc, eq, lte, notExists, sql } from 'drizzle-orm'
import { alias } from 'drizzle-orm/sqlite-core'
import { type Db, prepared } from '#server/db.server'
import { outbox, outboxSequence } from '#server/schema'
import { settings } from '#server/settings.server'

export const outboxKinds = [
  'mail',
  'board',
  'quote_mail',
  'carrier_mail',
  'invoice_mail',
  'exchange',
  'person_mail',
] as const
export type OutboxKind = (typeof outboxKinds)[number]
export type OutboxEntry = typeof outbox.$inferSelect

/** What kept something from being taken. */
export interface SendProblem {
  message: string
  /** Whether trying again cannot help. */
  final: boolean
  /** Whether the receiver does not know us any more (a changed key or password): it waits until a setting is put right. */
  refusesUs?: boolean
}

const at = sql.placeholder
const nextInStream = prepared((db) =>
  db
    .insert(outboxSequence)
    .values({ stream: at('stream'), last: 1 })
    .onConflictDoUpdate({ target: outboxSequence.stream, set: { last: sql`${outboxSequence.last} + 1` } })
    .returning({ last: outboxSequence.last })
    .prepare(),
)
const insertEntry = prepared((db) =>
  db
    .insert(outbox)
    .values({
      ...{ kind: at('kind'), stream: at('stream'), loadId: at('loadId'), payload: at('payload') },
      ...{ key: at('key'), state: 'waiting', nextAt: at('nextAt') },
    })
    .prepare(),
)

/**
 * Puts something to be sent into the outbox, in the transaction that decided it. Its key is the
 * stream's name and the next number in it, which is never given out again.
 */
export function enqueue(
  db: Db,
  entry: { kind: OutboxKind; stream: string; loadId: number | null; payload: Record<string, unknown> },
  now: number,
): void {
  const { last } = nextInStream(db).get({ stream: entry.stream })
  insertEntry(db).run({ ...entry, key: `${entry.stream}-${last}`, nextAt: now })
}

// Every worker asks four times a second: it is prepared once.
const nextDueQuery = prepared((db) => {
  const earlier = alias(outbox, 'earlier')
  const blocked = db
    .select({ one: sql`1` })
    .from(earlier)
    .where(
      and(
        eq(earlier.stream, outbox.stream),
        sql`${earlier.state} in ('waiting', 'held')`,
        sql`${earlier.id} < ${outbox.id}`,
      ),
    )
  return db
    .select()
    .from(outbox)
    .where(
      and(
        eq(outbox.state, 'waiting'),
        eq(outbox.kind, sql.placeholder('kind')),
        lte(outbox.nextAt, sql.placeholder('now')),
        sql`${outbox.stream} not in (select value from json_each(${sql.placeholder('busy')}))`,
        notExists(blocked),
      ),
    )
    .orderBy(asc(outbox.nextAt), asc(outbox.id))
    .limit(1)
    .prepare()
})

/** The next entry of a kind that is due, of none of the streams in `busy`: none passes an earlier one of its own stream. */
export const nextDue = (db: Db, kind: OutboxKind, now: number, busy: string[] = []): OutboxEntry | undefined =>
  nextDueQuery(db).get({ kind, now, busy: JSON.stringify(busy) })

/** The load an entry is of; one without is a fault of whoever wrote it. */
export function loadOf(entry: OutboxEntry): number {
  if (entry.loadId === null) throw new Error(`Outbox entry ${entry.key} names no load`)
  return entry.loadId
}

/** Tries before an entry is given up: with growing delays that is about two days. */
export const maxAttempts = 40

/**
 * How long to wait after the nth failed try: doubling from `first`, at most an hour. Chance is
 * not needed: one process sends, so no herd comes back at once.
 */
export function retryDelay(attempts: number, first: number): number {
  return Math.min(3_600_000, first * 2 ** Math.min(20, attempts - 1))
}

/** Notes that an entry was taken by its receiver. */
export function markSent(db: Db, entry: OutboxEntry, now: number): void {
  db.update(outbox)
    .set({ state: 'sent', attempts: entry.attempts + 1, lastError: null, sentAt: now })
    .where(eq(outbox.id, entry.id))
    .run()
}

/** What a failed try led to: another one later, waiting for a setting to be put right, or the end of it. */
export type AfterFailure = 'later' | 'held' | 'given_up'

/** Notes a failed try and returns what becomes of the entry. */
export function noteFailure(db: Db, entry: OutboxEntry, problem: SendProblem, now: number): AfterFailure {
  const attempts = entry.attempts + 1
  const unlessHeld = problem.final || attempts >= maxAttempts ? 'given_up' : 'later'
  const outcome: AfterFailure = problem.refusesUs ? 'held' : unlessHeld
  const state = ({ later: 'waiting', held: 'held', given_up: 'failed' } as const)[outcome]
  db.update(outbox)
    .set({
      attempts,
      lastError: problem.message.slice(0, 500),
      state,
      nextAt: now + retryDelay(attempts, settings().OX_OUTBOX_DELAY_MS),
    })
    .where(eq(outbox.id, entry.id))
    .run()
  return outcome
}

/** Lets entries that were held go again, because what held them was put right or somebody says to try: of one stream, or of a whole kind. Returns how many. */
export function releaseHeld(db: Db, which: { kind: OutboxKind; stream?: string }, now: number): number {
  return db
    .update(outbox)
    .set({ state: 'waiting', nextAt: now })
    .where(
      and(
        eq(outbox.state, 'held'),
        eq(outbox.kind, which.kind),
        which.stream ? eq(outbox.stream, which.stream) : undefined,
      ),
    )
    .run().changes
}

/** Whether entries of a stream are held. */
export const isHeld = (db: Db, { kind, stream }: { kind: OutboxKind; stream: string }): boolean =>
  db
    .select({ id: outbox.id })
    .from(outbox)
    .where(and(eq(outbox.state, 'held'), eq(outbox.kind, kind), eq(outbox.stream, stream)))
    .limit(1)
    .get() !== undefined

const heldQuery = prepared((db) =>
  db
    .select({ kind: outbox.kind, count: sql<number>`count(*)`, problem: sql<string | null>`max(${outbox.lastError})` })
    .from(outbox)
    .where(eq(outbox.state, 'held'))
    .groupBy(outbox.kind)
    .prepare(),
)

/** What is held just now, by kind, with what was answered last: for whoever can put it right. */
export const heldEntries = (db: Db): { kind: OutboxKind; count: number; problem: string | null }[] =>
  heldQuery(db).all()
