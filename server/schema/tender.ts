import { sql } from 'drizzle-orm'
import {
  type AnySQLiteColumn,
  index,
  integer,
  primaryKey,
  sqliteTable,
  text,
  uniqueIndex,
} from 'drizzle-orm/sqlite-core'
import { z } from 'zod'
import { stopEventKinds } from '#core/check-call/check-call'
import { answerRuleSchema } from '#core/tender/answer-rules'
import { tenderFactsSchema } from '#core/tender/facts'
import { siteDescriptionSchema } from '#core/tender/site'
import { noticeStates, tenderPurposes, tenderSchema, tenderStates } from '#core/tender/tender'
import { faultSchema } from '#core/x12/x12'
import { enumChecks, flag, id, instant, json } from './columns'
import { exchange, partner, partnerCode } from './exchange'
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
    state: text('state', { enum: tenderStates }).notNull(),
    loadId: integer('load_id').references(() => load.id),
    /** The interchange that spoke last of it, and when by its sender's clock: an older one that comes late changes nothing. */
    lastControl: integer('last_control').notNull().default(0),
    lastSaidAt: integer('last_said_at').notNull().default(0),
    /** The notice whose terms hold. */
    standingNoticeId: integer('standing_notice_id').references((): AnySQLiteColumn => tenderNotice.id),
  },
  (table) => [
    uniqueIndex('tender_shipment').on(table.partnerId, table.shipmentId),
    index('tender_number').on(table.shipmentId),
    index('tender_load').on(table.loadId).where(sql`load_id is not null`),
    ...enumChecks(table),
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
    tender: json('tender', tenderSchema).notNull(),
    facts: json('facts', tenderFactsSchema).notNull(),
    /** Why it stands as it does, where that needs words. */
    remark: text('remark'),
    answeredAt: instant('answered_at'),
    answeredBy: text('answered_by'),
    /** A user's, or a rule's where a rule answered. */
    answeredById: integer('answered_by_id'),
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
    ...enumChecks(table),
  ],
)

/** One transaction set of an interchange, or one row of a site's list. */
export const exchangeDocument = sqliteTable(
  'exchange_document',
  {
    id: id(),
    exchangeId: integer('exchange_id')
      .notNull()
      .references(() => exchange.id),
    partnerId: integer('partner_id').references(() => partner.id),
    direction: text('direction', { enum: ['in', 'out'] }).notNull(),
    at: instant('at').notNull(),
    kind: text('kind').notNull(),
    /** Which of the interchange's sets it is, counted from zero. */
    ordinal: integer('ordinal').notNull(),
    groupType: text('group_type').notNull(),
    groupControl: text('group_control').notNull(),
    setControl: text('set_control').notNull(),
    /** The shipment, load or answered control number that it speaks of. */
    number: text('number').notNull().default(''),
    verdict: text('verdict', { enum: ['A', 'E', 'R'] }),
    faults: json('faults', z.array(faultSchema)).notNull().default([]),
    state: text('state', { enum: ['to_read', 'read', 'refused', 'kept', 'out'] }).notNull(),
    problem: text('problem'),
    loadId: integer('load_id').references(() => load.id),
    noticeId: integer('notice_id').references((): AnySQLiteColumn => tenderNotice.id),
    /** The partner's word on what we sent: A, E, R or P. */
    ackVerdict: text('ack_verdict'),
    ackNote: text('ack_note'),
    ackAt: instant('ack_at'),
  },
  (table) => [
    index('exchange_document_exchange').on(table.exchangeId),
    index('exchange_document_to_read').on(table.id).where(sql`state = 'to_read'`),
    index('exchange_document_number').on(table.number),
    index('exchange_document_rejected').on(table.at).where(sql`ack_verdict in ('R', 'P')`),
    index('exchange_document_kind').on(table.kind, table.at),
    index('exchange_document_partner').on(table.partnerId, table.at),
    index('exchange_document_load').on(table.loadId).where(sql`load_id is not null`),
    ...enumChecks(table),
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
    rule: json('rule', answerRuleSchema).notNull(),
    on: flag('is_on'),
    /** Grows with every change: an answer names the version that gave it. */
    version: integer('version').notNull().default(1),
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

/** What a check call reported about a stop. */
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
  (table) => [index('stop_event_load').on(table.loadId), ...enumChecks(table)],
)

/** How a partner's web pages are read, and what came of it last. */
export const site = sqliteTable('site', {
  partnerId: integer('partner_id')
    .primaryKey()
    .references(() => partner.id),
  userName: text('user_name').notNull(),
  description: json('description', siteDescriptionSchema).notNull(),
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
