import { sql } from 'drizzle-orm'
import { blob, index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { z } from 'zod'
import { equipmentKinds } from '#core/load/load'
import { codeKinds, documentKinds, expiryChoices, statusCodesSchema, transports } from '#core/tender/partner'
import { delimitersSchema } from '#core/x12/x12'
import { enumChecks, flag, id, instant, json, sealedText } from './columns'
import { customer, facility } from './party'

/** A customer's system that tenders to us: who it says it is, how it writes, what it wants back. */
export const partner = sqliteTable(
  'partner',
  {
    id: id(),
    name: text('name').notNull(),
    customerId: integer('customer_id').references(() => customer.id),
    transport: text('transport', { enum: transports }).notNull(),
    /** A folder under the data folder, or the address that documents are posted to, or the site's. */
    address: text('address').notNull(),
    /** Sealed: a stolen database tells no partner's password. */
    secret: sealedText('secret').notNull().default(''),
    /** Whether its address may be inside our own network. */
    allowPrivate: flag('allow_private'),
    theirQualifier: text('their_qualifier').notNull(),
    theirId: text('their_id').notNull(),
    theirGroup: text('their_group').notNull(),
    ourQualifier: text('our_qualifier').notNull(),
    ourId: text('our_id').notNull(),
    ourGroup: text('our_group').notNull(),
    scac: text('scac').notNull(),
    version: text('version').notNull().default('004010'),
    delimiters: json('delimiters', delimitersSchema.extend({ lineEnd: z.string() })).notNull(),
    usage: text('usage', { enum: ['T', 'P'] })
      .notNull()
      .default('P'),
    documents: json('documents', z.array(z.enum(documentKinds))).notNull(),
    /** Where a tender names no time to answer by: minutes from its arrival. */
    respondMinutes: integer('respond_minutes').notNull().default(120),
    onExpiry: text('on_expiry', { enum: expiryChoices }).notNull().default('lapse'),
    takesNotes: flag('takes_notes'),
    statusCodes: json('status_codes', statusCodesSchema).notNull(),
    contactName: text('contact_name').notNull().default(''),
    contactPhone: text('contact_phone').notNull().default(''),
    contactMail: text('contact_mail').notNull().default(''),
    /** The interchange control number that went out last. */
    lastControl: integer('last_control').notNull().default(0),
    paused: flag('paused'),
    /** Why it cannot be reached or read just now. */
    problem: text('problem'),
  },
  (table) => [
    uniqueIndex('partner_name').on(table.name),
    index('partner_ids').on(table.theirQualifier, table.theirId),
    ...enumChecks(table),
  ],
)

/** A code of a partner and what it is with us, once a person has said so. */
export const partnerCode = sqliteTable(
  'partner_code',
  {
    id: id(),
    partnerId: integer('partner_id')
      .notNull()
      .references(() => partner.id),
    kind: text('kind', { enum: codeKinds }).notNull(),
    code: text('code').notNull(),
    /** How the partner calls it: name and place. */
    said: text('said').notNull().default(''),
    customerId: integer('customer_id').references(() => customer.id),
    facilityId: integer('facility_id').references(() => facility.id),
    equipment: text('equipment', { enum: equipmentKinds }),
    firstSeenAt: instant('first_seen_at').notNull(),
    mappedBy: text('mapped_by'),
    mappedAt: instant('mapped_at'),
  },
  (table) => [uniqueIndex('partner_code_of').on(table.partnerId, table.kind, table.code), ...enumChecks(table)],
)

/** One interchange, in or out, as its bytes are. */
export const exchange = sqliteTable(
  'exchange',
  {
    id: id(),
    partnerId: integer('partner_id').references(() => partner.id),
    direction: text('direction', { enum: ['in', 'out'] }).notNull(),
    at: instant('at').notNull(),
    /** The file or address it came by or goes to. */
    source: text('source').notNull(),
    raw: blob('raw', { mode: 'buffer' }).notNull(),
    digest: text('digest').notNull(),
    control: integer('control'),
    /** When its sender says it was written, by the sender's own clock: minutes of a calendar without zones. */
    saidAt: integer('said_at'),
    usage: text('usage').notNull().default('P'),
    state: text('state', { enum: ['read', 'repeat', 'unreadable', 'waiting', 'sent', 'failed'] }).notNull(),
    problem: text('problem'),
    /** Tries to send it so far. */
    attempts: integer('attempts').notNull().default(0),
  },
  (table) => [
    index('exchange_control').on(table.partnerId, table.direction, table.control),
    index('exchange_at').on(table.at),
    index('exchange_raw').on(table.at).where(sql`length(raw) > 0`),
    ...enumChecks(table),
  ],
)
