import { and, inArray, sql } from 'drizzle-orm'
import type { PaperKind } from '#core/carrier/paper'
import type { LinkFact } from '#core/link/link'
import { sharedFacts } from '#core/link/shared'
import type { RegisterRecord } from '#core/register/register'
import { dayOf, hour, toLocal } from '#core/time/local'
import type { CarrierToVet, Identity, Insurance, LinkKind, PermitKind, Shared } from '#core/vetting/facts'
import { type Db, prepared } from '#server/db.server'
import { feedState } from '#server/register/feed'
import { contact, paper, payee, policy } from '#server/schema'
import { brokerage } from '#server/settings.server'
import { amongIds, heldQuery, type LoadForGate, lastLoadQuery } from './load-to-vet'

interface CarrierRow {
  id: number
  name: string
  dotNumber: string
  equipment: string
  doNotUse: string | null
  contactChangedAt: number | null
  record: string | null
  confirmedAt: number | null
}
const carriersQuery = prepared((db) =>
  db.$client.prepare<[{ ids: string }], CarrierRow>(
    `select carrier.id, carrier.name, carrier.dot_number dotNumber, equipment, do_not_use doNotUse, contact_changed_at contactChangedAt, record, confirmed_at confirmedAt
     from carrier left join register_record on register_record.dot_number = carrier.dot_number where carrier.id in (select value from json_each(@ids))`,
  ),
)
const policiesQuery = prepared((db) =>
  db.select().from(policy).where(sql`${policy.carrierId} in ${amongIds}`).prepare(),
)
const papersQuery = prepared((db) =>
  db
    .select({ carrierId: paper.carrierId, kind: paper.kind, state: paper.state, expiresOn: paper.expiresOn })
    .from(paper)
    .where(and(inArray(paper.state, ['checked', 'waiting']), sql`${paper.carrierId} in ${amongIds}`))
    .prepare(),
)
const contactsQuery = prepared((db) =>
  db
    .select({ carrierId: contact.carrierId, mail: contact.mail, phone: contact.phone })
    .from(contact)
    .where(sql`${contact.carrierId} in ${amongIds}`)
    .prepare(),
)
// A first payee is no change; one that took another's place is.
const payeesQuery = prepared((db) =>
  db
    .select({ carrierId: payee.carrierId, at: sql<number>`max(${payee.decidedAt})` })
    .from(payee)
    .where(
      sql`${payee.carrierId} in ${amongIds} and ${payee.state} = 'approved' and exists (select 1 from payee earlier where earlier.carrier_id = ${payee.carrierId} and earlier.state = 'replaced')`,
    )
    .groupBy(payee.carrierId)
    .prepare(),
)
const sharedQuery = prepared((db) =>
  db.$client.prepare<
    [{ dots: string }],
    { me: string; kind: LinkKind; key: string; words: string; dotNumber: string; name: string; closedOn: string | null }
  >(
    `select mine.dot_number me, mine.kind, mine.key, mine.words, other.dot_number dotNumber, coalesce(register_record.name, carrier.name, other.dot_number) name, register_record.closed_on closedOn
     from json_each(@dots) join link_fact mine on mine.dot_number = value join link_fact other on other.kind = mine.kind and other.key = mine.key and other.dot_number <> mine.dot_number
     left join register_record on register_record.dot_number = other.dot_number left join carrier on carrier.dot_number = other.dot_number`,
  ),
)

/** What the moment adds to what is on file: who writes, what they ask, whose truck and phone were told. */
export interface Moment {
  writer?: Identity['writer']
  payMinor?: number
  driverPhoneSeenFor?: string | null
  truckSeenFor?: string | null
}

/** What each carrier shares with others in the register: asked of the tables, or of what a thread holds in memory. */
export type SharedOf = (dotNumbers: string[]) => Map<string, Shared[]>

