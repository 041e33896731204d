import { sql } from 'drizzle-orm'
import { check, index, integer, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { z } from 'zod'
import { equipmentKinds } from '#core/load/load'
import { mailFactsSchema } from '#core/mail/facts-schema'
import { habitKinds } from '#core/mail/habits'
import { truckSources, truckStates } from '#core/truck/truck'
import { enumChecks, id, instant, json } from './columns'
import { carrier } from './party'
import { message } from './wire'

const words = z.array(z.string())

/** What was read from an email that belongs to no load: its text as it was read, and each fact with the words it stands in. */
export const mailFacts = sqliteTable('mail_facts', {
  messageId: integer('message_id')
    .primaryKey()
    .references(() => message.id, { onDelete: 'cascade' }),
  facts: json('facts', mailFactsSchema).notNull(),
})

/** What a word of one sender stands for: learnt when somebody put a truck of theirs right. */
export const mailHabit = sqliteTable(
  'mail_habit',
  {
    id: id(),
    sender: text('sender').notNull(),
    carrierId: integer('carrier_id').references(() => carrier.id),
    kind: text('kind', { enum: habitKinds }).notNull(),
    words: text('words').notNull(),
    meaning: text('meaning').notNull(),
    learntBy: text('learnt_by').notNull(),
    learntAt: instant('learnt_at').notNull(),
  },
  (table) => [
    uniqueIndex('mail_habit_words').on(table.sender, table.kind, table.words),
    index('mail_habit_carrier').on(table.carrierId),
    check('mail_habit_length', sql`length(words) between 1 and 40`),
    ...enumChecks(table),
  ],
)

/** A truck that somebody says is or becomes empty somewhere. */
export const knownTruck = sqliteTable(
  'known_truck',
  {
    id: id(),
    /** Null where the sender is nobody we have on file. */
    carrierId: integer('carrier_id').references(() => carrier.id),
    /** Who said it: a name or an address. */
    saidBy: text('said_by').notNull(),
    saidAt: instant('said_at').notNull(),
    source: text('source', { enum: truckSources }).notNull(),
    state: text('state', { enum: truckStates }).notNull(),
    /** The email it was read from, and which of its trucks it is. */
    messageId: integer('message_id').references(() => message.id, { onDelete: 'set null' }),
    factAt: integer('fact_at'),
    /** How sure the reading is, 0 to 1; 1 where a person said it. */
    confidence: real('confidence').notNull(),
    city: text('city').notNull(),
    region: text('region').notNull(),
    lat: real('lat').notNull(),
    lon: real('lon').notNull(),
    cell: integer('cell').notNull(),
    equipment: text('equipment', { enum: equipmentKinds }).notNull(),
    count: integer('count').notNull(),
    fromDay: text('from_day').notNull(),
    toDay: text('to_day'),
    /** The last day it is there. */
    lastDay: text('last_day').notNull(),
    radiusMiles: integer('radius_miles'),
    destinations: json('destinations', words).notNull(),
    avoids: json('avoids', words).notNull(),
    lengthFt: integer('length_ft'),
    weightLb: integer('weight_lb'),
    rateMinor: integer('rate_minor'),
    rateBasis: text('rate_basis', { enum: ['flat', 'per_mile'] }),
    /** Who confirmed, refused or took it off, and when; null while it is proposed. */
    decidedBy: text('decided_by'),
    decidedAt: instant('decided_at'),
  },
  (table) => [
    index('known_truck_day').on(table.state, table.lastDay),
    index('known_truck_cell').on(table.state, table.cell, table.lastDay),
    index('known_truck_message').on(table.messageId),
    // The same truck said twice is one.
    uniqueIndex('known_truck_once')
      .on(table.carrierId, table.city, table.region, table.equipment, table.fromDay)
      .where(sql`state = 'known' and carrier_id is not null`),
    check('known_truck_count', sql`count between 1 and 60`),
    check('known_truck_days', sql`last_day = coalesce(to_day, from_day) and last_day >= from_day`),
    check('known_truck_rate', sql`(rate_minor is null) = (rate_basis is null)`),
    check('known_truck_decided', sql`(state = 'proposed') = (decided_by is null)`),
    ...enumChecks(table),
  ],
)
