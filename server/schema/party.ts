import { index, integer, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { z } from 'zod'
import { deskRoles } from '#core/access/access'
import { trailersSchema } from '#core/carrier/carrier'
import { customerMails } from '#core/customer/contact'
import { equipmentKinds } from '#core/load/load'
import { referenceKinds } from '#core/load/reference'
import { currencies } from '#core/money/money'
import { keptReasonSchema } from '#core/vetting/vetting'
import { enumChecks, flag, id, instant, json } from './columns'
import { fuelTable } from './market'

export const customer = sqliteTable(
  'customer',
  {
    id: id(),
    name: text('name').notNull(),
    search: text('search').notNull(),
    city: text('city').notNull().default(''),
    region: text('region').notNull().default(''),
    billingMail: text('billing_mail'),
    /** What they are usually billed in. */
    currency: text('currency', { enum: currencies }).notNull().default('USD'),
    phone: text('phone').notNull().default(''),
    /** Asked for prices, never shipped with us. */
    prospect: flag('prospect'),
    /** Where their quotes go. */
    quoteMail: text('quote_mail'),
    /** Hundredths of a percent of the sell price; null prices by the desk's own rule. */
    marginPercentE2: integer('margin_percent_e2'),
    marginFloorMinor: integer('margin_floor_minor'),
    marginCapMinor: integer('margin_cap_minor'),
    /** Null where they pay one price, fuel in it. */
    fuelTableId: integer('fuel_table_id').references(() => fuelTable.id),
    showMiles: flag('show_miles'),
    /** Why nothing of theirs is accepted by itself just now. */
    hold: text('hold'),
    /** What a rep should know of them, in their own words. */
    note: text('note').notNull().default(''),
    /** Numbers that they want on a load before it is billed. */
    wantedNumbers: json('wanted_numbers', z.array(z.enum(referenceKinds)))
      .notNull()
      .default([]),
    /** Days after the invoice; null where nothing is agreed. */
    paysInDays: integer('pays_in_days'),
  },
  (table) => [uniqueIndex('customer_name').on(table.search), ...enumChecks(table)],
)

/** Somebody at a customer, and what of ours goes to them. */
export const customerContact = sqliteTable(
  'customer_contact',
  {
    id: id(),
    customerId: integer('customer_id')
      .notNull()
      .references(() => customer.id),
    name: text('name').notNull(),
    role: text('role').notNull().default(''),
    phone: text('phone').notNull().default(''),
    mail: text('mail').notNull().default(''),
    receives: json('receives', z.array(z.enum(customerMails)))
      .notNull()
      .default([]),
  },
  (table) => [index('customer_contact_customer').on(table.customerId)],
)

export const facility = sqliteTable(
  'facility',
  {
    id: id(),
    name: text('name').notNull(),
    search: text('search').notNull(),
    address: text('address').notNull(),
    city: text('city').notNull(),
    region: text('region').notNull(),
    country: text('country', { enum: ['US', 'CA', 'MX'] }).notNull(),
    postal: text('postal').notNull(),
    lat: real('lat').notNull(),
    lon: real('lon').notNull(),
    zone: text('zone').notNull(),
    booking: text('booking', { enum: ['appointment', 'first_come'] })
      .notNull()
      .default('first_come'),
    /** When the dock takes trucks, wall-clock `08:00`; both null where nobody asked yet. */
    opens: text('opens'),
    closes: text('closes'),
    phone: text('phone').notNull().default(''),
    /** What a driver or a rep should know of the dock. */
    dockNote: text('dock_note').notNull().default(''),
  },
  (table) => [index('facility_search').on(table.search), index('facility_city').on(table.city), ...enumChecks(table)],
)

export const carrier = sqliteTable(
  'carrier',
  {
    id: id(),
    name: text('name').notNull(),
    search: text('search').notNull(),
    mcNumber: text('mc_number'),
    dotNumber: text('dot_number').notNull(),
    mail: text('mail').notNull(),
    phone: text('phone').notNull(),
    /** What they usually name prices in. */
    currency: text('currency', { enum: currencies }).notNull().default('USD'),
    homeCity: text('home_city').notNull(),
    homeRegion: text('home_region').notNull(),
    homeLat: real('home_lat').notNull(),
    homeLon: real('home_lon').notNull(),
    homeCell: integer('home_cell').notNull(),
    equipment: json('equipment', z.array(z.enum(equipmentKinds))).notNull(),
    trailers: json('trailers', trailersSchema).notNull().default({}),
    /** The equipment they would rather be asked for; some of theirs. */
    preferred: json('preferred', z.array(z.enum(equipmentKinds)))
      .notNull()
      .default([]),
    powerUnits: integer('power_units'),
    doNotUse: text('do_not_use'),
    doNotUseBy: text('do_not_use_by'),
    doNotUseAt: instant('do_not_use_at'),
    /** Who may lift it. */
    doNotUseLift: text('do_not_use_lift', { enum: deskRoles }),
    contactChangedAt: instant('contact_changed_at'),
    addedAt: instant('added_at').notNull().default(0),
    addedBy: text('added_by').notNull().default(''),
    /** How it stood when it was last vetted by itself; null before the first time. */
    verdict: text('verdict', { enum: ['clear', 'caution', 'stop'] }),
    reasons: json('reasons', z.array(keptReasonSchema)).notNull().default([]),
    /** When that was last found to be otherwise than before. */
    vettedAt: instant('vetted_at'),
    lastLoadAt: instant('last_load_at'),
  },
  (table) => [
    uniqueIndex('carrier_mc').on(table.mcNumber),
    uniqueIndex('carrier_dot').on(table.dotNumber),
    index('carrier_search').on(table.search),
    index('carrier_mail').on(table.mail),
    index('carrier_home').on(table.homeCell),
    ...enumChecks(table),
  ],
)