/** Every fact the rules look at, for these carriers and maybe one load, in a fixed number of queries. */
export function carriersToVet(
  db: Db,
  carrierIds: number[],
  load: LoadForGate | null,
  now: number,
  moments: Map<number, Moment> = new Map(),
  sharedOf: SharedOf = (dots) => sharedFromTables(db, dots),
): Map<number, CarrierToVet> {
  const ids = JSON.stringify(carrierIds)
  const rows = carriersQuery(db).all({ ids })
  const policies = group(policiesQuery(db).all({ ids }))
  const papers = group(papersQuery(db).all({ ids }))
  const contacts = group(contactsQuery(db).all({ ids }))
  const payees = new Map(
    payeesQuery(db)
      .all({ ids })
      .map((row) => [row.carrierId, row.at]),
  )
  const lastLoads = new Map(
    lastLoadQuery(db)
      .all({ ids })
      .map((row) => [row.carrierId, row.at]),
  )
  const held = load
    ? new Map(
        heldQuery(db)
          .all({ ids, loadId: load.id, from: load.pickupAt, to: load.deliverBy })
          .map((row) => [row.carrierId, row]),
      )
    : new Map()
  const shared = sharedOf(rows.map((row) => row.dotNumber))
  const currentAt = feedState(db)?.currentAt ?? 0
  const day = (at: number | null | undefined) => (at ? dayOf(toLocal(at, brokerage.zone)) : null)
  return new Map(
    rows.map((row) => {
      const { confirmedAt } = row
      const record = row.record === null ? null : (JSON.parse(row.record) as RegisterRecord)
      const moment = moments.get(row.id)
      const ownContacts = contacts.get(row.id) ?? []
      const onFile = papers.get(row.id) ?? []
      const ownPapers = onFile.filter(({ state }) => state === 'checked')
      const facts: CarrierToVet = {
        name: row.name,
        register: record,
        registerAgeHours: record ? Math.max(0, now - Math.max(currentAt, confirmedAt ?? 0)) / hour : null,
        insurance: insuranceOf(policies.get(row.id) ?? [], record),
        papers: ownPapers.map(({ kind, expiresOn }) => ({ kind, expiresOn })),
        permits: permitsOf(ownPapers),
        papersWaiting: onFile.flatMap(({ kind, state }) => (state === 'waiting' ? [kind] : [])),
        equipment: JSON.parse(row.equipment),
        doNotUse: row.doNotUse,
        lastLoadOn: day(lastLoads.get(row.id)),
        loadsHeld: held.get(row.id)?.held ?? 0,
        identity: {
          writer: moment?.writer ?? null,
          mails: ownContacts.flatMap(({ mail }) => mail ?? []),
          phones: ownContacts.flatMap(({ phone }) => phone ?? []),
          contactChangedOn: day(row.contactChangedAt),
          payeeChangedOn: day(payees.get(row.id)),
          shared: shared.get(row.dotNumber) ?? [],
          position: null,
          openOffers: held.get(row.id)?.offered ?? 0,
          price:
            moment?.payMinor && load?.bandLowMinor ? { payMinor: moment.payMinor, lowMinor: load.bandLowMinor } : null,
          driverPhoneSeenFor: moment?.driverPhoneSeenFor ?? null,
          truckSeenFor: moment?.truckSeenFor ?? null,
        },
      }
      return [row.id, facts]
    }),
  )
}

/** Certificates on file and what the register has filed, side by side. */
function insuranceOf(certificates: (typeof policy.$inferSelect)[], record: RegisterRecord | null): Insurance[] {
  return [
    ...certificates.map(
      ({ kind, insurer, number, insuredName, limitMinor, effectiveOn, expiresOn, cancelledOn }): Insurance => ({
        kind,
        insurer,
        number,
        insuredName,
        limitMinor,
        effectiveOn,
        expiresOn,
        cancelledOn,
        source: 'certificate',
      }),
    ),
    ...(record?.filings ?? []).map(
      (filing): Insurance => ({ ...filing, insuredName: null, expiresOn: null, source: 'register' }),
    ),
  ]
}

const permitOf: Partial<Record<PaperKind, PermitKind>> = {
  permit_hazmat: 'hazmat',
  permit_canada: 'canada',
  permit_mexico: 'mexico',
}

const permitsOf = (papers: { kind: PaperKind; expiresOn: string | null }[]) =>
  papers.flatMap(({ kind, expiresOn }) => (permitOf[kind] ? [{ kind: permitOf[kind], expiresOn }] : []))

function sharedFromTables(db: Db, dots: string[]): Map<string, Shared[]> {
  const byCarrier = new Map<
    string,
    Map<string, { fact: LinkFact; others: { name: string; dotNumber: string; closedOn: string | null }[] }>
  >()
  for (const row of sharedQuery(db).all({ dots: JSON.stringify(dots) })) {
    const facts = byCarrier.get(row.me) ?? new Map()
    const key = `${row.kind} ${row.key}`
    const held = facts.get(key) ?? { fact: { kind: row.kind, key: row.key, words: row.words }, others: [] }
    held.others.push({ name: row.name, dotNumber: row.dotNumber, closedOn: row.closedOn })
    facts.set(key, held)
    byCarrier.set(row.me, facts)
  }
  return new Map(
    [...byCarrier].map(([dot, facts]) => [
      dot,
      sharedFacts(
        [...facts.values()].map(({ fact }) => fact),
        (fact) => facts.get(`${fact.kind} ${fact.key}`)!.others,
        dot,
      ),
    ]),
  )
}

function group<T extends { carrierId: number }>(rows: T[]): Map<number, T[]> {
  const groups = new Map<number, T[]>()
  for (const row of rows) groups.set(row.carrierId, [...(groups.get(row.carrierId) ?? []), row])
  return groups
}
