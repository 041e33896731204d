import { eq } from 'drizzle-orm'
import type { ActorKind } from '#core/access/actor'
import type { Aggregate } from '#core/event/event'
import { eventWords } from '#core/event/words'
import { allNewsKinds, isNews, isPressing } from '#core/news/news'
import { type Db, prepared } from '#server/db.server'
import { user } from '#server/schema'

/** Older than that nothing is news. */
const newsMs = 3 * 86_400_000
const shown = 60

export interface NewsItem {
  id: number
  at: number
  /** What it is about, as people call it: a load's number, a tender's. */
  about: string
  words: string
  by: string
  to: string
  isPressing: boolean
  isUnread: boolean
}

interface Row {
  id: number
  at: number
  aggregate: Aggregate
  aggregateId: number
  kind: string
  data: string
  actorKind: ActorKind
  actorName: string
  number: string | null
  lane: string | null
  shipmentId: string | null
}

// The newest of each kind are found by the index of kinds; whose they are is looked up for those alone.
const recent = prepared((db) =>
  db.$client.prepare<
    { kinds: string; since: number; userId: number; mine: number; after: number; limit: number },
    Row
  >(`with newest as (
      select event.* from json_each(@kinds) wanted cross join event on event.kind = wanted.value and event.at > @since
      where event.actor_kind <> 'person' and event.id > @after)
    select newest.id, newest.at, aggregate, aggregate_id aggregateId, kind, data, actor_kind actorKind, actor_name actorName, coalesce(load.number, quote.number) number,
      load.origin_city || ' to ' || load.dest_city lane, tender.shipment_id shipmentId
    from newest
    left join load on aggregate = 'load' and load.id = aggregate_id
    left join quote on aggregate = 'quote' and quote.id = aggregate_id
    left join tender on aggregate = 'tender' and tender.id = aggregate_id
    where not @mine or aggregate = 'tender' or load.rep_id = @userId or quote.rep_id = @userId
    order by newest.id desc limit @limit`),
)

const rowsOf = (db: Db, userId: number, { mine, now, after }: { mine: boolean; now: number; after: number }) =>
  recent(db)
    .all({
      kinds: JSON.stringify(allNewsKinds),
      since: now - newsMs,
      userId,
      mine: mine ? 1 : 0,
      after,
      limit: shown,
    })
    .filter(isNews)

/** The newest event that somebody has seen among their news. */
function seenUpTo(db: Db, userId: number): number {
  const [row] = db.select({ seen: user.seenEventId }).from(user).where(eq(user.id, userId)).all()
  return row?.seen ?? 0
}

/** What came in the last days from outside or by the clock, the newest first: of somebody's own loads and quotes, or of all. Tenders are everybody's. */
export function newsFor(db: Db, userId: number, asked: { mine: boolean; now: number }): NewsItem[] {
  const seen = seenUpTo(db, userId)
  return rowsOf(db, userId, { ...asked, after: 0 }).map((row) => ({
    id: row.id,
    at: row.at,
    about: aboutOf(row),
    words: eventWords(row.aggregate, row.kind, JSON.parse(row.data) as Record<string, unknown>),
    by: row.actorName,
    to: addressOf(row),
    isPressing: isPressing(row.kind),
    isUnread: row.id > seen,
  }))
}

/** How much of it they have not seen; no more than the list shows is counted. */
export const unreadNews = (db: Db, userId: number, asked: { mine: boolean; now: number }): number =>
  rowsOf(db, userId, { ...asked, after: seenUpTo(db, userId) }).length

/** Notes that somebody has seen their news up to an event. */
export function markSeen(db: Db, userId: number, eventId: number): void {
  db.update(user).set({ seenEventId: eventId }).where(eq(user.id, userId)).run()
}

function aboutOf({ aggregate, number, lane, shipmentId }: Row): string {
  if (aggregate === 'load') return `${number}, ${lane}`
  return aggregate === 'quote' ? (number ?? '') : `Tender ${shipmentId}`
}

const addressOf = ({ aggregate, aggregateId }: Row): string =>
  aggregate === 'tender' ? '/intake' : `/${aggregate}s/${aggregateId}`
