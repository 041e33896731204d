import { and, eq, sql } from 'drizzle-orm'
import { system } from '#core/access/actor'
import { linkFactsOf } from '#core/carrier-links/carrier-links'
import { fieldsOf, tellingFields } from '#core/register/fields'
import { closedOn, mayCarry, type RegisterRecord } from '#core/register/register'
import { type Db, prepared } from '#server/db.server'
import { recordEvent } from '#server/event/event'
import { carrier, contact, linkFact, payee, registerRecord } from '#server/schema'
import { recordFacts } from './carrier-facts'

const rule = system('the register')

const keepQuery = prepared((db) =>
  db
    .insert(registerRecord)
    .values({
      dotNumber: sql.placeholder('dotNumber'),
      mcNumber: sql.placeholder('mcNumber'),
      name: sql.placeholder('name'),
      search: sql.placeholder('search'),
      city: sql.placeholder('city'),
      region: sql.placeholder('region'),
      mayCarry: sql.placeholder('mayCarry'),
      closedOn: sql.placeholder('closedOn'),
      record: sql.placeholder('record'),
      changedAt: sql.placeholder('changedAt'),
      confirmedAt: sql.placeholder('confirmedAt'),
    })
    .onConflictDoUpdate({
      target: registerRecord.dotNumber,
      set: {
        mcNumber: sql`excluded.mc_number`,
        name: sql`excluded.name`,
        search: sql`excluded.search`,
        city: sql`excluded.city`,
        region: sql`excluded.region`,
        mayCarry: sql`excluded.may_carry`,
        closedOn: sql`excluded.closed_on`,
        record: sql`excluded.record`,
        changedAt: sql`excluded.changed_at`,
        confirmedAt: sql`excluded.confirmed_at`,
      },
    })
    .prepare(),
)
const dropLinks = prepared((db) =>
  db
    .delete(linkFact)
    .where(eq(linkFact.dotNumber, sql.placeholder('dotNumber')))
    .prepare(),
)
const addLink = prepared((db) =>
  db
    .insert(linkFact)
    .values({
      kind: sql.placeholder('kind'),
      key: sql.placeholder('key'),
      dotNumber: sql.placeholder('dotNumber'),
      words: sql.placeholder('words'),
    })
    .onConflictDoNothing()
    .prepare(),
)
const oursQuery = prepared((db) =>
  db
    .select({ id: carrier.id, powerUnits: carrier.powerUnits })
    .from(carrier)
    .where(eq(carrier.dotNumber, sql.placeholder('dotNumber')))
    .prepare(),
)

/**
 * Keeps one record as the register tells it: the record, what it may share with others, and for a carrier of ours its facts
 * over time. Answers our carrier's id where something about it changed. To be called in a transaction.
 */
export function storeRecord(
  db: Db,
  record: RegisterRecord,
  at: { changedAt: number; confirmedAt: number },
): number | null {
  const { dotNumber, mcNumber, legalName, tradeName } = record
  const search = [legalName, tradeName].filter(Boolean).join(' / ').toLowerCase()
  keepQuery(db).run({
    dotNumber,
    mcNumber,
    name: legalName,
    search,
    city: record.physical.city,
    region: record.physical.region,
    mayCarry: mayCarry(record),
    closedOn: closedOn(record),
    record,
    ...at,
  })
  const ours = oursQuery(db).get({ dotNumber })
  storeLinks(db, record, ours?.id ?? null)
  if (!ours) return null
  const changes = recordFacts(db, ours.id, fieldsOf(record), { source: 'register', whole: true }, at.confirmedAt)
  if (changes.length === 0) return null
  const reachChanged = changes.some(({ field, from }) => (field === 'phones' || field === 'mail') && from !== null)
  db.update(carrier)
    .set({ powerUnits: record.powerUnits, ...(reachChanged ? { contactChangedAt: at.confirmedAt } : {}) })
    .where(eq(carrier.id, ours.id))
    .run()
  const telling = changes.filter(
    ({ field, from }) => from !== null && (tellingFields as readonly string[]).includes(field),
  )
  if (telling.length > 0)
    recordEvent(
      db,
      'carrier',
      ours.id,
      { kind: 'register_changed', changes: telling },
      { now: at.confirmedAt, by: rule },
    )
  return ours.id
}

/** Writes again what a carrier may share with others: the record's facts, and for ours their contacts and the payee's account. */
export function storeLinks(db: Db, record: RegisterRecord, carrierId: number | null): void {
  const contacts =
    carrierId === null
      ? []
      : db
          .select({ mail: contact.mail, phone: contact.phone })
          .from(contact)
          .where(eq(contact.carrierId, carrierId))
          .all()
  const paid =
    carrierId === null
      ? undefined
      : db
          .select()
          .from(payee)
          .where(and(eq(payee.carrierId, carrierId), eq(payee.state, 'approved')))
          .get()
  const facts = linkFactsOf(record, {
    phones: contacts.flatMap(({ phone }) => phone ?? []),
    mails: contacts.flatMap(({ mail }) => mail ?? []),
    // A factoring company is paid for many carriers: its account ties nobody.
    bank: paid?.kind === 'carrier' ? { key: paid.accountKey, words: `${paid.bankName} …${paid.accountEnd}` } : null,
  })
  dropLinks(db).run({ dotNumber: record.dotNumber })
  for (const each of facts) addLink(db).run({ ...each, dotNumber: record.dotNumber })
}

/** The record the register last sent of a carrier; null where it sent none. */
export const recordOf = (db: Db, dotNumber: string): typeof registerRecord.$inferSelect | null =>
  db.select().from(registerRecord).where(eq(registerRecord.dotNumber, dotNumber)).get() ?? null
