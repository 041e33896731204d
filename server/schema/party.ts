import { index, integer, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { roles } from '#core/access/access'
import type { Equipment } from '#core/load/load'
import { policyKinds } from '#core/vetting/vetting'
import { flag, id, instant } from './columns'
import { fuelTable } from './market'

export const customer = sqliteTable('customer', {
  id: id(),
  name: text('name').notNull(),
  search: text('search').notNull(),
  city: text('city').notNull().default(''),
  region: text('region').notNull().default(''),
  billingMail: text('billing_mail'),
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
}, (table) => [uniqueIndex('customer_name').on(table.search)])

export const facility = sqliteTable('facility', {
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
  booking: text('booking', { enum: ['appointment', 'first_come'] }).notNull().default('first_come'),
}, (table) => [index('facility_search').on(table.search), index('facility_city').on(table.city)])

export const carrier = sqliteTable('carrier', {
  id: id(),
  name: text('name').notNull(),
  search: text('search').notNull(),
  mcNumber: text('mc_number').notNull(),
  dotNumber: text('dot_number').notNull(),
  mail: text('mail').notNull(),
  phone: text('phone').notNull(),
  homeCity: text('home_city').notNull(),
  homeRegion: text('home_region').notNull(),
  homeLat: real('home_lat').notNull(),
  homeLon: real('home_lon').notNull(),
  homeCell: integer('home_cell').notNull(),
  equipment: text('equipment', { mode: 'json' }).$type<Equipment[]>().notNull(),
  authorityStatus: text('authority_status', { enum: ['active', 'inactive', 'revoked'] }).notNull(),
  authorityGrantedOn: text('authority_granted_on'),
  w9OnFile: flag('w9_on_file'),
  agreementOnFile: flag('agreement_on_file'),
  doNotUse: text('do_not_use'),
}, (table) => [
  uniqueIndex('carrier_mc').on(table.mcNumber),
  uniqueIndex('carrier_dot').on(table.dotNumber),
  index('carrier_search').on(table.search),
  index('carrier_mail').on(table.mail),
  index('carrier_home').on(table.homeCell),
])

export const policy = sqliteTable('policy', {
  id: id(),
  carrierId: integer('carrier_id').notNull().references(() => carrier.id),
  kind: text('kind', { enum: policyKinds }).notNull(),
  insurer: text('insurer').notNull(),
  number: text('number').notNull(),
  limitMinor: integer('limit_minor').notNull(),
  effectiveOn: text('effective_on').notNull(),
  expiresOn: text('expires_on').notNull(),
  cancelledOn: text('cancelled_on'),
}, (table) => [index('policy_carrier').on(table.carrierId)])

export const user = sqliteTable('user', {
  id: id(),
  mail: text('mail').notNull(),
  name: text('name').notNull(),
  phone: text('phone').notNull().default(''),
  role: text('role', { enum: roles }).notNull(),
  passwordHash: text('password_hash').notNull(),
}, (table) => [uniqueIndex('user_mail').on(table.mail)])

export const session = sqliteTable('session', {
  /** SHA-256 of the token in the cookie: a stolen database opens no session. */
  tokenHash: text('token_hash').primaryKey(),
  userId: integer('user_id').notNull().references(() => user.id),
  expiresAt: instant('expires_at').notNull(),
})
