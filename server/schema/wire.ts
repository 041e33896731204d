import { sql } from 'drizzle-orm'
import { index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { anyFacts, enumChecks, id, instant, json } from './columns'
import { load } from './load'
import { carrier } from './party'

export const outbox = sqliteTable(
  'outbox',
  {
    id: id(),
    /** What the receiver checks: the same key twice is one message. */
    key: text('key').notNull(),
    kind: text('kind', {
      enum: ['mail', 'board', 'quote_mail', 'carrier_mail', 'invoice_mail', 'exchange', 'person_mail'],
    }).notNull(),
    /** Entries of one stream leave in their order. */
    stream: text('stream').notNull(),
    /** The load it is of; null for what is of no load. */
    loadId: integer('load_id').references(() => load.id),
    payload: json('payload', anyFacts).notNull(),
    /** `held`: whoever it is for does not accept us, until a setting of ours or theirs is put right. */
    state: text('state', { enum: ['waiting', 'held', 'sent', 'failed'] }).notNull(),
    attempts: integer('attempts').notNull().default(0),
    nextAt: instant('next_at').notNull(),
    lastError: text('last_error'),
    sentAt: instant('sent_at'),
  },
  (table) => [
    uniqueIndex('outbox_key').on(table.key),
    index('outbox_due').on(table.kind, table.nextAt).where(sql`state = 'waiting'`),
    index('outbox_stream').on(table.stream).where(sql`state in ('waiting', 'held')`),
    index('outbox_load').on(table.loadId, table.kind).where(sql`load_id is not null`),
    index('outbox_held').on(table.kind).where(sql`state = 'held'`),
    index('outbox_sent').on(table.sentAt).where(sql`state = 'sent'`),
    ...enumChecks(table),
  ],
)

/** The last number given out in each stream: a key is never used twice, also after sent entries were pruned. */
export const outboxSequence = sqliteTable('outbox_sequence', {
  stream: text('stream').primaryKey(),
  last: integer('last').notNull(),
})

/** What a form was answered, by its own key: sent again it is answered the same, and done once. */
export const submission = sqliteTable(
  'submission',
  {
    key: text('key').primaryKey(),
    at: instant('at').notNull(),
    answer: json('answer', anyFacts).notNull(),
  },
  (table) => [index('submission_at').on(table.at)],
)

export const message = sqliteTable(
  'message',
  {
    id: id(),
    messageId: text('message_id').notNull(),
    loadId: integer('load_id').references(() => load.id),
    carrierId: integer('carrier_id').references(() => carrier.id),
    sender: text('sender').notNull(),
    subject: text('subject').notNull(),
    text: text('text').notNull(),
    receivedAt: instant('received_at').notNull(),
    /** What became of it: read into an offer, or left for a person. */
    reading: text('reading', { enum: ['offer', 'proposal', 'left'] }).notNull(),
    /** When somebody of ours had read it, where it is of no load. */
    readAt: instant('read_at'),
    readBy: text('read_by'),
  },
  (table) => [
    uniqueIndex('message_id').on(table.messageId),
    index('message_load').on(table.loadId, table.receivedAt),
    index('message_unread').on(table.loadId, table.readAt).where(sql`load_id is null and read_at is null`),
    ...enumChecks(table),
  ],
)
