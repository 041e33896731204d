import { sql } from 'drizzle-orm'
import { check, index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { foundSchema, workStates } from '#core/search/found'
import { enumChecks, flag, id, instant, json } from './columns'
import { user } from './person'

/** What somebody of ours noted about a truck or a load that was found: it follows the key across boards and refreshes. */
export const workNote = sqliteTable(
  'work_note',
  {
    id: id(),
    /** The same truck or load has the same key on every board. */
    key: text('key').notNull(),
    state: text('state', { enum: workStates }).notNull(),
    words: text('words').notNull().default(''),
    /** What it was when it was noted: it can be read when no board shows it any more. */
    found: json('found', foundSchema).notNull(),
    personId: integer('person_id')
      .notNull()
      .references(() => user.id),
    at: instant('at').notNull(),
  },
  (table) => [
    index('work_note_key').on(table.key, table.id),
    index('work_note_at').on(table.at),
    check('work_note_words', sql`length(words) <= 200`),
    ...enumChecks(table),
  ],
)

/** A truck or a load that somebody had under the cursor or opened: `new to me` leaves it out for that person, whatever board shows it. */
export const foundSeen = sqliteTable(
  'found_seen',
  {
    personId: integer('person_id')
      .notNull()
      .references(() => user.id),
    key: text('key').notNull(),
    at: instant('at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.personId, table.key] }), index('found_seen_at').on(table.at)],
)

/** A search that stays live: what is new since it was last opened is counted beside its name. */
export const savedSearch = sqliteTable(
  'saved_search',
  {
    id: id(),
    personId: integer('person_id')
      .notNull()
      .references(() => user.id),
    name: text('name').notNull(),
    /** As it was typed. */
    line: text('line').notNull(),
    kind: text('kind', { enum: ['truck', 'load'] }).notNull(),
    hasSound: flag('has_sound'),
    /** Hits that came up later are new. */
    seenAt: instant('seen_at').notNull(),
    createdAt: instant('created_at').notNull(),
  },
  (table) => [index('saved_search_person').on(table.personId), ...enumChecks(table)],
)

/** How many loads and trucks stood in a state or a market area at the end of a day, as far as the boards were read: what today is compared with. */
export const marketCount = sqliteTable(
  'market_count',
  {
    day: text('day').notNull(),
    scope: text('scope', { enum: ['state', 'area'] }).notNull(),
    code: text('code').notNull(),
    equipment: text('equipment').notNull(),
    loads: integer('loads').notNull(),
    trucks: integer('trucks').notNull(),
  },
  (table) => [primaryKey({ columns: [table.day, table.scope, table.code, table.equipment] }), ...enumChecks(table)],
)
