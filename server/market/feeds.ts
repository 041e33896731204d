import { desc, max, sql } from 'drizzle-orm'
import { type FeedReading, readDiesel } from '#core/fuel/fuel'
import { readAverages } from '#core/market/averages'
import { readExchangeRates } from '#core/money/exchange'
import { isCurrency } from '#core/money/money'
import { isDay } from '#core/time/local'
import { connectionOf, notConnected } from '#server/connection/connections'
import { type Db, inTransaction } from '#server/db.server'
import { askOutside } from '#server/http/outside'
import { logger } from '#server/log/logger'
import { keepRates } from '#server/money/exchange'
import { readAside } from '#server/read/read'
import { dieselPrice, feed, marketAverage } from '#server/schema'

export const feedNames = ['diesel', 'averages', 'exchange'] as const
export type FeedName = (typeof feedNames)[number]

const answerTimeout = 15_000
const readTimeout = 30_000
const largestFeed = 64 * 1024 * 1024
/** Rows come out up to some days late, each with its own instant: a little of what was read is read again. */
const overlap = 6 * 3_600_000
const rowsAtOnce = 500

/** Reads one feed over its wire and keeps what is new; what went wrong is kept beside it and tried again next time. */
export async function readFeed(
  db: Db,
  name: FeedName,
  clock: () => number = Date.now,
): Promise<{ rows: number; refused: number } | { problem: string }> {
  const url = urlOf(db, name)
  if (!url) {
    note(db, name, { readAt: clock(), rows: 0, refused: 0, problem: notConnected('market') })
    return { problem: notConnected('market') }
  }
  try {
    const rows = await readAside('csv', { text: await fetchText(url), maxRows: 400_000, maxColumns: 40 }, readTimeout)
    const reading = keepers[name](db, rows, clock())
    note(db, name, { readAt: clock(), rows: reading.rows.length, refused: reading.refused.length, problem: null })
    if (reading.refused.length > 0)
      logger().warn({ feed: name, refused: reading.refused.slice(0, 5) }, 'lines of a feed could not be read')
    return { rows: reading.rows.length, refused: reading.refused.length }
  } catch (error) {
    const problem = error instanceof Error ? error.message : 'unknown'
    logger().warn({ feed: name, problem }, 'a feed could not be read')
    note(db, name, { readAt: clock(), rows: 0, refused: 0, problem: problem.slice(0, 300) })
    return { problem }
  }
}

/** Where a feed is read; null where its publisher is not connected. */
function urlOf(db: Db, name: FeedName): string | null {
  const connected = connectionOf(db, 'market')
  if (!connected) return null
  const root = connected.url
  if (name === 'diesel') return `${root}/diesel.csv`
  if (name === 'exchange') return `${root}/exchange.csv`
  const newest =
    db
      .select({ at: max(marketAverage.publishedAt) })
      .from(marketAverage)
      .get()?.at ?? 0
  return `${root}/averages.csv?published_after=${new Date(Math.max(0, newest - overlap)).toISOString()}`
}

async function fetchText(url: string): Promise<string> {
  const answer = await askOutside(url, { timeoutMs: answerTimeout, maxBytes: largestFeed, allowPrivate: true })
  if (answer.status !== 200) throw new Error(`${new URL(url).pathname} answered ${answer.status}`)
  return answer.body.toString('utf8')
}

function keepDiesel(db: Db, rows: string[][], now: number) {
  const reading = readDiesel(rows)
  inTransaction(db, () => {
    for (let at = 0; at < reading.rows.length; at += rowsAtOnce) {
      const part = reading.rows.slice(at, at + rowsAtOnce).map((row) => ({ ...row, receivedAt: now }))
      db.insert(dieselPrice)
        .values(part)
        .onConflictDoUpdate({ target: [dieselPrice.area, dieselPrice.week], set: { priceE3: sql`excluded.price_e3` } })
        .run()
    }
  })
  return reading
}

function keepAverages(db: Db, rows: string[][], now: number) {
  const reading = readAverages(rows)
  inTransaction(db, () => {
    for (let at = 0; at < reading.rows.length; at += rowsAtOnce)
      db.insert(marketAverage)
        .values(reading.rows.slice(at, at + rowsAtOnce).map((row) => ({ ...row, receivedAt: now })))
        .onConflictDoNothing()
        .run()
  })
  return reading
}

function keepExchange(db: Db, rows: string[][], now: number) {
  const reading = readExchangeRates(rows, isCurrency, isDay)
  keepRates(db, reading.rows, 'feed', now)
  return reading
}

const keepers: Record<FeedName, (db: Db, rows: string[][], now: number) => FeedReading<unknown>> = {
  diesel: keepDiesel,
  averages: keepAverages,
  exchange: keepExchange,
}

function note(db: Db, name: FeedName, outcome: Omit<typeof feed.$inferInsert, 'name'>): void {
  db.insert(feed)
    .values({ name, ...outcome })
    .onConflictDoUpdate({ target: feed.name, set: outcome })
    .run()
}

/** How each feed stands: when it was last read, and what came of it. */
export const feedStates = (db: Db) => db.select().from(feed).orderBy(desc(feed.name)).all()

export type FeedState = ReturnType<typeof feedStates>[number]

const readEvery = 3_600_000
const tryAgain = 20_000

/** Reads both feeds now and every hour, sooner after trouble. `first` is through once both were tried; `stop` ends it. */
export function startFeeds(db: Db): { first: Promise<void>; stop: () => void } {
  let timer: NodeJS.Timeout | undefined
  let stopped = false
  const round = async () => {
    const outcomes = await Promise.all(feedNames.map((name) => readFeed(db, name)))
    if (stopped) return
    timer = setTimeout(() => void round(), outcomes.some((outcome) => 'problem' in outcome) ? tryAgain : readEvery)
  }
  return {
    first: round(),
    stop: () => {
      stopped = true
      clearTimeout(timer)
    },
  }
}
