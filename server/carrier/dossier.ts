import { and, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm'
import { gradesOf } from '#core/carrier/grades'
import { groupAround, type LinkSource, maxTellingHolders } from '#core/carrier-links/carrier-links'
import { fieldsOf } from '#core/register/fields'
import { dayOf, toLocal } from '#core/time/local'
import { vet } from '#core/vetting/vetting'
import { type Db, prepared } from '#server/db.server'
import { eventsOf } from '#server/event/event'
import { officeOf } from '#server/office/office'
import { feedState } from '#server/register/feed'
import { recordOf } from '#server/register/store'
import {
  carrier,
  carrierDocument,
  carrierLink,
  contact,
  fact,
  linkFact,
  mailHabit,
  payee,
  policy,
  registerRecord,
} from '#server/schema'
import { carriersToVet } from '#server/vetting/carriers-to-vet'
import { currentPolicy } from '#server/vetting/policy'
import { coverOf } from '#server/vetting/vet'
import { lanesOf, loadsOf } from './dossier-loads'
import { allCounts, countsOf } from './grades'

const maxFacts = 200

/** Everything the dossier shows of a carrier; null where there is no such carrier. */
export function readDossier(db: Db, carrierId: number, now: number) {
  const row = db.select().from(carrier).where(eq(carrier.id, carrierId)).get()
  if (!row) return null
  const known = recordOf(db, row.dotNumber)
  const feed = feedState(db)
  const today = dayOf(toLocal(now, officeOf(db).zone))
  const facts = carriersToVet(db, [carrierId], null, now).get(carrierId)!
  const loads = loadsOf(db, carrierId)
  return {
    carrier: row,
    record: known?.record ?? null,
    fields: known ? fieldsOf(known.record) : {},
    register: {
      currentAt: Math.max(feed?.currentAt ?? 0, known?.confirmedAt ?? 0) || null,
      ageHours: facts.registerAgeHours,
      problem: feed?.problem ?? null,
    },
    verdict: vet({ carrier: facts, load: null, today }, currentPolicy(db)),
    cover: coverOf(facts),
    policies: db.select().from(policy).where(eq(policy.carrierId, carrierId)).orderBy(desc(policy.expiresOn)).all(),
    contacts: db.select().from(contact).where(eq(contact.carrierId, carrierId)).orderBy(contact.id).all(),
    documents: documentsOf(db, carrierId),
    links: openLinksOf(db, carrierId, now),
    payees: payeesOf(db, carrierId),
    /** What was learnt of how its email is written. */
    habits: db
      .select()
      .from(mailHabit)
      .where(eq(mailHabit.carrierId, carrierId))
      .orderBy(desc(mailHabit.id))
      .limit(40)
      .all(),
    grades: gradesOf(countsOf(db, carrierId, row.name), allCounts(db, now)),
    facts: factsOverTime(db, carrierId),
    group: groupOf(db, row.dotNumber),
    loads,
    lanes: lanesOf(loads),
    log: eventsOf(db, 'carrier', carrierId, 80).map(({ id, at, actorName, kind, data }) => ({
      id,
      at,
      actorName,
      kind,
      data,
    })),
  }
}
export type Dossier = NonNullable<ReturnType<typeof readDossier>>

function documentsOf(db: Db, carrierId: number) {
  const rows = db
    .select()
    .from(carrierDocument)
    .where(eq(carrierDocument.carrierId, carrierId))
    .orderBy(desc(carrierDocument.id))
    .all()
  return rows.map(({ storedAs, ...rest }) => ({ ...rest, kept: storedAs !== null }))
}

/** Links sent to the carrier that can still be opened. */
function openLinksOf(db: Db, carrierId: number, now: number) {
  return db
    .select()
    .from(carrierLink)
    .where(and(eq(carrierLink.carrierId, carrierId), isNull(carrierLink.revokedAt), isNull(carrierLink.usedAt)))
    .orderBy(desc(carrierLink.id))
    .limit(5)
    .all()
    .filter((link) => link.expiresAt > now)
}

/** Who is paid, or was asked for, the newest first; of an account only its end. */
function payeesOf(db: Db, carrierId: number) {
  return db
    .select({
      id: payee.id,
      kind: payee.kind,
      name: payee.name,
      bankName: payee.bankName,
      accountEnd: payee.accountEnd,
      state: payee.state,
      askedBy: payee.askedBy,
      askedAt: payee.askedAt,
      decidedBy: payee.decidedBy,
      decidedAt: payee.decidedAt,
    })
    .from(payee)
    .where(eq(payee.carrierId, carrierId))
    .orderBy(desc(payee.id))
    .limit(10)
    .all()
}

/** Each fact as it is now, with what it was before. */
function factsOverTime(db: Db, carrierId: number) {
  const now = db
    .select()
    .from(fact)
    .where(and(eq(fact.carrierId, carrierId), isNull(fact.endedAt)))
    .orderBy(fact.id)
    .limit(maxFacts)
    .all()
  const before = db
    .select()
    .from(fact)
    .where(and(eq(fact.carrierId, carrierId), isNotNull(fact.endedAt)))
    .orderBy(desc(fact.endedAt))
    .limit(maxFacts)
    .all()
  const current = now.map((row) => ({
    ...row,
    former: before.filter((other) => other.field === row.field && other.source === row.source),
  }))
  const gone = before.filter((row) => !now.some((other) => other.field === row.field && other.source === row.source))
  return { current, gone }
}

const factsQuery = prepared((db) =>
  db
    .select({ kind: linkFact.kind, key: linkFact.key, words: linkFact.words })
    .from(linkFact)
    .where(eq(linkFact.dotNumber, sql.placeholder('dotNumber')))
    .prepare(),
)
const holdersQuery = prepared((db) =>
  db
    .select({ dotNumber: linkFact.dotNumber })
    .from(linkFact)
    .where(and(eq(linkFact.kind, sql.placeholder('kind')), eq(linkFact.key, sql.placeholder('key'))))
    .limit(maxTellingHolders + 1)
    .prepare(),
)

/** The carriers joined to one by what they share, ours or not, asked of the tables as far as the group goes. */
function groupOf(db: Db, dotNumber: string) {
  const source: LinkSource = {
    factsOf: (dot) => factsQuery(db).all({ dotNumber: dot }),
    holders: (kind, key) =>
      holdersQuery(db)
        .all({ kind, key })
        .map((row) => row.dotNumber),
  }
  const group = groupAround(source, dotNumber, 14)
  const names = db
    .select({
      dotNumber: registerRecord.dotNumber,
      name: registerRecord.name,
      closedOn: registerRecord.closedOn,
      mayCarry: registerRecord.mayCarry,
      carrierId: carrier.id,
    })
    .from(registerRecord)
    .leftJoin(carrier, eq(carrier.dotNumber, registerRecord.dotNumber))
    .where(sql`${registerRecord.dotNumber} in (select value from json_each(${JSON.stringify(group.members)}))`)
    .all()
  return {
    members: group.members.map(
      (dot) =>
        names.find((row) => row.dotNumber === dot) ?? {
          dotNumber: dot,
          name: dot,
          closedOn: null,
          mayCarry: true,
          carrierId: null,
        },
    ),
    links: group.links.map(({ from, to, facts }) => ({
      from,
      to,
      facts: facts.map(({ kind, words, holders }) => ({ kind, words, holders })),
    })),
  }
}
