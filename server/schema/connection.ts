import { sql } from 'drizzle-orm'
import { check, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { connectionKinds } from '#core/connection/connection'
import { enumChecks, flag, instant, sealedText } from './columns'

/** How the outside is reached, where the office set it; secrets are sealed with the key outside the database. */
export const connection = sqliteTable(
  'connection',
  {
    kind: text('kind', { enum: connectionKinds }).primaryKey(),
    /** Off: as if it had never been set, and nothing of the environment takes its place. */
    isOn: flag('is_on'),
    /** A host for email, a URL for the others. */
    address: text('address').notNull(),
    port: integer('port'),
    tls: text('tls', { enum: ['offered', 'required'] }),
    user: text('user').notNull().default(''),
    secret: sealedText('secret').notNull().default(''),
    changedBy: text('changed_by').notNull(),
    changedAt: instant('changed_at').notNull(),
    /** When it was last tried by its button, and what came of it. */
    testedAt: instant('tested_at'),
    testedWell: integer('tested_well', { mode: 'boolean' }),
    testWords: text('test_words').notNull().default(''),
  },
  (table) => enumChecks(table),
)

/** The load boards, each by the name of its adapter: how it is reached, and how the last look at it went. */
export const board = sqliteTable(
  'board',
  {
    name: text('name').primaryKey(),
    /** Off: nothing is posted, changed, taken down or searched there. */
    isOn: flag('is_on'),
    address: text('address').notNull(),
    account: text('account').notNull().default(''),
    secret: sealedText('secret').notNull().default(''),
    callbackSecret: sealedText('callback_secret').notNull().default(''),
    refreshMinutes: integer('refresh_minutes'),
    changedBy: text('changed_by').notNull(),
    changedAt: instant('changed_at').notNull(),
    testedAt: instant('tested_at'),
    testedWell: integer('tested_well', { mode: 'boolean' }),
    testWords: text('test_words').notNull().default(''),
    /** When what it shows was last held against what should be there, and why that failed, if it did. */
    comparedAt: instant('compared_at'),
    problem: text('problem'),
    /** Answers of carriers that were fetched so far, by the board's own count. */
    repliesRead: integer('replies_read').notNull().default(0),
  },
  () => [check('board_refresh', sql`refresh_minutes is null or refresh_minutes >= 15`)],
)
