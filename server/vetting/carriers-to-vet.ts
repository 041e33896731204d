import { z } from 'zod'
import { type CarrierDocumentKind, carrierDocumentKinds } from '#core/carrier/document'
import type { LinkFact } from '#core/carrier-links/carrier-links'
import { sharedFacts } from '#core/carrier-links/shared'
import { equipmentKinds } from '#core/load/load'
import type { RegisterRecord } from '#core/register/register'
import { dayOf, hour, toLocal } from '#core/time/local'
import {
  type CarrierToVet,
  type Identity,
  type Insurance,
  insuranceSchema,
  type LinkKind,
  type PermitKind,
  type Shared,
} from '#core/vetting/facts'
import { type Db, prepared } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { feedState } from '#server/register/feed'
import { heldQuery, type LoadForGate } from './load-to-vet'

interface CarrierRow {
  id: number
  name: string
  dotNumber: string
  equipment: string
  doNotUse: string | null
  contactChangedAt: number | null
  record: string | null
  confirmedAt: number | null
  policies: string
  documents: string
  contacts: string
  payeeChangedAt: number | null
  lastLoadAt: number | null
}
// A first payee is no change; one that took another's place is.
const carriersQuery = prepared((db) =>
  db.$client.prepare<[{ ids: string }], CarrierRow>(
    `select carrier.id, carrier.name, carrier.dot_number dotNumber, equipment, do_not_use doNotUse, contact_changed_at contactChangedAt, record, confirmed_at confirmedAt,
       (select json_group_array(json_object('kind', kind, 'insurer', insurer, 'number', number, 'insuredName', insured_name, 'limitMinor', limit_minor, 'effectiveOn', effective_on, 'expiresOn', expires_on, 'cancelledOn', cancelled_on)) from policy where policy.carrier_id = carrier.id) policies,
       (select json_group_array(json_object('kind', kind, 'state', state, 'expiresOn', expires_on)) from carrier_document where carrier_document.carrier_id = carrier.id and state in ('checked', 'waiting')) documents,
       (select json_group_array(json_object('mail', mail, 'phone', phone)) from contact where contact.carrier_id = carrier.id) contacts,
       (select max(decided_at) from payee where payee.carrier_id = carrier.id and state = 'approved' and exists (select 1 from payee earlier where earlier.carrier_id = carrier.id and earlier.state = 'replaced')) payeeChangedAt,
       (select max(pickup_at) from load where load.carrier_id = carrier.id and practice = 0) lastLoadAt
     from carrier left join register_record on register_record.dot_number = carrier.dot_number where carrier.id in (select value from json_each(@ids))`,
  ),
)

const certificatesSchema = z.array(insuranceSchema)
const documentsSchema = z.array(
  z.object({
    kind: z.enum(carrierDocumentKinds),
    state: z.enum(['checked', 'waiting']),
    expiresOn: z.string().nullable(),
  }),
)
const contactsSchema = z.array(z.object({ mail: z.string().nullable(), phone: z.string().nullable() }))
const equipmentSchema = z.array(z.enum(equipmentKinds))

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

/** What the moment adds to what is on file: who writes, what they ask, whose truck and phone were given. */
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
  const held = load
    ? new Map(
        heldQuery(db)
          .all({ ids, loadId: load.id, from: load.pickupAt, to: load.deliverBy })
          .map((row) => [row.carrierId, row]),
      )
    : new Map()
  const shared = sharedOf(rows.map((row) => row.dotNumber))
  const currentAt = feedState(db)?.currentAt ?? 0
  const { zone } = officeOf(db)
  return new Map(
    rows.map((row) => [
      row.id,
      carrierFacts(row, {
        held: held.get(row.id) ?? { held: 0, offered: 0 },
        shared: shared.get(row.dotNumber) ?? [],
        moment: moments.get(row.id) ?? {},
        lowMinor: load?.bandLowMinor ?? null,
        currentAt,
        zone,
        now,
      }),
    ]),
  )
}

const dayAtDesk = (at: number | null, zone: string): string | null => (at ? dayOf(toLocal(at, zone)) : null)

function carrierFacts(
  row: CarrierRow,
  around: {
    held: { held: number; offered: number }
    shared: Shared[]
    moment: Moment
    lowMinor: number | null
    currentAt: number
    zone: string
    now: number
  },
): CarrierToVet {
  const { held, shared, moment, lowMinor, currentAt, zone, now } = around
  const record = row.record === null ? null : (JSON.parse(row.record) as RegisterRecord)
  const contacts = contactsSchema.parse(JSON.parse(row.contacts))
  const onFile = documentsSchema.parse(JSON.parse(row.documents))
  const checked = onFile.filter(({ state }) => state === 'checked')
  return {
    name: row.name,
    register: record,
    registerAgeHours: record ? Math.max(0, now - Math.max(currentAt, row.confirmedAt ?? 0)) / hour : null,
    insurance: insuranceOf(certificatesSchema.parse(JSON.parse(row.policies)), record),
    documents: checked.map(({ kind, expiresOn }) => ({ kind, expiresOn })),
    permits: permitsOf(checked),
    documentsWaiting: onFile.flatMap(({ kind, state }) => (state === 'waiting' ? [kind] : [])),
    equipment: equipmentSchema.parse(JSON.parse(row.equipment)),
    doNotUse: row.doNotUse,
    lastLoadOn: dayAtDesk(row.lastLoadAt, zone),
    loadsHeld: held.held,
    identity: {
      writer: moment.writer ?? null,
      mails: contacts.flatMap(({ mail }) => mail ?? []),
      phones: contacts.flatMap(({ phone }) => phone ?? []),
      contactChangedOn: dayAtDesk(row.contactChangedAt, zone),
      payeeChangedOn: dayAtDesk(row.payeeChangedAt, zone),
      shared,
      position: null,
      openOffers: held.offered,
      price: moment.payMinor && lowMinor ? { payMinor: moment.payMinor, lowMinor } : null,
      driverPhoneSeenFor: moment.driverPhoneSeenFor ?? null,
      truckSeenFor: moment.truckSeenFor ?? null,
    },
  }
}

/** Certificates on file and what the register has filed, side by side. */
const insuranceOf = (certificates: Insurance[], record: RegisterRecord | null): Insurance[] => [
  ...certificates,
  ...(record?.filings ?? []).map(
    (filing): Insurance => ({ ...filing, insuredName: null, expiresOn: null, source: 'register' }),
  ),
]

const permitOf: Partial<Record<CarrierDocumentKind, PermitKind>> = {
  permit_hazmat: 'hazmat',
  permit_canada: 'canada',
  permit_mexico: 'mexico',
}

const permitsOf = (documents: { kind: CarrierDocumentKind; expiresOn: string | null }[]) =>
  documents.flatMap(({ kind, expiresOn }) => (permitOf[kind] ? [{ kind: permitOf[kind], expiresOn }] : []))

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
