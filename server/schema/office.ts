import { integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { officeSchema } from '#core/office/office'
import { id, instant, json } from './columns'

/** What the brokerage set for itself, a row a version; the newest holds, documents keep what they were issued under. */
export const officeVersion = sqliteTable('office_version', {
  version: integer('version').primaryKey(),
  office: json('office', officeSchema).notNull(),
  note: text('note').notNull(),
  byName: text('by_name').notNull(),
  at: instant('at').notNull(),
})

/** Each backup by schedule, with what restoring it into a scratch folder found. */
export const backup = sqliteTable('backup', {
  id: id(),
  at: instant('at').notNull(),
  /** Its folder's name. */
  name: text('name').notNull(),
  ok: integer('ok', { mode: 'boolean' }).notNull(),
  words: text('words').notNull(),
  loads: integer('loads').notNull(),
  bytes: integer('bytes').notNull(),
  tookMs: integer('took_ms').notNull(),
})
