import { integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { officeSchema } from '#core/office/office'
import { instant, json } from './columns'

/** What the brokerage set for itself, a row a version; the newest holds, documents keep what they were issued under. */
export const officeVersion = sqliteTable('office_version', {
  version: integer('version').primaryKey(),
  office: json('office', officeSchema).notNull(),
  note: text('note').notNull(),
  byName: text('by_name').notNull(),
  at: instant('at').notNull(),
})
