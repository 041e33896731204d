import type { Equipment } from '#core/load/load'
import type { Place } from '#core/place/place'
import { cellOf } from '#core/place/place'
import { resolvePlace } from '#core/place/resolve'
import type { RegisterRecord } from '#core/register/register'
import { addDays, dayOf, toLocal } from '#core/time/local'
import { gazetteer } from '#server/atlas.server'
import type { Db } from '#server/db.server'
import { storeRecord } from '#server/register/store'
import { carrier, carrierDocument, contact, policy } from '#server/schema'
import { carrierAdjectives, carrierCities, carrierKinds, carrierNouns, dispatchers, insurers } from './carrier-names'
import type { Chance } from './random'

import { people, streets } from './world'

const carrierCount = 400

const areas = ['208', '509', '801', '406', '704', '956']

/** Writes the demo’s carriers; returns their names, equipment and punctuality by id. */
export function settleCarriers(db: Db, now: number, luck: Chance) {
  const today = dayOf(toLocal(now, 'America/Boise'))
  const carrierNames = new Map<number, string>()
  const carriersByEquipment = new Map<Equipment, number[]>()
  const punctuality = new Map<number, number>()
  for (let index = 0; index < carrierCount; index++) {
    const name = carrierName(index)
    const home = placeOf(carrierCities[index % carrierCities.length]!)
    const equipment = fleet(luck)
    const trouble = luck.next()
    const row = db
      .insert(carrier)
      .values({
        name,
        search: name.toLowerCase(),
        mcNumber: String(700_000 + index * 37),
        dotNumber: String(2_400_000 + index * 53),
        mail: `dispatch@${domainOf(name)}`,
        phone: `${areas[Math.floor(index / 100) % areas.length]}-555-01${String(index % 100).padStart(2, '0')}`,
        homeCity: home.city,
        homeRegion: home.region,
        homeLat: home.lat,
        homeLon: home.lon,
        homeCell: cellOf(home),
        equipment,
        preferred: equipment.slice(0, 1),
        trailers: Object.fromEntries(equipment.map((kind) => [kind, luck.whole(1, 24)])),
        doNotUse: trouble > 0.08 && trouble < 0.09 ? 'handed our load to another truck in spring' : null,
        addedAt: now - luck.whole(30, 900) * 86_400_000,
        addedBy: people[index % 2]!.name,
        ...(trouble > 0.08 && trouble < 0.09
          ? { doNotUseBy: people[2].name, doNotUseAt: now - 150 * 86_400_000, doNotUseLift: 'manager' as const }
          : {}),
      })
      .returning()
      .get()
    const record = registerRecordFor(row, writePolicies(db, row, today, trouble, luck), today, trouble, luck)
    storeRecord(db, record, { changedAt: now - 86_400_000, confirmedAt: now })
    writeDocuments(db, row.id, trouble, now)
    db.insert(contact)
      .values({
        carrierId: row.id,
        name: luck.pick(dispatchers),
        role: 'dispatch',
        mail: row.mail,
        phone: row.phone,
        addedAt: row.addedAt,
        addedBy: row.addedBy,
      })
      .run()
    carrierNames.set(row.id, name)
    punctuality.set(row.id, luck.between(0.72, 0.99))
    for (const kind of equipment) carriersByEquipment.set(kind, [...(carriersByEquipment.get(kind) ?? []), row.id])
  }
  return { carrierNames, carriersByEquipment, punctuality }
}

/** Every carrier its own name: adjective, noun and kind in turn. */
function carrierName(index: number): string {
  const noun = carrierNouns[index % carrierNouns.length]!
  const adjective = carrierAdjectives[Math.floor(index / carrierNouns.length) % carrierAdjectives.length]!
  return `${adjective} ${noun} ${carrierKinds[(index * 3 + Math.floor(index / 20)) % carrierKinds.length]}`
}

function fleet(luck: Chance): Equipment[] {
  const kinds: Equipment[] = luck.pick([
    ['van'],
    ['van', 'reefer'],
    ['reefer'],
    ['flatbed', 'step_deck'],
    ['flatbed'],
    ['van', 'power_only'],
    ['step_deck', 'flatbed', 'lowboy'],
  ] as Equipment[][])
  return kinds
}

