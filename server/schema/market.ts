import { sql } from 'drizzle-orm'
import { check, index, integer, primaryKey, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { fuelBases } from '#core/fuel/fuel'
import { equipmentKinds } from '#core/load/load'
import { currencies } from '#core/money/money'
import { enumChecks, id, instant } from './columns'

export const fuelTable = sqliteTable(
  'fuel_table',
  {
    id: id(),
    name: text('name').notNull(),
    baseE3: integer('base_e3').notNull(),
    stepE3: integer('step_e3').notNull(),
    basis: text('basis', { enum: fuelBases }).notNull(),
    addE4: integer('add_e4').notNull(),
    begunStepCounts: integer('begun_step_counts', { mode: 'boolean' }).notNull().default(true),
  },
  (table) => [
    uniqueIndex('fuel_table_name').on(table.name),
    check('fuel_table_step', sql`step_e3 > 0 and add_e4 > 0`),
    ...enumChecks(table),
  ],
)

/** The weekly diesel index, as its feed brings it. */
export const dieselPrice = sqliteTable(
  'diesel_price',
  {
    area: text('area').notNull(),
    week: text('week').notNull(),
    priceE3: integer('price_e3').notNull(),
    receivedAt: instant('received_at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.area, table.week] })],
)

/** What others paid from one area to another on a day, on average, as the market feed brings it. */
export const marketAverage = sqliteTable(
  'market_average',
  {
    day: text('day').notNull(),
    originPostal: text('origin_postal').notNull(),
    destPostal: text('dest_postal').notNull(),
    equipment: text('equipment', { enum: equipmentKinds }).notNull(),
    miles: real('miles').notNull(),
    averageMinor: integer('average_minor').notNull(),
    count: integer('count').notNull(),
    /** When it came out: before that nobody could know it. */
    publishedAt: instant('published_at').notNull(),
    receivedAt: instant('received_at').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.originPostal, table.destPostal, table.equipment, table.day] }),
    index('market_average_received').on(table.receivedAt),
    index('market_average_published').on(table.publishedAt),
    check('market_average_count', sql`count > 0 and average_minor > 0`),
    ...enumChecks(table),
  ],
)

/** What one unit of a currency was worth in another on a day (millionths), as its feed or a file brings it. */
export const exchangeRate = sqliteTable(
  'exchange_rate',
  {
    day: text('day').notNull(),
    from: text('from_currency', { enum: currencies }).notNull(),
    to: text('to_currency', { enum: currencies }).notNull(),
    rateE6: integer('rate_e6').notNull(),
    source: text('source').notNull(),
    receivedAt: instant('received_at').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.from, table.to, table.day] }),
    check('exchange_rate_positive', sql`rate_e6 > 0`),
    ...enumChecks(table),
  ],
)

/** How far each feed has been read, and what came of the last time. */
export const feed = sqliteTable('feed', {
  name: text('name').primaryKey(),
  readAt: instant('read_at').notNull(),
  rows: integer('rows').notNull(),
  refused: integer('refused').notNull(),
  problem: text('problem'),
})
