import { sql } from 'drizzle-orm'
import { blob, check, index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { z } from 'zod'
import { objections } from '#core/confirmation/objection'
import { confirmationTermsSchema } from '#core/confirmation/terms'
import { currencies } from '#core/money/money'
import { offerSources, offerStates } from '#core/offer/offer'
import { signSchema } from '#core/offer/proposal'
import { postingTermsSchema } from '#core/posting/terms'
import { enumChecks, id, instant, json } from './columns'
import { load, loadId } from './load'
import { carrier } from './party'

export const offer = sqliteTable(
  'offer',
  {
    id: id(),
    loadId: loadId(),
    carrierId: integer('carrier_id')
      .notNull()
      .references(() => carrier.id),
    /** In the desk's own currency, for comparing; `askedMinor` is what the carrier named, in its currency. */
    payMinor: integer('pay_minor').notNull(),
    askedMinor: integer('asked_minor').notNull().default(0),
    currency: text('currency', { enum: currencies }).notNull().default('USD'),
    /** What was agreed with it, once it was awarded. */
    agreedMinor: integer('agreed_minor'),
    counterMinor: integer('counter_minor'),
    source: text('source', { enum: offerSources }).notNull(),
    state: text('state', { enum: offerStates }).notNull(),
    goodUntil: instant('good_until'),
    note: text('note').notNull().default(''),
    /** Whom we spoke with, and where they are called back; empty where the carrier's own phone serves. */
    person: text('person').notNull().default(''),
    phone: text('phone').notNull().default(''),
    receivedAt: instant('received_at').notNull(),
    /** The sender's own key: the same reply twice is one offer. */
    externalKey: text('external_key'),
  },
  (table) => [
    index('offer_load').on(table.loadId),
    index('offer_carrier').on(table.carrierId, table.state),
    index('offer_lapsing').on(table.goodUntil).where(sql`state = 'open' and good_until is not null`),
    uniqueIndex('offer_external').on(table.externalKey),
    uniqueIndex('offer_one_award').on(table.loadId).where(sql`state = 'awarded'`),
    check('offer_pay', sql`pay_minor > 0`),
    ...enumChecks(table),
  ],
)

/** A price that somebody named who is not known to be the carrier, or that reads in more than one way: it is no offer until a person says so. */
export const proposal = sqliteTable(
  'proposal',
  {
    id: id(),
    loadId: loadId(),
    /** Whom it says it is from; null where it names nobody we know. */
    carrierId: integer('carrier_id').references(() => carrier.id),
    source: text('source', { enum: offerSources }).notNull(),
    sender: text('sender').notNull(),
    /** Amounts that could be the price, the likeliest first. */
    readings: json('readings', z.array(z.number())).notNull(),
    signs: json('signs', z.array(signSchema)).notNull(),
    text: text('text').notNull(),
    /** How many messages it stands for: a flood is one line. */
    count: integer('count').notNull().default(1),
    state: text('state', { enum: ['waiting', 'confirmed', 'dismissed'] })
      .notNull()
      .default('waiting'),
    receivedAt: instant('received_at').notNull(),
    decidedAt: instant('decided_at'),
    decidedBy: text('decided_by'),
    /** The sender's own key: the same message twice is one proposal. */
    externalKey: text('external_key').notNull(),
  },
  (table) => [
    index('proposal_load').on(table.loadId, table.state),
    uniqueIndex('proposal_external').on(table.externalKey),
    check('proposal_decided', sql`(state = 'waiting') = (decided_at is null)`),
    ...enumChecks(table),
  ],
)

export const posting = sqliteTable(
  'posting',
  {
    id: id(),
    loadId: loadId(),
    board: text('board').notNull(),
    state: text('state', { enum: ['asked', 'up', 'removal_asked', 'down', 'refused'] }).notNull(),
    reference: text('reference').notNull(),
    externalId: text('external_id'),
    askedAt: instant('asked_at').notNull(),
    upAt: instant('up_at'),
    problem: text('problem'),
    /** When it was refreshed, the last time last. */
    refreshes: json('refreshes', z.array(z.number())).notNull().default([]),
    /** When the board was last seen to show it; null: not since it was put up. */
    seenAt: instant('seen_at'),
    /** How often the board says that it was looked at; null where it does not say. */
    views: integer('views'),
  },
  (table) => [
    index('posting_load').on(table.loadId),
    index('posting_out').on(table.board, table.state).where(sql`state in ('asked', 'up', 'removal_asked')`),
    uniqueIndex('posting_reference').on(table.reference),
    ...enumChecks(table),
  ],
)

/** What the postings of a load show, where somebody chose. */
export const postingTerms = sqliteTable(
  'posting_terms',
  {
    loadId: integer('load_id')
      .primaryKey()
      .references(() => load.id),
    terms: json('terms', postingTermsSchema).notNull(),
    /** The boards that it was last posted on: offered first next time. */
    boards: json('boards', z.array(z.string())).notNull(),
    changedAt: instant('changed_at').notNull(),
    changedBy: text('changed_by').notNull(),
  },
  (table) => [
    index('posting_terms_like').on(table.loadId).where(sql`json_extract(terms, '$.likeLoadIds[0]') is not null`),
  ],
)

export const confirmation = sqliteTable(
  'confirmation',
  {
    id: id(),
    loadId: loadId(),
    version: integer('version').notNull(),
    number: text('number').notNull(),
    state: text('state', { enum: ['issued', 'sent', 'accepted', 'void'] }).notNull(),
    terms: json('terms', confirmationTermsSchema).notNull(),
    pdf: blob('pdf', { mode: 'buffer' }),
    issuedAt: instant('issued_at').notNull(),
    sentAt: instant('sent_at'),
    sentTo: text('sent_to'),
    deliveredAt: instant('delivered_at'),
    acceptedAt: instant('accepted_at'),
    acceptedName: text('accepted_name'),
    acceptedTitle: text('accepted_title'),
    /** What the carrier answered instead of a yes, in whose words, and when. */
    objection: text('objection', { enum: objections }),
    objectionText: text('objection_text'),
    objectedBy: text('objected_by'),
    objectedAt: instant('objected_at'),
  },
  (table) => [uniqueIndex('confirmation_version').on(table.loadId, table.version), ...enumChecks(table)],
)

export const link = sqliteTable(
  'link',
  {
    id: id(),
    confirmationId: integer('confirmation_id')
      .notNull()
      .references(() => confirmation.id),
    expiresAt: instant('expires_at').notNull(),
    revokedAt: instant('revoked_at'),
  },
  (table) => [index('link_confirmation').on(table.confirmationId)],
)