/** Certificates of a carrier: liability, cargo, and for most with reefers refrigeration breakdown. Answers the liability one. */
function writePolicies(
  db: Db,
  row: typeof carrier.$inferSelect,
  today: string,
  trouble: number,
  luck: Chance,
): typeof policy.$inferInsert {
  const insurer = luck.pick(insurers)
  const ends = trouble > 0.09 && trouble < 0.15 ? addDays(today, luck.whole(0, 4)) : addDays(today, luck.whole(20, 360))
  const cargoEnds = trouble > 0.15 && trouble < 0.19 ? addDays(today, luck.whole(-3, 5)) : ends
  const common = {
    carrierId: row.id,
    insurer,
    insuredName: row.name,
    effectiveOn: addDays(ends, -365),
    cancelledOn: null,
  }
  const liability = {
    ...common,
    kind: 'liability' as const,
    number: `L-${70_000 + row.id}`,
    limitMinor: trouble > 0.19 && trouble < 0.2 ? 750_000_00 : 1_000_000_00,
    expiresOn: ends,
  }
  const cargo = {
    ...common,
    kind: 'cargo' as const,
    number: `C-${40_000 + row.id}`,
    limitMinor: luck.pick([100_000_00, 100_000_00, 150_000_00, 250_000_00]),
    expiresOn: cargoEnds,
  }
  const cooled =
    row.equipment.includes('reefer') && luck.yes(0.85)
      ? [
          {
            ...common,
            kind: 'refrigeration' as const,
            number: `C-${40_000 + row.id}`,
            limitMinor: 100_000_00,
            expiresOn: cargoEnds,
          },
        ]
      : []
  db.insert(policy)
    .values([liability, cargo, ...cooled])
    .run()
  return liability
}

/** What the register says of a carrier of ours. */
function registerRecordFor(
  row: typeof carrier.$inferSelect,
  liability: typeof policy.$inferInsert,
  today: string,
  trouble: number,
  luck: Chance,
): RegisterRecord {
  const revoked = trouble < 0.02
  const powerUnits = luck.yes(0.15) ? luck.whole(1, 3) : luck.whole(4, 60)
  const inspections = luck.whole(2, powerUnits * 2)
  return {
    dotNumber: row.dotNumber,
    mcNumber: row.mcNumber,
    legalName: row.name,
    tradeName: null,
    operating: true,
    physical: {
      street: `${luck.whole(10, 4000)} ${luck.pick(streets)}`,
      city: row.homeCity,
      region: row.homeRegion,
      postal: '',
      country: 'US',
    },
    mailing: null,
    phones: [row.phone],
    mail: row.mail,
    officers: [
      `${luck.pick(dispatchers)} ${String.fromCharCode(65 + (row.id % 26))} ${luck.pick(dispatchers).split(' ')[1]}`,
    ],
    powerUnits,
    drivers: powerUnits + luck.whole(0, 4),
    cargo: row.equipment.includes('reefer') ? ['refrigerated food', 'general freight'] : ['general freight'],
    operations: ['interstate for hire'],
    hazmat: false,
    authorities: [
      {
        kind: 'common',
        status: revoked ? 'revoked' : 'active',
        grantedOn: addDays(today, trouble > 0.97 ? -40 : -luck.whole(200, 5000)),
        revokedOn: revoked ? addDays(today, -luck.whole(3, 60)) : null,
        reinstatedOn: null,
      },
    ],
    filings: [
      {
        kind: 'liability',
        insurer: liability.insurer,
        number: liability.number,
        limitMinor: liability.limitMinor,
        effectiveOn: liability.effectiveOn,
        cancelledOn: null,
      },
    ],
    safetyRating: luck.yes(0.3) ? ratingBy(luck) : null,
    ratedOn: null,
    vehicle: { inspections, outOfService: Math.round(inspections * luck.between(0.05, 0.3)) },
    driver: { inspections: inspections + 2, outOfService: Math.round(inspections * luck.between(0, 0.09)) },
    crashes: { fatal: 0, injury: luck.yes(0.1) ? 1 : 0, tow: luck.yes(0.2) ? 1 : 0 },
    vehicles: [`5OX${String(row.id).padStart(6, '0')}${luck.whole(10_000_000, 99_999_999)}`],
  }
}

function writeDocuments(db: Db, carrierId: number, trouble: number, now: number): void {
  const receivedAt = now - 200 * 86_400_000
  const held = [
    ...(trouble < 0.02 || trouble > 0.05 ? (['w9'] as const) : []),
    ...(trouble < 0.05 || trouble > 0.08 ? (['agreement'] as const) : []),
    'certificate' as const,
  ]
  db.insert(carrierDocument)
    .values(
      held.map((kind) => ({
        carrierId,
        kind,
        state: 'checked' as const,
        fileName: `${kind}, kept on paper`,
        receivedAt,
        receivedFrom: 'before Oxpecker',
        checkedAt: receivedAt,
        checkedBy: people[1].name,
      })),
    )
    .run()
}

/** The mail domain of a made-up carrier. */
export const domainOf = (name: string) => `${name.toLowerCase().replace(/[^a-z]+/g, '')}.example`

/** A place of the gazetteer by its words; one that is not there is a fault of the demo. */
export function placeOf(words: string): Place {
  const found = resolvePlace(gazetteer(), words)
  if ('refusal' in found) throw new Error(found.refusal.message)
  return found.place
}

const ratingBy = (luck: Chance) => (luck.yes(0.9) ? ('satisfactory' as const) : ('conditional' as const))
