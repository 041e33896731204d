import { sql } from 'drizzle-orm'
import { check, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { z } from 'zod'
import { documentKinds, documentReaders } from '#core/document/document'
import { enumChecks, id, instant, json } from './columns'
import { load } from './load'
import { customer } from './party'
import { user } from './person'

/** A file kept with a load or with a customer. A carrier's own documents, which are checked, are `carrier_document`. */
export const document = sqliteTable(
  'document',
  {
    id: id(),
    loadId: integer('load_id').references(() => load.id),
    customerId: integer('customer_id').references(() => customer.id),
    kind: text('kind', { enum: documentKinds }).notNull(),
    readers: json('readers', z.array(z.enum(documentReaders))).notNull(),
    fileName: text('file_name').notNull(),
    /** What the content is, recognized from the content itself. */
    type: text('type').notNull(),
    size: integer('size').notNull(),
    /** SHA-256 of the content: the file's name in the store, outside of what is served. */
    storedAs: text('stored_as').notNull(),
    receivedAt: instant('received_at').notNull(),
    receivedFrom: text('received_from').notNull(),
    receivedById: integer('received_by_id').references(() => user.id),
  },
  (table) => [
    uniqueIndex('document_load').on(table.loadId, table.storedAs).where(sql`load_id is not null`),
    uniqueIndex('document_customer').on(table.customerId, table.storedAs).where(sql`customer_id is not null`),
    check('document_owner', sql`(load_id is null) <> (customer_id is null)`),
    ...enumChecks(table),
  ],
)
