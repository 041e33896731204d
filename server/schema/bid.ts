import { sql } from 'drizzle-orm'
import { check, index, integer, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { z } from 'zod'
import { inviteStates, lanePostingStates, projectStates } from '#core/bid/bid'
import { guideAnswers, guideRunStates } from '#core/load/guide'
import { equipmentKinds } from '#core/load/load'
import { cellsSchema, lineProblemSchema } from '#core/quote/quote'
import { band, enumChecks, flag, id, instant, json, quoted } from './columns'
import { load } from './load'
import { carrier, customer } from './party'
import { user } from './person'

const texts = z.array(z.string())

/** Lanes that are put out together for carriers to bid on. */
export const bidProject = sqliteTable(
  'bid_project',
  {
    id: id(),
    title: text('title').notNull(),
    state: text('state', { enum: projectStates }).notNull().default('draft'),
    customerId: integer('customer_id').references(() => customer.id),
    repId: integer('rep_id')
      .notNull()
      .references(() => user.id),
    validFrom: text('valid_from').notNull(),
    validTo: text('valid_to').notNull(),
    deadlineAt: instant('deadline_at').notNull(),
    sealed: flag('sealed'),
    requirements: text('requirements').notNull().default(''),
    questions: json('questions', texts).notNull(),
    remindHours: integer('remind_hours').notNull(),
    acceptMinutes: integer('accept_minutes').notNull(),
    createdAt: instant('created_at').notNull(),
  },
  (table) => [
    index('bid_project_created').on(table.createdAt),
    index('bid_project_deadline').on(table.deadlineAt).where(sql`state = 'open'`),
    check('bid_project_days', sql`valid_from <= valid_to`),
    ...enumChecks(table),
  ],
)

const projectId = () =>
  integer('project_id')
    .notNull()
    .references(() => bidProject.id)

export const bidLane = sqliteTable(
  'bid_lane',
  {
    id: id(),
    projectId: projectId(),
    position: integer('position').notNull(),
    /** As it was typed or pasted, and what is wrong with which cell. */
    cells: json('cells', cellsSchema).notNull(),
    problems: json('problems', z.array(lineProblemSchema)).notNull(),
    originCity: text('origin_city').notNull().default(''),
    originRegion: text('origin_region').notNull().default(''),
    originPostal: text('origin_postal').notNull().default(''),
    destCity: text('dest_city').notNull().default(''),
    destRegion: text('dest_region').notNull().default(''),
    destPostal: text('dest_postal').notNull().default(''),
    equipment: text('equipment', { enum: equipmentKinds }),
    weightLb: integer('weight_lb'),
    /** Loads in the whole period; null where nobody said. */
    loads: integer('loads'),
    miles: real('miles'),
    ...band(),
  },
  (table) => [
    uniqueIndex('bid_lane_position').on(table.projectId, table.position),
    index('bid_lane_ends').on(table.originCity, table.destCity, table.equipment),
    ...enumChecks(table),
  ],
)

const laneId = () =>
  integer('lane_id')
    .notNull()
    .references(() => bidLane.id)
const carrierId = () =>
  integer('carrier_id')
    .notNull()
    .references(() => carrier.id)

/** A carrier that was asked to bid; its signed link is made of the row's id. */
export const bidInvite = sqliteTable(
  'bid_invite',
  {
    id: id(),
    projectId: projectId(),
    carrierId: carrierId(),
    state: text('state', { enum: inviteStates }).notNull().default('invited'),
    sentTo: text('sent_to').notNull(),
    sentAt: instant('sent_at').notNull(),
    openedAt: instant('opened_at'),
    remindedAt: instant('reminded_at'),
    answeredAt: instant('answered_at'),
    /** To the project's questions, in their order. */
    answers: json('answers', texts).notNull(),
    declineReason: text('decline_reason').notNull().default(''),
  },
  (table) => [
    uniqueIndex('bid_invite_carrier').on(table.projectId, table.carrierId),
    index('bid_invite_of_carrier').on(table.carrierId),
    ...enumChecks(table),
  ],
)

/** A carrier's price on a lane, the last one it gave. */
export const laneBid = sqliteTable(
  'lane_bid',
  {
    id: id(),
    inviteId: integer('invite_id')
      .notNull()
      .references(() => bidInvite.id),
    laneId: laneId(),
    /** All in for a load, in the desk's currency. */
    priceMinor: integer('price_minor').notNull(),
    weeklyLoads: integer('weekly_loads'),
    note: text('note').notNull().default(''),
    receivedAt: instant('received_at').notNull(),
  },
  (table) => [
    uniqueIndex('lane_bid_lane').on(table.laneId, table.inviteId),
    index('lane_bid_invite').on(table.inviteId),
    index('lane_bid_received').on(table.receivedAt),
    check('lane_bid_price', sql`price_minor > 0`),
  ],
)

/** A lane as it stands on a board for carriers to bid on. */
export const lanePosting = sqliteTable(
  'lane_posting',
  {
    id: id(),
    laneId: laneId(),
    board: text('board').notNull(),
    /** All that the board knows it by. */
    reference: text('reference').notNull(),
    /** What the board calls it; null before it is up. */
    externalId: text('external_id'),
    state: text('state', { enum: lanePostingStates }).notNull(),
    askedAt: instant('asked_at').notNull(),
  },
  (table) => [
    uniqueIndex('lane_posting_reference').on(table.reference),
    uniqueIndex('lane_posting_out').on(table.laneId, table.board).where(sql`state in ('asked', 'up')`),
    index('lane_posting_board').on(table.board).where(sql`state <> 'refused'`),
    ...enumChecks(table),
  ],
)

/** The routing guide: who hauls a lane, first to third. A place that was taken back keeps its row. */
export const guidePlace = sqliteTable(
  'guide_place',
  {
    id: id(),
    laneId: laneId(),
    carrierId: carrierId(),
    rank: integer('rank').notNull(),
    priceMinor: integer('price_minor').notNull(),
    weeklyLoads: integer('weekly_loads'),
    validFrom: text('valid_from').notNull(),
    validTo: text('valid_to').notNull(),
    acceptMinutes: integer('accept_minutes').notNull(),
    awardedAt: instant('awarded_at').notNull(),
    endedAt: instant('ended_at'),
  },
  (table) => [
    uniqueIndex('guide_place_rank').on(table.laneId, table.rank).where(sql`ended_at is null`),
    uniqueIndex('guide_place_carrier').on(table.laneId, table.carrierId).where(sql`ended_at is null`),
    index('guide_place_of_carrier').on(table.carrierId),
    check('guide_place_price', sql`price_minor > 0`),
  ],
)

/** Where the routing guide stands with a load. */
export const guideRun = sqliteTable(
  'guide_run',
  {
    loadId: integer('load_id')
      .primaryKey()
      .references(() => load.id),
    laneId: laneId(),
    state: text('state', { enum: guideRunStates }).notNull(),
    /** Of the last carrier that was asked or passed over; 0 before the first. */
    lastRank: integer('last_rank').notNull().default(0),
  },
  (table) => [
    index('guide_run_going').on(table.state).where(sql`state in ('running', 'accepted')`),
    ...enumChecks(table),
  ],
)

/** One offer of a load to a carrier of the guide; its signed link is made of the row's id. */
export const guideOffer = sqliteTable(
  'guide_offer',
  {
    id: id(),
    loadId: integer('load_id')
      .notNull()
      .references(() => load.id),
    placeId: integer('place_id')
      .notNull()
      .references(() => guidePlace.id),
    rank: integer('rank').notNull(),
    carrierId: carrierId(),
    priceMinor: integer('price_minor').notNull(),
    sentTo: text('sent_to').notNull(),
    sentAt: instant('sent_at').notNull(),
    expiresAt: instant('expires_at').notNull(),
    /** `out` while the carrier may answer. */
    state: text('state', { enum: ['out', ...guideAnswers] })
      .notNull()
      .default('out'),
    answeredAt: instant('answered_at'),
    answeredBy: text('answered_by').notNull().default(''),
  },
  (table) => [
    index('guide_offer_load').on(table.loadId),
    // One carrier is asked at a time.
    uniqueIndex('guide_offer_out').on(table.loadId).where(sql`state = 'out'`),
    index('guide_offer_due').on(table.expiresAt).where(sql`state = 'out'`),
    index('guide_offer_place').on(table.placeId, table.state),
    check('guide_offer_answered', sql`(state in (${quoted(['out'])})) = (answered_at is null)`),
    ...enumChecks(table),
  ],
)
