import { integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { id } from './columns'
import { user } from './party'

/** A search of the directory that somebody keeps. */
export const savedView = sqliteTable(
  'saved_view',
  {
    id: id(),
    userId: integer('user_id')
      .notNull()
      .references(() => user.id),
    name: text('name').notNull(),
    query: text('query').notNull(),
  },
  (table) => [uniqueIndex('saved_view_name').on(table.userId, table.name)],
)
