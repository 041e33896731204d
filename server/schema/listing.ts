import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { z } from 'zod'
import { listNames } from '#core/listing/lists'
import { anyFacts, enumChecks, flag, id, instant, json } from './columns'
import { user } from './person'

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
    /** Everybody of the desk sees it; only who keeps it drops it. */
    shared: flag('shared'),
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

/** How wide somebody made a column of a list, in pixels. */
export const columnWidth = sqliteTable(
  'column_width',
  {
    userId: userId(),
    list: text('list', { enum: listNames }).notNull(),
    column: text('column').notNull(),
    width: integer('width').notNull(),
  },
  (table) => [primaryKey({ columns: [table.userId, table.list, table.column] }), ...enumChecks(table)],
)

/** What somebody typed into a form and has not saved: it is there again when they open the form. */
export const keptForm = sqliteTable(
  'kept_form',
  {
    userId: userId(),
    /** Which form: `load/new`, `load/412`. */
    form: text('form').notNull(),
    fields: json('fields', anyFacts).notNull(),
    keptAt: instant('kept_at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.userId, table.form] }), index('kept_form_kept').on(table.keptAt)],
)

/** A load that lacks what a load must have, a customer or a lane: the form as it was left, for anybody of the desk to finish. */
export const unfinishedLoad = sqliteTable(
  'unfinished_load',
  {
    id: id(),
    userId: userId(),
    /** What is known of it in words: `Snowmelt Potato Growers, Twin Falls ID to ?`. */
    title: text('title').notNull(),
    fields: json('fields', anyFacts).notNull(),
    keptAt: instant('kept_at').notNull(),
  },
  (table) => [index('unfinished_load_kept').on(table.keptAt)],
)
