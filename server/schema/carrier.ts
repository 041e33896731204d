import { sql } from 'drizzle-orm'
import { type AnySQLiteColumn, check, index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { z } from 'zod'
import { carrierDocumentStates, contactRoles, factSources, payeeKinds, payeeStates } from '#core/carrier/carrier'
import { carrierDocumentKinds } from '#core/carrier/document'
import { loadMarks } from '#core/carrier/grades'
import { gateStages } from '#core/load/command'
import { policyKinds } from '#core/register/register'
import { vettingPolicySchema } from '#core/vetting/policy'
import { enumChecks, id, instant, json } from './columns'
import { load } from './load'
import { carrier } from './party'
import { user } from './person'

const carrierId = () =>
  integer('carrier_id')
    .notNull()
    .references(() => carrier.id)

/** One fact about a carrier as one source reported it; ended once another value took its place. */
export const fact = sqliteTable(
  'fact',
  {
    id: id(),
    carrierId: carrierId(),
    field: text('field').notNull(),
    value: text('value').notNull(),
    source: text('source', { enum: factSources }).notNull(),
    byName: text('by_name'),
    seenAt: instant('seen_at').notNull(),
    endedAt: instant('ended_at'),
  },
  (table) => [
    index('fact_carrier').on(table.carrierId),
    index('fact_seen').on(table.seenAt),
    uniqueIndex('fact_current').on(table.carrierId, table.field, table.source).where(sql`ended_at is null`),
    ...enumChecks(table),
  ],
)

export const contact = sqliteTable(
  'contact',
  {
    id: id(),
    carrierId: carrierId(),
    name: text('name').notNull(),
    role: text('role', { enum: contactRoles }).notNull(),
    mail: text('mail'),
    phone: text('phone'),
    addedAt: instant('added_at').notNull(),
    addedBy: text('added_by').notNull(),
  },
  (table) => [
    index('contact_carrier').on(table.carrierId),
    check('contact_reach', sql`mail is not null or phone is not null`),
    ...enumChecks(table),
  ],
)

/** An insurance policy as a certificate shows it; what the register has filed is in its record. */
export const policy = sqliteTable(
  'policy',
  {
    id: id(),
    carrierId: carrierId(),
    kind: text('kind', { enum: policyKinds }).notNull(),
    insurer: text('insurer').notNull(),
    number: text('number').notNull(),
    insuredName: text('insured_name'),
    limitMinor: integer('limit_minor').notNull(),
    effectiveOn: text('effective_on').notNull(),
    expiresOn: text('expires_on').notNull(),
    cancelledOn: text('cancelled_on'),
    documentId: integer('document_id').references(() => carrierDocument.id),
  },
  (table) => [
    index('policy_carrier').on(table.carrierId),
    check('policy_days', sql`expires_on >= effective_on`),
    ...enumChecks(table),
  ],
)

/** A document of a carrier. It counts once a person has checked it, or where it was signed by our own link. */
export const carrierDocument = sqliteTable(
  'carrier_document',
  {
    id: id(),
    carrierId: carrierId(),
    kind: text('kind', { enum: carrierDocumentKinds }).notNull(),
    state: text('state', { enum: carrierDocumentStates }).notNull(),
    fileName: text('file_name').notNull(),
    /** What the content is, recognized from the content itself; null where no file was kept. */
    type: text('type'),
    size: integer('size').notNull().default(0),
    /** SHA-256 of the content: the file's name in the store, outside of what is served. */
    storedAs: text('stored_as'),
    expiresOn: text('expires_on'),
    receivedAt: instant('received_at').notNull(),
    receivedFrom: text('received_from').notNull(),
    receivedById: integer('received_by_id').references(() => user.id),
    /** The link it came by. */
    linkId: integer('link_id').references((): AnySQLiteColumn => carrierLink.id),
    checkedAt: instant('checked_at'),
    checkedBy: text('checked_by'),
    checkedById: integer('checked_by_id').references(() => user.id),
    refusedBecause: text('refused_because'),
  },
  (table) => [
    index('carrier_document_carrier').on(table.carrierId),
    index('carrier_document_waiting').on(table.receivedAt).where(sql`state = 'waiting'`),
    check('carrier_document_checked', sql`(state = 'checked') = (checked_at is not null)`),
    ...enumChecks(table),
  ],
)

/** Who is paid for a carrier's loads. A new one waits until somebody other than who asked has approved it. */
export const payee = sqliteTable(
  'payee',
  {
    id: id(),
    carrierId: carrierId(),
    kind: text('kind', { enum: payeeKinds }).notNull(),
    name: text('name').notNull(),
    bankName: text('bank_name').notNull(),
    routing: text('routing').notNull(),
    accountEnd: text('account_end').notNull(),
    /** The account's number, enciphered; and its keyed hash, by which the same account is found elsewhere. */
    accountSealed: text('account_sealed').notNull(),
    accountKey: text('account_key').notNull(),
    state: text('state', { enum: payeeStates }).notNull(),
    askedBy: text('asked_by').notNull(),
    askedById: integer('asked_by_id').references(() => user.id),
    askedAt: instant('asked_at').notNull(),
    decidedBy: text('decided_by'),
    decidedById: integer('decided_by_id').references(() => user.id),
    decidedAt: instant('decided_at'),
  },
  (table) => [
    index('payee_carrier').on(table.carrierId),
    uniqueIndex('payee_current').on(table.carrierId).where(sql`state = 'approved'`),
    uniqueIndex('payee_waiting').on(table.carrierId).where(sql`state = 'waiting'`),
    check('payee_two_people', sql`state not in ('approved', 'refused') or decided_by_id <> asked_by_id`),
    ...enumChecks(table),
  ],
)

/** A link a carrier opens to send documents or to sign our agreement. */
export const carrierLink = sqliteTable(
  'carrier_link',
  {
    id: id(),
    carrierId: carrierId(),
    purpose: text('purpose', { enum: ['documents', 'agreement'] }).notNull(),
    kinds: json('kinds', z.array(z.enum(carrierDocumentKinds))).notNull(),
    sentTo: text('sent_to').notNull(),
    askedBy: text('asked_by').notNull(),
    askedAt: instant('asked_at').notNull(),
    expiresAt: instant('expires_at').notNull(),
    revokedAt: instant('revoked_at'),
    usedAt: instant('used_at'),
  },
  (table) => [index('carrier_link_carrier').on(table.carrierId), ...enumChecks(table)],
)

/** Every version of the vetting policy; the newest holds. */
export const vettingPolicy = sqliteTable('vetting_policy', {
  version: integer('version').primaryKey(),
  policy: json('policy', vettingPolicySchema).notNull(),
  note: text('note').notNull(),
  byName: text('by_name').notNull(),
  at: instant('at').notNull(),
})

/** A load whose carrier would now be blocked by vetting: dispatch waits until it is fixed, overridden or given to another. */
export const gateAlert = sqliteTable(
  'gate_alert',
  {
    id: id(),
    loadId: integer('load_id')
      .notNull()
      .references(() => load.id),
    carrierId: carrierId(),
    reasons: json('reasons', z.array(z.object({ code: z.string(), message: z.string(), fix: z.string() }))).notNull(),
    raisedAt: instant('raised_at').notNull(),
    endedAt: instant('ended_at'),
    endedHow: text('ended_how', { enum: ['fixed', 'passed', 'other_carrier'] }),
    endedBy: text('ended_by'),
    because: text('because'),
  },
  (table) => [
    uniqueIndex('gate_alert_open').on(table.loadId, table.carrierId).where(sql`ended_at is null`),
    ...enumChecks(table),
  ],
)

/** A gate that stopped and was passed by somebody allowed to: what was passed, why, by whom. Never taken away. */
export const gateOverride = sqliteTable(
  'gate_override',
  {
    id: id(),
    loadId: integer('load_id')
      .notNull()
      .references(() => load.id),
    carrierId: carrierId(),
    stage: text('stage', { enum: gateStages }).notNull(),
    reasons: json('reasons', z.array(z.object({ code: z.string(), message: z.string() }))).notNull(),
    because: text('because').notNull(),
    byName: text('by_name').notNull(),
    at: instant('at').notNull(),
    policyVersion: integer('policy_version').notNull(),
  },
  (table) => [index('gate_override_load').on(table.loadId), ...enumChecks(table)],
)

/** What a person noted of a carrier's work on a load. */
export const loadMark = sqliteTable(
  'load_mark',
  {
    id: id(),
    loadId: integer('load_id')
      .notNull()
      .references(() => load.id),
    carrierId: carrierId(),
    mark: text('mark', { enum: loadMarks }).notNull(),
    byName: text('by_name').notNull(),
    at: instant('at').notNull(),
  },
  (table) => [index('load_mark_carrier').on(table.carrierId), ...enumChecks(table)],
)

/** Which carriers changed in what the directory filters and sorts by, and in which order: kept by triggers on the carriers. A deleted carrier stays here. */
export const carrierChange = sqliteTable(
  'carrier_change',
  {
    carrierId: integer('carrier_id').primaryKey(),
    seq: integer('seq').notNull(),
  },
  (table) => [uniqueIndex('carrier_change_seq').on(table.seq)],
)
