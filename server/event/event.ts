import { and, asc, desc, eq, gt, lt, max, sql } from 'drizzle-orm'
import type { Actor } from '#core/access/actor'
import type { Aggregate, EventOf } from '#core/event/event'
import { type Change, noteChange } from '#server/changes'
import { type Db, prepared } from '#server/db.server'
import { event } from '#server/schema'

/** Who does something, and when: given to whatever decides or writes. */
export interface Act {
  now: number
  by: Actor
}

const at = sql.placeholder
// A file of a thousand tenders records as many events: the statement is prepared once.
const insertEvent = prepared((db) =>
  db
    .insert(event)
    .values({
      at: at('at'),
      aggregate: at('aggregate'),
      aggregateId: at('aggregateId'),
      actorKind: at('actorKind'),
      actorId: at('actorId'),
      actorVersion: at('actorVersion'),
      actorName: at('actorName'),
      kind: at('kind'),
      data: at('data'),
    })
    .returning({ id: event.id })
    .prepare(),
)

/** Records what happened to an aggregate, always in the transaction that makes it true; it is published after the outermost commit. */
export function recordEvent<Kind extends Aggregate>(
  db: Db,
  aggregate: Kind,
  aggregateId: number,
  happened: EventOf[Kind],
  { now, by }: Act,
): void {
  const { kind, ...data } = happened
  const { id } = insertEvent(db).get({
    at: now,
    aggregate,
    aggregateId,
    actorKind: by.kind,
    actorId: by.id,
    actorVersion: by.version ?? null,
    actorName: by.name,
    kind,
    data,
  })
  noteChange(db.$client, { aggregate, id: aggregateId, kind, eventId: id })
}

/** Says that something changed that has no event of its own (a problem, a count, the verdicts of many); published like an event. */
export const noteUnlogged = (db: Db, aggregate: Change['aggregate'], id: number | null, kind: string): void =>
  noteChange(db.$client, { aggregate, id, kind })

export type EventRow = typeof event.$inferSelect

const eventsQuery = prepared((db) =>
  db
    .select()
    .from(event)
    .where(and(eq(event.aggregate, at('aggregate')), eq(event.aggregateId, at('id')), lt(event.id, at('before'))))
    .orderBy(desc(event.id))
    .limit(at('limit'))
    .prepare(),
)

/** The newest events of one aggregate, or the newest before one of them; the newest first. */
export const eventsOf = (
  db: Db,
  aggregate: Aggregate,
  id: number,
  limit: number,
  before = Number.MAX_SAFE_INTEGER,
): EventRow[] => eventsQuery(db).all({ aggregate, id, limit, before })

/** What an event was, with its kind: as the words of its aggregate read it. */
export const happened = <Kind extends Aggregate>({ kind, data }: Pick<EventRow, 'kind' | 'data'>): EventOf[Kind] =>
  ({ ...data, kind }) as unknown as EventOf[Kind]

/** The events after one, the oldest first. */
export const eventsAfter = (db: Db, after: number, limit: number) =>
  db
    .select({ id: event.id, aggregate: event.aggregate, aggregateId: event.aggregateId, kind: event.kind })
    .from(event)
    .where(gt(event.id, after))
    .orderBy(asc(event.id))
    .limit(limit)
    .all()

const lastQuery = prepared((db) =>
  db
    .select({ id: max(event.id) })
    .from(event)
    .prepare(),
)

/** The number of the newest event; 0 before the first. */
export const lastEventId = (db: Db): number => lastQuery(db).get()?.id ?? 0
