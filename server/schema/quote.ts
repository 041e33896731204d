import { sql } from 'drizzle-orm'
import {
  type AnySQLiteColumn,
  blob,
  check,
  index,
  integer,
  real,
  sqliteTable,
  text,
  uniqueIndex,
} from 'drizzle-orm/sqlite-core'
import { z } from 'zod'
import { chargeSchema } from '#core/charge/charge'
import { equipmentKinds } from '#core/load/load'
import { currencies } from '#core/money/money'
import { quoteDocumentSchema } from '#core/quote/document'
import { cellsSchema, lineProblemSchema, lineStates, lostReasons } from '#core/quote/quote'
import { band, enumChecks, id, instant, json } from './columns'
import { customer } from './party'
import { user } from './person'

export const quote = sqliteTable(
  'quote',
  {
    id: id(),
    /** Given when it was begun, by the office's series of then. */
    number: text('number').notNull().default(''),
    customerId: integer('customer_id')
      .notNull()
      .references(() => customer.id),
    repId: integer('rep_id')
      .notNull()
      .references(() => user.id),
    title: text('title').notNull().default(''),
    /** What every price on it is in, typed or asked. */
    currency: text('currency', { enum: currencies }).notNull().default('USD'),
    /** The last day it is valid, ISO date, and the instant that day ends at the desk. */
    validUntil: text('valid_until').notNull(),
    validUntilAt: instant('valid_until_at').notNull(),
    /** An earlier quote it is held against. */
    comparedId: integer('compared_id').references((): AnySQLiteColumn => quote.id),
    /** How often it was sent; 0 never. */
    version: integer('version').notNull().default(0),
    sentAt: instant('sent_at'),
    sentTo: text('sent_to'),
    createdAt: instant('created_at').notNull(),
  },
  (table) => [
    uniqueIndex('quote_number').on(table.number),
    index('quote_customer').on(table.customerId, table.createdAt),
    index('quote_created').on(table.createdAt),
    check('quote_sent', sql`(version = 0) = (sent_at is null)`),
    ...enumChecks(table),
  ],
)

const quoteId = () =>
  integer('quote_id')
    .notNull()
    .references(() => quote.id)

export const quoteLine = sqliteTable(
  'quote_line',
  {
    id: id(),
    quoteId: quoteId(),
    position: integer('position').notNull(),
    state: text('state', { enum: lineStates }).notNull().default('draft'),
    /** Cell by cell as it was typed or pasted; what is wrong with which. */
    cells: json('cells', cellsSchema).notNull(),
    problems: json('problems', z.array(lineProblemSchema)).notNull(),
    originCity: text('origin_city').notNull().default(''),
    originRegion: text('origin_region').notNull().default(''),
    originPostal: text('origin_postal').notNull().default(''),
    originLat: real('origin_lat'),
    originLon: real('origin_lon'),
    destCity: text('dest_city').notNull().default(''),
    destRegion: text('dest_region').notNull().default(''),
    destPostal: text('dest_postal').notNull().default(''),
    destLat: real('dest_lat'),
    destLon: real('dest_lon'),
    equipment: text('equipment', { enum: equipmentKinds }),
    weightLb: integer('weight_lb'),
    pickupFrom: text('pickup_from'),
    pickupTo: text('pickup_to'),
    loads: integer('loads'),
    commodity: text('commodity').notNull().default(''),
    comment: text('comment').notNull().default(''),
    theirsMinor: integer('theirs_minor'),
    ownPriceMinor: integer('own_price_minor'),
    miles: real('miles'),
    ...band(),
    charges: json('charges', z.array(chargeSchema)).notNull(),
    lineHaulMinor: integer('line_haul_minor'),
    fuelMinor: integer('fuel_minor'),
    /** All in, extras too; null until it can be priced. */
    sellMinor: integer('sell_minor'),
    /** The dated rate (millionths) from the quote's currency into the desk's by which it was priced; both null in the desk's own. */
    rateE6: integer('rate_e6'),
    rateDay: text('rate_day'),
    pricedAt: instant('priced_at'),
    decidedAt: instant('decided_at'),
    lostWhy: text('lost_why', { enum: lostReasons }),
    /** What the customer says it went for. */
    lostToMinor: integer('lost_to_minor'),
  },
  (table) => [
    uniqueIndex('quote_line_position').on(table.quoteId, table.position),
    index('quote_line_lane')
      .on(table.originPostal, table.destPostal, table.equipment)
      .where(sql`sell_minor is not null`),
    index('quote_line_decided').on(table.decidedAt).where(sql`decided_at is not null`),
    index('quote_line_sent').on(table.quoteId).where(sql`state = 'sent'`),
    check('quote_line_priced', sql`state = 'draft' or sell_minor is not null`),
    // A price is never asked on a line with something wrong in it.
    check('quote_line_whole', sql`sell_minor is null or problems = '[]'`),
    check('quote_line_lost', sql`(state = 'lost') = (lost_why is not null)`),
    ...enumChecks(table),
  ],
)

/** Every version of a quote's document as its customer had it. */
export const quoteVersion = sqliteTable(
  'quote_version',
  {
    id: id(),
    quoteId: quoteId(),
    version: integer('version').notNull(),
    document: json('document', quoteDocumentSchema).notNull(),
    message: text('message').notNull().default(''),
    pdf: blob('pdf', { mode: 'buffer' }),
    sentTo: text('sent_to').notNull(),
    sentAt: instant('sent_at').notNull(),
    deliveredAt: instant('delivered_at'),
    problem: text('problem'),
  },
  (table) => [uniqueIndex('quote_version_number').on(table.quoteId, table.version)],
)
