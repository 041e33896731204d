import { integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { z } from 'zod'
import { listNames } from '#core/listing/lists'
import { enumChecks, id, json } from './columns'
import { user } from './party'

const userId = () =>
  integer('user_id')
    .notNull()
    .references(() => user.id)

/** A search of a list that somebody keeps. */
export const savedView = sqliteTable(
  'saved_view',
  {
    id: id(),
    userId: userId(),
    list: text('list', { enum: listNames }).notNull(),
    name: text('name').notNull(),
    query: text('query').notNull(),
  },
  (table) => [uniqueIndex('saved_view_name').on(table.userId, table.list, table.name), ...enumChecks(table)],
)

/** The columns that somebody chose for a list; without a row they see its first ones. */
export const listColumns = sqliteTable(
  'list_columns',
  {
    userId: userId(),
    list: text('list', { enum: listNames }).notNull(),
    columns: json('columns', z.array(z.string())).notNull(),
  },
  (table) => [primaryKey({ columns: [table.userId, table.list] }), ...enumChecks(table)],
)
