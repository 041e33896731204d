import { sql } from 'drizzle-orm'
import { blob, check, index, integer, primaryKey, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { roles } from '#core/access/access'
import { chargeBases, chargeKinds } from '#core/charge/charge'
import type { ConfirmationTerms } from '#core/confirmation/terms'
import { audiences, equipmentKinds, type Equipment, loadStates, type Paper, referenceKinds } from '#core/load/load'
import { currencies } from '#core/money/money'
import { offerSources, offerStates } from '#core/offer/offer'
import { rateBases } from '#core/rates/ask'
import { policyKinds } from '#core/vetting/vetting'

const id = () => integer('id').primaryKey({ autoIncrement: true })
const instant = (name: string) => integer(name)
const flag = (name: string) => integer(name, { mode: 'boolean' }).notNull().default(false)
const quoted = (values: readonly string[]) => sql.raw(values.map((value) => `'${value}'`).join(', '))

export const customer = sqliteTable('customer', {
  id: id(),
  name: text('name').notNull(),
  search: text('search').notNull(),
  city: text('city').notNull().default(''),
  region: text('region').notNull().default(''),
  billingMail: text('billing_mail'),
  phone: text('phone').notNull().default(''),
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

export const load = sqliteTable('load', {
  id: id(),
  number: text('number').notNull(),
  state: text('state', { enum: loadStates }).notNull(),
  practice: flag('practice'),
  customerId: integer('customer_id').notNull().references(() => customer.id),
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
  // The lane stands here as well as in the stops: lists and rates read one table.
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
  sellMinor: integer('sell_minor').notNull().default(0),
  targetMinor: integer('target_minor'),
  mostMinor: integer('most_minor'),
  bandLowMinor: integer('band_low_minor'),
  bandMiddleMinor: integer('band_middle_minor'),
  bandHighMinor: integer('band_high_minor'),
  bandComparables: integer('band_comparables'),
  bandNewestAt: instant('band_newest_at'),
  bandBasis: text('band_basis', { enum: rateBases }),
  carrierId: integer('carrier_id').references(() => carrier.id),
  payMinor: integer('pay_minor'),
  deliveredOnTime: integer('delivered_on_time', { mode: 'boolean' }),
  openedAt: instant('opened_at'),
  coveredAt: instant('covered_at'),
  createdAt: instant('created_at').notNull(),
  repId: integer('rep_id').notNull().references(() => user.id),
}, (table) => [
  uniqueIndex('load_number').on(table.number),
  index('load_open').on(table.pickupAt).where(sql`state in ('draft', 'uncovered', 'covered')`),
  index('load_lane').on(table.equipment, table.originCell, table.destCell, table.coveredAt, table.practice, table.payMinor).where(sql`pay_minor is not null and practice = 0`),
  index('load_carrier').on(table.carrierId),
  index('load_covered').on(table.coveredAt).where(sql`covered_at is not null`),
  index('load_customer').on(table.customerId, table.createdAt),
  index('load_created').on(table.createdAt),
  index('load_origin_city').on(table.originCity, table.createdAt),
  check('load_state', sql`state in (${quoted(loadStates)})`),
  check('load_window', sql`pickup_by >= pickup_at`),
  check('load_award', sql`(carrier_id is null) = (pay_minor is null)`),
])

const loadId = () => integer('load_id').notNull().references(() => load.id)

/** What a person said of a past price that looked wrong: what the load paid stays as it was booked. */
export const rateCorrection = sqliteTable('rate_correction', {
  loadId: integer('load_id').primaryKey().references(() => load.id),
  verdict: text('verdict', { enum: ['price', 'left_out', 'as_paid'] }).notNull(),
  priceMinor: integer('price_minor'),
  byName: text('by_name').notNull(),
  at: instant('at').notNull(),
}, () => [check('rate_correction_price', sql`(verdict = 'price') = (price_minor is not null)`)])

export const stop = sqliteTable('stop', {
  loadId: loadId(),
  sequence: integer('sequence').notNull(),
  kind: text('kind', { enum: ['pickup', 'delivery'] }).notNull(),
  facilityId: integer('facility_id').notNull().references(() => facility.id),
  earliestLocal: text('earliest_local').notNull(),
  latestLocal: text('latest_local'),
  booking: text('booking', { enum: ['appointment', 'first_come'] }).notNull(),
}, (table) => [primaryKey({ columns: [table.loadId, table.sequence] }), index('stop_facility').on(table.facilityId)])

export const reference = sqliteTable('reference', {
  id: id(),
  loadId: loadId(),
  kind: text('kind', { enum: referenceKinds }).notNull(),
  value: text('value').notNull(),
  showOn: text('show_on', { mode: 'json' }).$type<Paper[]>().notNull(),
}, (table) => [index('reference_load').on(table.loadId), index('reference_value').on(table.value)])

export const note = sqliteTable('note', {
  id: id(),
  loadId: loadId(),
  audience: text('audience', { enum: audiences }).notNull(),
  text: text('text').notNull(),
}, (table) => [index('note_load').on(table.loadId)])

export const charge = sqliteTable('charge', {
  id: id(),
  loadId: loadId(),
  side: text('side', { enum: ['sell', 'buy'] }).notNull(),
  kind: text('kind', { enum: chargeKinds }).notNull(),
  basis: text('basis', { enum: chargeBases }).notNull(),
  rateE4: integer('rate_e4').notNull(),
  quantity: real('quantity'),
  currency: text('currency', { enum: currencies }).notNull(),
  note: text('note').notNull().default(''),
}, (table) => [index('charge_load').on(table.loadId)])

export const offer = sqliteTable('offer', {
  id: id(),
  loadId: loadId(),
  carrierId: integer('carrier_id').notNull().references(() => carrier.id),
  payMinor: integer('pay_minor').notNull(),
  counterMinor: integer('counter_minor'),
  source: text('source', { enum: offerSources }).notNull(),
  state: text('state', { enum: offerStates }).notNull(),
  goodUntil: instant('good_until'),
  note: text('note').notNull().default(''),
  receivedAt: instant('received_at').notNull(),
  /** The sender's own key: the same reply twice is one offer. */
  externalKey: text('external_key'),
}, (table) => [
  index('offer_load').on(table.loadId),
  index('offer_lapsing').on(table.goodUntil).where(sql`state = 'open' and good_until is not null`),
  uniqueIndex('offer_external').on(table.externalKey),
  uniqueIndex('offer_one_award').on(table.loadId).where(sql`state = 'awarded'`),
  check('offer_pay', sql`pay_minor > 0`),
])

export const posting = sqliteTable('posting', {
  id: id(),
  loadId: loadId(),
  board: text('board').notNull(),
  state: text('state', { enum: ['asked', 'up', 'removal_asked', 'down', 'refused'] }).notNull(),
  reference: text('reference').notNull(),
  externalId: text('external_id'),
  askedAt: instant('asked_at').notNull(),
  upAt: instant('up_at'),
  problem: text('problem'),
}, (table) => [index('posting_load').on(table.loadId), uniqueIndex('posting_reference').on(table.reference)])

export const confirmation = sqliteTable('confirmation', {
  id: id(),
  loadId: loadId(),
  version: integer('version').notNull(),
  number: text('number').notNull(),
  state: text('state', { enum: ['issued', 'sent', 'accepted', 'void'] }).notNull(),
  terms: text('terms', { mode: 'json' }).$type<ConfirmationTerms>().notNull(),
  pdf: blob('pdf', { mode: 'buffer' }),
  issuedAt: instant('issued_at').notNull(),
  sentAt: instant('sent_at'),
  sentTo: text('sent_to'),
  deliveredAt: instant('delivered_at'),
  acceptedAt: instant('accepted_at'),
  acceptedName: text('accepted_name'),
  acceptedTitle: text('accepted_title'),
}, (table) => [uniqueIndex('confirmation_version').on(table.loadId, table.version)])

export const link = sqliteTable('link', {
  id: id(),
  confirmationId: integer('confirmation_id').notNull().references(() => confirmation.id),
  expiresAt: instant('expires_at').notNull(),
  revokedAt: instant('revoked_at'),
}, (table) => [index('link_confirmation').on(table.confirmationId)])

export const log = sqliteTable('log', {
  id: id(),
  at: instant('at').notNull(),
  loadId: loadId(),
  actorKind: text('actor_kind', { enum: ['person', 'carrier', 'rule', 'board'] }).notNull(),
  actorName: text('actor_name').notNull(),
  kind: text('kind').notNull(),
  data: text('data', { mode: 'json' }).$type<Record<string, unknown>>().notNull(),
}, (table) => [index('log_load').on(table.loadId)])

export const outbox = sqliteTable('outbox', {
  id: id(),
  /** What the receiver checks: the same key twice is one message. */
  key: text('key').notNull(),
  kind: text('kind', { enum: ['mail', 'board'] }).notNull(),
  /** Entries of one stream leave in their order. */
  stream: text('stream').notNull(),
  loadId: loadId(),
  payload: text('payload', { mode: 'json' }).$type<Record<string, unknown>>().notNull(),
  state: text('state', { enum: ['waiting', 'sent', 'failed'] }).notNull(),
  attempts: integer('attempts').notNull().default(0),
  nextAt: instant('next_at').notNull(),
  lastError: text('last_error'),
}, (table) => [
  uniqueIndex('outbox_key').on(table.key),
  index('outbox_due').on(table.kind, table.nextAt).where(sql`state = 'waiting'`),
  index('outbox_stream').on(table.stream).where(sql`state = 'waiting'`),
])

export const message = sqliteTable('message', {
  id: id(),
  messageId: text('message_id').notNull(),
  loadId: integer('load_id').references(() => load.id),
  carrierId: integer('carrier_id').references(() => carrier.id),
  sender: text('sender').notNull(),
  subject: text('subject').notNull(),
  text: text('text').notNull(),
  receivedAt: instant('received_at').notNull(),
  /** What became of it: read into an offer, or left for a person. */
  reading: text('reading', { enum: ['offer', 'left'] }).notNull(),
}, (table) => [uniqueIndex('message_id').on(table.messageId), index('message_load').on(table.loadId)])
