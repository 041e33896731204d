import { and, asc, eq, gte, lt, lte, notExists, sql } from 'drizzle-orm'
import { alias } from 'drizzle-orm/sqlite-core'
import type { Db } from '#server/db.server'
import { outbox } from '#server/schema'

export type OutboxKind = 'mail' | 'board' | 'quote_mail' | 'carrier_mail' | 'exchange'
export type OutboxEntry = typeof outbox.$inferSelect

/**
 * Puts something to be sent into the outbox, in the transaction that decided it. Its key is the
 * stream's name and the next number in it.
 */
export function enqueue(db: Db, entry: { kind: OutboxKind; stream: string; loadId: number | null; payload: Record<string, unknown> }, now: number): void {
  // A range of keys, not a pattern: it is found by the index however long the outbox grows.
  const first = `${entry.stream}-`
  const inStream = and(gte(outbox.key, first), lt(outbox.key, `${first}:`))
  const count = db.select({ count: sql<number>`count(*)` }).from(outbox).where(inStream).get()?.count ?? 0
  db.insert(outbox).values({ ...entry, key: `${first}${count + 1}`, state: 'waiting', nextAt: now }).run()
}

/** The next entry of a kind that is due: none passes an earlier one of its own stream. */
export function nextDue(db: Db, kind: OutboxKind, now: number): OutboxEntry | undefined {
  const earlier = alias(outbox, 'earlier')
  const blocked = db.select({ one: sql`1` }).from(earlier).where(and(eq(earlier.stream, outbox.stream), eq(earlier.state, 'waiting'), sql`${earlier.id} < ${outbox.id}`))
  return db
    .select()
    .from(outbox)
    .where(and(eq(outbox.state, 'waiting'), eq(outbox.kind, kind), lte(outbox.nextAt, now), notExists(blocked)))
    .orderBy(asc(outbox.nextAt), asc(outbox.id))
    .limit(1)
    .get()
}

/** The load an entry is of; one without is a fault of whoever wrote it. */
export function loadOf(entry: OutboxEntry): number {
  if (entry.loadId === null) throw new Error(`Outbox entry ${entry.key} names no load`)
  return entry.loadId
}

/** Tries before an entry is given up: with growing delays that is about two days. */
export const mostAttempts = 40

/**
 * How long to wait after the nth failed try: doubling from `first`, at most an hour. Chance is
 * not needed: one process sends, so no herd comes back at once.
 */
export function retryDelay(attempts: number, first: number): number {
  return Math.min(3_600_000, first * 2 ** Math.min(20, attempts - 1))
}

export function markSent(db: Db, entry: OutboxEntry): void {
  db.update(outbox).set({ state: 'sent', attempts: entry.attempts + 1, lastError: null }).where(eq(outbox.id, entry.id)).run()
}

/** Notes a failed try: the entry waits for its next one, or is given up. */
export function markFailed(db: Db, entry: OutboxEntry, error: string, giveUp: boolean, now: number, firstDelay: number): void {
  const attempts = entry.attempts + 1
  db.update(outbox)
    .set({ attempts, lastError: error.slice(0, 500), state: giveUp ? 'failed' : 'waiting', nextAt: now + retryDelay(attempts, firstDelay) })
    .where(eq(outbox.id, entry.id))
    .run()
}
