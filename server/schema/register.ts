import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { registerRecordSchema } from '#core/register/register'
import { linkKinds } from '#core/vetting/facts'
import { enumChecks, flag, instant, json } from './columns'

/** The register of motor carriers as its feed last sent it: every carrier there is, ours or not. */
export const registerRecord = sqliteTable(
  'register_record',
  {
    dotNumber: text('dot_number').primaryKey(),
    mcNumber: text('mc_number'),
    name: text('name').notNull(),
    /** Legal and trade name, lower case. */
    search: text('search').notNull(),
    city: text('city').notNull(),
    region: text('region').notNull(),
    mayCarry: flag('may_carry'),
    closedOn: text('closed_on'),
    record: json('record', registerRecordSchema).notNull(),
    /** When this record was last seen to change, and when the register last confirmed it by itself. */
    changedAt: instant('changed_at').notNull(),
    confirmedAt: instant('confirmed_at').notNull(),
  },
  (table) => [index('register_mc').on(table.mcNumber), index('register_search').on(table.search)],
)

/** How far the register's feed was read: the number of the last change taken in. */
export const registerFeed = sqliteTable('register_feed', {
  id: integer('id').primaryKey(),
  sequence: integer('sequence').notNull(),
  /** The last time all changes were in; null before the first. */
  currentAt: instant('current_at'),
  triedAt: instant('tried_at').notNull(),
  problem: text('problem'),
  refused: integer('refused').notNull().default(0),
})

/** What carriers may have in common, each fact once for each who has it. */
export const linkFact = sqliteTable(
  'link_fact',
  {
    kind: text('kind', { enum: linkKinds }).notNull(),
    key: text('key').notNull(),
    dotNumber: text('dot_number').notNull(),
    words: text('words').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.kind, table.key, table.dotNumber] }),
    index('link_fact_carrier').on(table.dotNumber),
    ...enumChecks(table),
  ],
)
