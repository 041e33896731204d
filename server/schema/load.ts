import { sql } from 'drizzle-orm'
import {
  type AnySQLiteColumn,
  check,
  index,
  integer,
  primaryKey,
  real,
  sqliteTable,
  text,
  uniqueIndex,
} from 'drizzle-orm/sqlite-core'
import { pieceUnits } from '#core/load/freight'
import { equipmentKinds, loadStates } from '#core/load/load'
import { onDesk, onTheWay } from '#core/load/states'
import { dockAccesses } from '#core/load/stop'
import { currencies } from '#core/money/money'
import { band, enumChecks, flag, id, instant, quoted } from './columns'
import { carrier, customer, facility } from './party'
import { user } from './person'
import { quoteLine } from './quote'

export const load = sqliteTable(
  'load',
  {
    id: id(),
    number: text('number').notNull(),
    state: text('state', { enum: loadStates }).notNull(),
    practice: flag('practice'),
    customerId: integer('customer_id')
      .notNull()
      .references(() => customer.id),
    equipment: text('equipment', { enum: equipmentKinds }).notNull(),
    lengthFt: integer('length_ft'),
    tempMinF: integer('temp_min_f'),
    tempMaxF: integer('temp_max_f'),
    team: flag('team'),
    commodity: text('commodity').notNull(),
    commodityHidden: flag('commodity_hidden'),
    weightLb: integer('weight_lb').notNull(),
    pallets: integer('pallets'),
    freightValueMinor: integer('freight_value_minor'),
    hazmat: flag('hazmat'),
    unNumber: text('un_number'),
    partial: flag('partial'),
    pieces: integer('pieces'),
    pieceUnit: text('piece_unit', { enum: pieceUnits }).notNull().default('piece'),
    pieceSizeIn: text('piece_size_in'),
    stackable: flag('stackable'),
    /** Who pays where it is not the customer. */
    payerId: integer('payer_id').references(() => customer.id),
    customsBroker: text('customs_broker').notNull().default(''),
    customsBrokerPhone: text('customs_broker_phone').notNull().default(''),
    dispatcherId: integer('dispatcher_id').references(() => user.id),
    driverName: text('driver_name'),
    driverPhone: text('driver_phone'),
    truckNumber: text('truck_number'),
    // The lane is given here as well as in the stops: lists and rates read one table.
    originCity: text('origin_city').notNull(),
    originRegion: text('origin_region').notNull(),
    originPostal: text('origin_postal').notNull(),
    originLat: real('origin_lat').notNull(),
    originLon: real('origin_lon').notNull(),
    originCell: integer('origin_cell').notNull(),
    originZone: text('origin_zone').notNull(),
    destCity: text('dest_city').notNull(),
    destRegion: text('dest_region').notNull(),
    destPostal: text('dest_postal').notNull(),
    destLat: real('dest_lat').notNull(),
    destLon: real('dest_lon').notNull(),
    destCell: integer('dest_cell').notNull(),
    destZone: text('dest_zone').notNull(),
    miles: real('miles').notNull(),
    hours: real('hours').notNull(),
    pickupAt: instant('pickup_at').notNull(),
    pickupBy: instant('pickup_by').notNull(),
    deliverBy: instant('deliver_by').notNull(),
    /** What the customer pays and what the carrier is paid, in the desk's own currency: what everything is compared and added by. */
    sellMinor: integer('sell_minor').notNull().default(0),
    targetPayMinor: integer('target_pay_minor'),
    maxPayMinor: integer('max_pay_minor'),
    ...band(),
    /** The same as sold and as agreed, in the currencies of the loadDocuments, and the dated rates (millionths) by which they were turned. */
    soldMinor: integer('sold_minor').notNull().default(0),
    currency: text('currency', { enum: currencies }).notNull().default('USD'),
    sellRateE6: integer('sell_rate_e6'),
    sellRateDay: text('sell_rate_day'),
    agreedMinor: integer('agreed_minor'),
    payCurrency: text('pay_currency', { enum: currencies }).notNull().default('USD'),
    payRateE6: integer('pay_rate_e6'),
    payRateDay: text('pay_rate_day'),
    /** Grows with every change of what was typed: a form that began from an older one is warned. */
    version: integer('version').notNull().default(1),
    carrierId: integer('carrier_id').references(() => carrier.id),
    payMinor: integer('pay_minor'),
    deliveredOnTime: integer('delivered_on_time', { mode: 'boolean' }),
    openedAt: instant('opened_at'),
    coveredAt: instant('covered_at'),
    createdAt: instant('created_at').notNull(),
    repId: integer('rep_id')
      .notNull()
      .references(() => user.id),
    /** The line of the quote it was sold by. */
    quoteLineId: integer('quote_line_id').references((): AnySQLiteColumn => quoteLine.id),
  },
  (table) => [
    index('load_quote_line').on(table.quoteLineId).where(sql`quote_line_id is not null`),
    uniqueIndex('load_number').on(table.number),
    index('load_open')
      .on(table.pickupAt)
      .where(sql`state in (${quoted(onDesk.states)})`),
    index('load_lane')
      .on(
        table.equipment,
        table.originCell,
        table.destCell,
        table.coveredAt,
        table.practice,
        table.payMinor,
        table.state,
        table.pickupAt,
      )
      .where(sql`pay_minor is not null and practice = 0`),
    index('load_carrier').on(table.carrierId, table.pickupAt),
    index('load_driver').on(table.driverPhone).where(sql`driver_phone is not null`),
    index('load_truck').on(table.truckNumber).where(sql`truck_number is not null`),
    index('load_covered').on(table.coveredAt).where(sql`covered_at is not null`),
    index('load_customer').on(table.customerId, table.createdAt),
    index('load_created').on(table.createdAt),
    index('load_pickup').on(table.pickupAt),
    index('load_on_the_way')
      .on(table.pickupAt)
      .where(sql`state in (${quoted(onTheWay.states)})`),
    index('load_rep').on(table.repId, table.createdAt),
    index('load_origin_city').on(table.originCity, table.createdAt),
    check('load_window', sql`pickup_by >= pickup_at`),
    check('load_award', sql`(carrier_id is null) = (pay_minor is null)`),
    ...enumChecks(table),
  ],
)

