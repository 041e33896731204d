import { eq, sql } from 'drizzle-orm'
import { type Duplicate, duplicatesOf } from '#core/carrier/duplicates'
import { linkFactsOf } from '#core/carrier-links/carrier-links'
import { refused } from '#core/decision/refusal'
import type { Equipment } from '#core/load/load'
import { cellOf } from '#core/place/place'
import { resolvePlace } from '#core/place/resolve'
import { fieldsOf } from '#core/register/fields'
import { registerRefusals } from '#core/register/refusals'
import type { RegisterRecord } from '#core/register/register'
import type { Verdict } from '#core/vetting/vetting'
import { gazetteer } from '#server/atlas.server'
import { type Db, inTransaction } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import { recordFacts } from '#server/register/carrier-facts'
import { lookUp } from '#server/register/look-up'
import { storeLinks } from '#server/register/store'
import { carrier, contact, linkFact } from '#server/schema'
import { keepVerdicts } from '#server/vetting/sweep'

export type Added = { carrierId: number; verdict: Verdict; duplicates: Duplicate[]; fresh: boolean }
export type AddRefusal = { refusal: { code: string; message: string; carrierId?: number } }

/** Adds the carrier of an MC or DOT number with all that the register says of it, and vets it. One we hold already is named, not added twice. */
export async function addCarrier(db: Db, typed: string, act: Act): Promise<Added | AddRefusal> {
  const found = await lookUp(db, typed)
  if ('refusal' in found) return found
  return addRecord(db, found.record, { ...act, fresh: found.fresh })
}

/** Adds a carrier from its record; equipment may be given where it is known from elsewhere. */
export function addRecord(
  db: Db,
  record: RegisterRecord,
  act: Act & { fresh: boolean; equipment?: Equipment[]; source?: string },
): Added | AddRefusal {
  return inTransaction(db, () => {
    const held = db
      .select({ id: carrier.id, name: carrier.name })
      .from(carrier)
      .where(
        sql`${carrier.dotNumber} = ${record.dotNumber} or (${record.mcNumber} is not null and ${carrier.mcNumber} = ${record.mcNumber})`,
      )
      .get()
    if (held)
      return {
        refusal: { ...refused(registerRefusals, 'already_held', { name: held.name }).refusal, carrierId: held.id },
      }
    const duplicates = findDuplicates(db, record)
    const home = homeOf(record)
    const name = record.tradeName || record.legalName
    const { id } = db
      .insert(carrier)
      .values({
        name,
        search: [record.legalName, record.tradeName].filter(Boolean).join(' / ').toLowerCase(),
        mcNumber: record.mcNumber,
        dotNumber: record.dotNumber,
        mail: record.mail ?? '',
        phone: record.phones[0] ?? '',
        homeCity: record.physical.city,
        homeRegion: record.physical.region,
        homeLat: home.lat,
        homeLon: home.lon,
        homeCell: cellOf(home),
        equipment: act.equipment ?? equipmentOf(record),
        powerUnits: record.powerUnits,
        addedAt: act.now,
        addedBy: act.by.name,
      })
      .returning({ id: carrier.id })
      .get()
    recordFacts(db, id, fieldsOf(record), { source: 'register', whole: true }, act.now)
    if (record.mail || record.phones[0])
      db.insert(contact)
        .values({
          carrierId: id,
          name: record.officers[0] ?? 'Dispatch',
          role: 'dispatch',
          mail: record.mail,
          phone: record.phones[0] ?? null,
          addedAt: act.now,
          addedBy: 'the register',
        })
        .run()
    storeLinks(db, record, id)
    recordEvent(
      db,
      'carrier',
      id,
      { kind: 'carrier_added', from: act.source ?? 'register', duplicates: duplicates.map((each) => each.name) },
      act,
    )
    const verdict = keepVerdicts(db, [id], act.now).get(id)!
    return { carrierId: id, verdict, duplicates, fresh: act.fresh }
  })
}

/** Those of ours that share the number, a phone, the address or the email domain with a record. */
export function findDuplicates(db: Db, record: RegisterRecord): Duplicate[] {
  const facts = linkFactsOf(record)
  const rows = db
    .select({
      carrierId: carrier.id,
      name: carrier.name,
      dotNumber: carrier.dotNumber,
      kind: linkFact.kind,
      key: linkFact.key,
      words: linkFact.words,
    })
    .from(linkFact)
    .innerJoin(carrier, eq(carrier.dotNumber, linkFact.dotNumber))
    .where(
      sql`(${linkFact.kind}, ${linkFact.key}) in (select json_extract(value, '$[0]'), json_extract(value, '$[1]') from json_each(${JSON.stringify(facts.map((fact) => [fact.kind, fact.key]))}))`,
    )
    .limit(200)
    .all()
  const held = new Map<number, { carrierId: number; name: string; dotNumber: string; facts: typeof facts }>()
  for (const { kind, key, words, ...row } of rows) {
    const each = held.get(row.carrierId) ?? { ...row, facts: [] }
    each.facts.push({ kind, key, words })
    held.set(row.carrierId, each)
  }
  return duplicatesOf({ dotNumber: record.dotNumber, facts }, [...held.values()]).filter(
    (each) => each.dotNumber !== record.dotNumber,
  )
}

/** Where a record's address is; a place nobody knows is nowhere near anything. */
export function homeOf(record: RegisterRecord): { lat: number; lon: number } {
  const { city, region, postal } = record.physical
  for (const words of [postal, `${city}, ${region}`]) {
    const found = words ? resolvePlace(gazetteer(), words) : null
    if (found && 'place' in found) return { lat: found.place.lat, lon: found.place.lon }
  }
  return { lat: 0, lon: 0 }
}

/** What the classes of freight let one guess of the trailers; a person corrects it. */
function equipmentOf(record: RegisterRecord): Equipment[] {
  const classes = record.cargo.join(' ').toLowerCase()
  const kinds: Equipment[] = []
  if (/refrigerated|produce|frozen/.test(classes)) kinds.push('reefer')
  if (/building|metal|machinery|lumber/.test(classes)) kinds.push('flatbed')
  if (/general|document|drinks|beverage|household/.test(classes) || kinds.length === 0) kinds.push('van')
  return kinds
}
