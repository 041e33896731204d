import { sql } from 'drizzle-orm'
import { check, index, integer, primaryKey, real, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { z } from 'zod'
import { chargeBases, chargeKinds } from '#core/charge/charge'
import { audiences } from '#core/load/load'
import { loadDocuments, referenceKinds } from '#core/load/reference'
import { currencies } from '#core/money/money'
import { enumChecks, id, json } from './columns'
import { loadId } from './load'
import { user } from './person'

export const reference = sqliteTable(
  'reference',
  {
    id: id(),
    loadId: loadId(),
    kind: text('kind', { enum: referenceKinds }).notNull(),
    name: text('name').notNull().default(''),
    value: text('value').notNull(),
    /** The stop that asks for it; null where it is of the whole load. */
    stopSequence: integer('stop_sequence'),
    showOn: json('show_on', z.array(z.enum(loadDocuments))).notNull(),
  },
  (table) => [index('reference_load').on(table.loadId), index('reference_value').on(table.value), ...enumChecks(table)],
)

/** Reps who work a load with the one it belongs to, and their shares of its margin. */
export const repShare = sqliteTable(
  'rep_share',
  {
    loadId: loadId(),
    userId: integer('user_id')
      .notNull()
      .references(() => user.id),
    sharePercent: integer('share_percent').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.loadId, table.userId] }),
    index('rep_share_user').on(table.userId),
    check('rep_share_percent', sql`share_percent between 1 and 100`),
  ],
)

/** Links kept with a load: a page of the customer's portal, a shared folder. */
export const loadLink = sqliteTable(
  'load_link',
  {
    id: id(),
    loadId: loadId(),
    label: text('label').notNull().default(''),
    url: text('url').notNull(),
  },
  (table) => [index('load_link_load').on(table.loadId)],
)

export const note = sqliteTable(
  'note',
  {
    id: id(),
    loadId: loadId(),
    audience: text('audience', { enum: audiences }).notNull(),
    text: text('text').notNull(),
  },
  (table) => [index('note_load').on(table.loadId), ...enumChecks(table)],
)

export const charge = sqliteTable(
  'charge',
  {
    id: id(),
    loadId: loadId(),
    side: text('side', { enum: ['sell', 'buy'] }).notNull(),
    kind: text('kind', { enum: chargeKinds }).notNull(),
    basis: text('basis', { enum: chargeBases }).notNull(),
    rateE4: integer('rate_e4').notNull(),
    quantity: real('quantity'),
    currency: text('currency', { enum: currencies }).notNull(),
    note: text('note').notNull().default(''),
    /** The day an advance was paid. */
    day: text('day'),
  },
  (table) => [index('charge_load').on(table.loadId), ...enumChecks(table)],
)