/** A column naming the load that a row belongs to. */
export const loadId = () =>
  integer('load_id')
    .notNull()
    .references(() => load.id)

/** What a person said of a past price that looked wrong: what the load paid stays as it was booked. */
export const rateCorrection = sqliteTable(
  'rate_correction',
  {
    loadId: integer('load_id')
      .primaryKey()
      .references(() => load.id),
    verdict: text('verdict', { enum: ['price', 'left_out', 'as_paid'] }).notNull(),
    priceMinor: integer('price_minor'),
    byName: text('by_name').notNull(),
    at: instant('at').notNull(),
  },
  (table) => [
    check('rate_correction_price', sql`(verdict = 'price') = (price_minor is not null)`),
    ...enumChecks(table),
  ],
)

export const stop = sqliteTable(
  'stop',
  {
    loadId: loadId(),
    sequence: integer('sequence').notNull(),
    kind: text('kind', { enum: ['pickup', 'delivery'] }).notNull(),
    facilityId: integer('facility_id')
      .notNull()
      .references(() => facility.id),
    earliestLocal: text('earliest_local').notNull(),
    latestLocal: text('latest_local'),
    booking: text('booking', { enum: ['appointment', 'first_come'] }).notNull(),
    access: text('access', { enum: dockAccesses }).notNull().default('dock'),
    contactName: text('contact_name').notNull().default(''),
    contactPhone: text('contact_phone').notNull().default(''),
    driverNote: text('driver_note').notNull().default(''),
    /** What is loaded or unloaded there; null where the rest of the load is meant. */
    pieces: integer('pieces'),
    weightLb: integer('weight_lb'),
  },
  (table) => [
    primaryKey({ columns: [table.loadId, table.sequence] }),
    index('stop_facility').on(table.facilityId),
    ...enumChecks(table),
  ],
)
