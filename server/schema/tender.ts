import { sql } from 'drizzle-orm'
import { check, index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import type { AnswerRule } from '#core/tender/answer-rules'
import type { TenderFacts } from '#core/tender/facts'
import { stopEventKinds } from '#core/tender/partner'
import type { SiteDescription } from '#core/tender/site'
import { noticeStates, type Tender, tenderPurposes } from '#core/tender/tender'
import { flag, id, instant, quoted } from './columns'
import { exchangeDocument, partner, partnerCode } from './exchange'
import { load, loadId } from './load'
import { customer } from './party'

/** A shipment that a partner offered, whatever has been said of it since. */
export const tender = sqliteTable(
  'tender',
  {
    id: id(),
    partnerId: integer('partner_id')
      .notNull()
      .references(() => partner.id),
    shipmentId: text('shipment_id').notNull(),
    state: text('state', { enum: ['offered', 'accepted', 'declined', 'lapsed', 'withdrawn', 'cancelled'] }).notNull(),
    loadId: integer('load_id').references(() => load.id),
    /** The interchange that spoke last of it, and when by its sender's clock: an older one that comes late changes nothing. */
    lastControl: integer('last_control').notNull().default(0),
    lastSaidAt: integer('last_said_at').notNull().default(0),
    /** The notice whose terms hold. */
    standingNoticeId: integer('standing_notice_id'),
  },
  (table) => [
    uniqueIndex('tender_shipment').on(table.partnerId, table.shipmentId),
    index('tender_load').on(table.loadId).where(sql`load_id is not null`),
  ],
)

/** One thing said of a tender: the offer, a change of it, its cancellation. */
export const tenderNotice = sqliteTable(
  'tender_notice',
  {
    id: id(),
    tenderId: integer('tender_id')
      .notNull()
      .references(() => tender.id),
    partnerId: integer('partner_id')
      .notNull()
      .references(() => partner.id),
    documentId: integer('document_id').references(() => exchangeDocument.id),
    customerId: integer('customer_id').references(() => customer.id),
    purpose: text('purpose', { enum: tenderPurposes }).notNull(),
    state: text('state', { enum: noticeStates }).notNull(),
    receivedAt: instant('received_at').notNull(),
    respondBy: instant('respond_by').notNull(),
    practice: flag('practice'),
    tender: text('tender', { mode: 'json' }).$type<Tender>().notNull(),
    facts: text('facts', { mode: 'json' }).$type<TenderFacts>().notNull(),
    /** Why it stands as it does, where that needs words. */
    remark: text('remark'),
    answeredAt: instant('answered_at'),
    answeredBy: text('answered_by'),
    answeredByRule: flag('answered_by_rule'),
    reasonCode: text('reason_code'),
    note: text('note').notNull().default(''),
    warnedAt: instant('warned_at'),
  },
  (table) => [
    index('tender_notice_open').on(table.respondBy).where(sql`state = 'open'`),
    index('tender_notice_tender').on(table.tenderId),
    index('tender_notice_answered').on(table.answeredAt).where(sql`answered_at is not null`),
    index('tender_notice_customer').on(table.customerId, table.receivedAt),
    index('tender_notice_document').on(table.documentId),
    check('tender_notice_state', sql`state in (${quoted(noticeStates)})`),
  ],
)

/** Which codes a notice uses. */
export const noticeCode = sqliteTable(
  'notice_code',
  {
    noticeId: integer('notice_id')
      .notNull()
      .references(() => tenderNotice.id),
    codeId: integer('code_id')
      .notNull()
      .references(() => partnerCode.id),
  },
  (table) => [primaryKey({ columns: [table.noticeId, table.codeId] }), index('notice_code_code').on(table.codeId)],
)

/** Answers by themselves, a customer's in their order. */
export const answeringRule = sqliteTable(
  'answering_rule',
  {
    id: id(),
    customerId: integer('customer_id')
      .notNull()
      .references(() => customer.id),
    position: integer('position').notNull(),
    rule: text('rule', { mode: 'json' }).$type<AnswerRule>().notNull(),
    on: flag('is_on'),
    madeBy: text('made_by').notNull(),
    madeAt: instant('made_at').notNull(),
    triedAt: instant('tried_at'),
  },
  (table) => [index('answering_rule_customer').on(table.customerId, table.position)],
)

/** The partner a load reports to, and the number that it knows it by. */
export const loadPartner = sqliteTable(
  'load_partner',
  {
    loadId: integer('load_id')
      .primaryKey()
      .references(() => load.id),
    partnerId: integer('partner_id')
      .notNull()
      .references(() => partner.id),
    shipmentId: text('shipment_id').notNull(),
    joinedBy: text('joined_by').notNull(),
    joinedAt: instant('joined_at').notNull(),
  },
  (table) => [index('load_partner_partner').on(table.partnerId)],
)

/** What a check call told of a stop. */
export const stopEvent = sqliteTable(
  'stop_event',
  {
    id: id(),
    loadId: loadId(),
    sequence: integer('sequence').notNull(),
    kind: text('kind', { enum: stopEventKinds }).notNull(),
    atLocal: text('at_local').notNull(),
    reasonCode: text('reason_code'),
    note: text('note').notNull().default(''),
    byName: text('by_name').notNull(),
    noted: instant('noted_at').notNull(),
  },
  (table) => [index('stop_event_load').on(table.loadId)],
)

/** How a partner's web pages are read, and what came of it last. */
export const site = sqliteTable('site', {
  partnerId: integer('partner_id')
    .primaryKey()
    .references(() => partner.id),
  userName: text('user_name').notNull(),
  description: text('description', { mode: 'json' }).$type<SiteDescription>().notNull(),
  everyMinutes: integer('every_minutes').notNull().default(5),
  readAt: instant('read_at'),
  nextAt: instant('next_at').notNull().default(0),
  problem: text('problem'),
  /** The page that could not be read, as it was. */
  page: text('page'),
  pageAt: instant('page_at'),
})

/** A row of a site's lists, as it was seen last. */
export const siteRow = sqliteTable(
  'site_row',
  {
    partnerId: integer('partner_id')
      .notNull()
      .references(() => partner.id),
    shipmentId: text('shipment_id').notNull(),
    digest: text('digest').notNull(),
    open: flag('is_open'),
    seenAt: instant('seen_at').notNull(),
    goneAt: instant('gone_at'),
  },
  (table) => [primaryKey({ columns: [table.partnerId, table.shipmentId] })],
)
