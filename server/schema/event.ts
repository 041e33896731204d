import { sql } from 'drizzle-orm'
import { check, index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { actorKinds } from '#core/access/actor'
import { aggregates } from '#core/event/event'
import { anyFacts, enumChecks, id, instant, json } from './columns'

/** Everything that was decided or happened, to whatever: one row each, never changed. */
export const event = sqliteTable(
  'event',
  {
    id: id(),
    at: instant('at').notNull(),
    aggregate: text('aggregate', { enum: aggregates }).notNull(),
    aggregateId: integer('aggregate_id').notNull(),
    actorKind: text('actor_kind', { enum: actorKinds }).notNull(),
    actorId: integer('actor_id'),
    actorVersion: integer('actor_version'),
    /** As it was then. */
    actorName: text('actor_name').notNull(),
    kind: text('kind').notNull(),
    data: json('data', anyFacts).notNull(),
  },
  (table) => [
    index('event_aggregate').on(table.aggregate, table.aggregateId),
    index('event_kind').on(table.kind, table.at),
    check('event_person', sql`actor_kind <> 'person' or actor_id is not null`),
    ...enumChecks(table),
  ],
)
