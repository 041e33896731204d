import { copyFileSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { flatCharge } from '#core/charge/charge'
import { plainFreight } from '#core/load/freight'
import { type LoadTerms, plainParties } from '#core/load/load'
import { plainStop } from '#core/load/stop'
import { cellOf } from '#core/place/place'
import { type Db, openDatabase } from '#server/db.server'
import { createLoad } from '#server/load/save'
import { storeRecord } from '#server/register/store'
import {
  carrier,
  carrierDocument,
  customer,
  facility,
  offer,
  officeVersion,
  policy,
  registerFeed,
  user,
} from '#server/schema'
import { testOffice } from '#server/testing/office'
import { preparedDatabase } from '#server/testing/prepared-database'
import { recordFor } from '#server/testing/register-record'

/** Monday 23 November 2026, 13:12 in Pocatello: every server test begins then. */
export const now = Date.UTC(2026, 10, 23, 20, 12)
export const ines = { now, by: { kind: 'person' as const, id: 1, name: 'Ines Calloway' } }

export interface TestWorld {
  db: Db
  path: string
  end: () => void
}

/** A real database file with one customer, two facilities, a rep and some carriers in order; a copy of one that is made once. */
export function testWorld(carriers = 3): TestWorld {
  const folder = mkdtempSync(join(tmpdir(), 'oxpecker-test-'))
  const path = join(folder, 'test.db')
  copyFileSync(
    preparedDatabase(`${carriers} carriers`, (own) => fill(own, carriers)),
    path,
  )
  const db = openDatabase(path, { durable: false })
  return {
    db,
    path,
    end: () => {
      db.$client.close()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

function fill(db: Db, carriers: number): void {
  db.insert(officeVersion).values({ version: 1, office: testOffice, note: '', byName: 'Ruth Amsel', at: now }).run()
  db.insert(user)
    .values([
      { mail: 'ines@ploverrook.example', name: 'Ines Calloway', role: 'rep', passwordHash: 'x' },
      { mail: 'ruth@ploverrook.example', name: 'Ruth Amsel', role: 'manager', passwordHash: 'x' },
    ])
    .run()
  db.insert(registerFeed).values({ id: 1, sequence: 0, currentAt: now, triedAt: now }).run()
  db.insert(customer)
    .values([
      { name: 'Snowmelt Potato Growers', search: 'snowmelt potato growers', billingMail: 'bills@snowmelt.example' },
      { name: 'Nobody Pays', search: 'nobody pays', billingMail: null },
    ])
    .run()
  db.insert(facility)
    .values([
      {
        name: 'Shed 4',
        search: 'shed 4 twin falls',
        address: '12 Canal Rd',
        city: 'Twin Falls',
        region: 'ID',
        country: 'US',
        postal: '83301',
        lat: 42.56,
        lon: -114.46,
        zone: 'America/Boise',
      },
      {
        name: 'Harrow DC',
        search: 'harrow dc phoenix',
        address: '9 Mesa St',
        city: 'Phoenix',
        region: 'AZ',
        country: 'US',
        postal: '85001',
        lat: 33.45,
        lon: -112.07,
        zone: 'America/Phoenix',
      },
    ])
    .run()
  for (let index = 1; index <= carriers; index++) addCarrier(db, index)
}

function addCarrier(db: Db, index: number): void {
  const home = { lat: 42.7, lon: -114.5 }
  const { id } = db
    .insert(carrier)
    .values({
      name: `Carrier ${index}`,
      search: `carrier ${index}`,
      mcNumber: String(100_000 + index),
      dotNumber: String(200_000 + index),
      mail: `dispatch@carrier${index}.example`,
      phone: '208-555-0150',
      homeCity: 'Jerome',
      homeRegion: 'ID',
      homeLat: home.lat,
      homeLon: home.lon,
      homeCell: cellOf(home),
      equipment: ['van', 'reefer'],
    })
    .returning({ id: carrier.id })
    .get()
  storeRecord(db, recordFor(index), { changedAt: now, confirmedAt: now })
  db.insert(carrierDocument)
    .values(
      (['w9', 'agreement'] as const).map((kind) => ({
        carrierId: id,
        kind,
        state: 'checked' as const,
        fileName: kind,
        receivedAt: now,
        receivedFrom: 'before',
        checkedAt: now,
        checkedBy: 'Ines Calloway',
      })),
    )
    .run()
  const cover = {
    carrierId: id,
    insurer: 'Lark Mutual',
    effectiveOn: '2026-01-01',
    expiresOn: '2027-06-01',
    cancelledOn: null,
  }
  db.insert(policy)
    .values([
      { ...cover, kind: 'liability', number: `L${index}`, limitMinor: 1_000_000_00 },
      { ...cover, kind: 'cargo', number: 'C', limitMinor: 100_000_00 },
      { ...cover, kind: 'refrigeration', number: 'C', limitMinor: 100_000_00 },
    ])
    .run()
}

export const terms = (over: Partial<LoadTerms> = {}): LoadTerms => ({
  customerId: 1,
  equipment: 'reefer',
  lengthFt: 53,
  tempMinF: 36,
  tempMaxF: 38,
  team: false,
  commodity: 'Seed potatoes',
  commodityHidden: false,
  weightLb: 42_300,
  pallets: null,
  ...plainFreight,
  ...plainParties,
  freightValueMinor: null,
  practice: false,
  stops: [
    {
      ...plainStop,
      kind: 'pickup',
      facilityId: 1,
      earliestLocal: '2026-11-24T08:00',
      latestLocal: '2026-11-24T11:00',
      booking: 'appointment',
    },
    {
      ...plainStop,
      kind: 'delivery',
      facilityId: 2,
      earliestLocal: '2026-11-26T08:00',
      latestLocal: '2026-11-26T11:00',
      booking: 'first_come',
    },
  ],
  references: [{ kind: 'pickup_number', name: '', value: 'PU1', showOn: ['rate_confirmation'] }],
  notes: [{ audience: 'us', text: 'Thin margin' }],
  sellCharges: [flatCharge('line_haul', 288_000)],
  ...over,
})

/** Makes a load that is open for cover; its id. */
export function openLoad(db: Db, over: Partial<LoadTerms> = {}): number {
  const made = createLoad(
    db,
    { terms: terms(over), open: true, acknowledged: ['no_sell_charge'], copiedFrom: null },
    { ...ines, repId: 1 },
  )
  if (!('loadId' in made)) throw new Error(`Test load refused: ${JSON.stringify(made)}`)
  return made.loadId
}

const twinFalls = { lat: 42.56, lon: -114.46 }
const phoenix = { lat: 33.45, lon: -112.07 }

/** The lane of the world's two facilities, as a load's columns have it. */
export const twinFallsToPhoenix = {
  originCity: 'Twin Falls',
  originRegion: 'ID',
  originPostal: '83301',
  originLat: twinFalls.lat,
  originLon: twinFalls.lon,
  originCell: cellOf(twinFalls),
  originZone: 'America/Boise',
  destCity: 'Phoenix',
  destRegion: 'AZ',
  destPostal: '85001',
  destLat: phoenix.lat,
  destLon: phoenix.lon,
  destCell: cellOf(phoenix),
  destZone: 'America/Phoenix',
}

/** The open offers of a load, by carrier id. */
export const openOffers = (db: Db, loadId: number) =>
  db
    .select()
    .from(offer)
    .all()
    .filter((row) => row.loadId === loadId && row.state === 'open')
