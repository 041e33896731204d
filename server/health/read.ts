import { statSync } from 'node:fs'
import { and, asc, desc, eq, gte, inArray, min, sql } from 'drizzle-orm'
import { lastBackups } from '#server/backup/schedule'
import { type Db, databasePath } from '#server/db.server'
import { drawState } from '#server/pdf/draw'
import { rateModelState } from '#server/rates/model'
import { readState } from '#server/read/read'
import { backup, feed, outbox, registerFeed } from '#server/schema'
import { settings } from '#server/settings.server'
import { loopDelay, slowestRoutes } from './pace'

/** What has waited longer than this is shown, and counts as late. */
export const lateAfterMs = 10 * 60_000
const mostShown = 50

/** Everything a manager looks at to see whether the product is well. */
export function readHealth(db: Db, now: number) {
  return {
    database: databaseSize(db, now),
    outbox: waitingByKind(db),
    troubled: troubledEntries(db, now),
    feeds: feedsOf(db),
    threads: { draw: drawState(), read: readState(), rates: rateModelState() },
    backups: lastBackups(db).slice(0, 7),
    loop: loopDelay(),
    slowest: slowestRoutes(10),
    upSince: now - Math.round(process.uptime() * 1000),
    memoryBytes: process.memoryUsage().rss,
  }
}
export type Health = ReturnType<typeof readHealth>

function databaseSize(db: Db, now: number) {
  const path = databasePath(settings().OX_DATA)
  const pragma = (name: string) => db.$client.pragma(name, { simple: true }) as number
  const bytes = pragma('page_count') * pragma('page_size')
  return {
    bytes,
    freeBytes: pragma('freelist_count') * pragma('page_size'),
    growth: growthOf(db, bytes, now),
    walBytes: statSync(`${path}-wal`, { throwIfNoEntry: false })?.size ?? 0,
  }
}

/** Days over which growth is told. */
const growthDays = 30

/** How much the database grew since the oldest backup of the last month, and over how many days; null before there is one. */
function growthOf(db: Db, bytes: number, now: number): { bytes: number; days: number } | null {
  const first = db
    .select({ at: backup.at, bytes: backup.bytes })
    .from(backup)
    .where(and(eq(backup.ok, true), gte(backup.at, now - growthDays * dayMs)))
    .orderBy(asc(backup.at))
    .limit(1)
    .get()
  if (!first) return null
  return { bytes: bytes - first.bytes, days: Math.round((now - first.at) / dayMs) }
}
const dayMs = 86_400_000

/** What has not been sent, by kind, with when the oldest was due. */
export const waitingByKind = (db: Db) =>
  db
    .select({
      kind: outbox.kind,
      count: sql<number>`count(*)`,
      held: sql<number>`sum(${outbox.state} = 'held')`,
      oldest: min(outbox.nextAt),
    })
    .from(outbox)
    .where(inArray(outbox.state, ['waiting', 'held']))
    .groupBy(outbox.kind)
    .all()

/** Entries somebody should look at: held, given up, or waiting for too long; the newest first. */
function troubledEntries(db: Db, now: number) {
  return db
    .select({
      id: outbox.id,
      key: outbox.key,
      kind: outbox.kind,
      state: outbox.state,
      attempts: outbox.attempts,
      nextAt: outbox.nextAt,
      lastError: outbox.lastError,
      loadId: outbox.loadId,
    })
    .from(outbox)
    .where(
      sql`${outbox.state} in ('held', 'failed') or (${outbox.state} = 'waiting' and (${outbox.attempts} > 2 or ${outbox.nextAt} < ${now - lateAfterMs}))`,
    )
    .orderBy(desc(outbox.id))
    .limit(mostShown)
    .all()
}

function feedsOf(db: Db) {
  const register = db.select().from(registerFeed).where(eq(registerFeed.id, 1)).get()
  return [
    ...db
      .select()
      .from(feed)
      .all()
      .map(({ name, readAt, problem }) => ({ name, readAt, problem })),
    ...(register ? [{ name: 'carrier register', readAt: register.triedAt, problem: register.problem }] : []),
  ]
}
