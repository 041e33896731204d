import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import type { TruckFacts } from '#core/truck/truck'
import { capacityAskSchema, readCapacity } from '#server/capacity/read'
import { readDossier } from '#server/carrier/dossier'
import { readNeeds } from '#server/carrier/needs'
import { findShortlist } from '#server/match/shortlist'
import { carrier, knownTruck, load, mailFacts, mailHabit, message } from '#server/schema'
import { ines, now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { receiveMail } from '../message/receive'
import { actOnTrucks, type TruckAct } from './act'
import { knownTrucks, trucksNear } from './known'

let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

const twinFalls = { city: 'Twin Falls', region: 'ID', lat: 42.56, lon: -114.46 }
const facts = (over: Partial<TruckFacts> = {}): TruckFacts => ({
  ...{ ...twinFalls, equipment: 'reefer', count: 1, fromDay: '2026-11-24', toDay: null, radiusMiles: null },
  ...{ destinations: [], avoids: [], lengthFt: null, weightLb: null, rateMinor: null, rateBasis: null },
  ...over,
})
const act = (asked: TruckAct) => actOnTrucks(world.db, asked, ines)
const note = (over: Partial<TruckFacts> = {}, carrierId = 1) =>
  act({ intent: 'note_truck', carrierId, facts: facts(over) })
const rows = () => world.db.select().from(knownTruck).all()

/** A carrier's email, sent on Monday, November 23, 2026, at one in the afternoon in Boise. */
const mailOf = (from: string, text: string, id = 'a') =>
  receiveMail(
    world.db,
    `From: ${from}\r\nTo: desk@ploverrook.example\r\nSubject: trucks\r\nDate: Mon, 23 Nov 2026 13:12:00 -0700\r\nMessage-ID: <${id}@x.example>\r\n\r\n${text}`,
    ['desk@ploverrook.example'],
    now,
  )

describe('a truck from the phone', () => {
  test('is known at once, with who said it, in the carrier’s log too', () => {
    expect(note()).toEqual({ done: true })
    expect(knownTrucks(world.db, now)).toMatchObject([
      {
        city: 'Twin Falls',
        carrierId: 1,
        carrierName: 'Carrier 1',
        saidBy: 'Ines Calloway',
        source: 'phone',
        count: 1,
      },
    ])
    const logged = world.db.$client
      .prepare("select kind from event where aggregate = 'carrier' and aggregate_id = 1")
      .pluck()
      .all()
    expect(logged).toContain('truck_known')
  })
  test('said twice is one, as it was said last', () => {
    note()
    note({ count: 2, destinations: ['CA'] })
    expect(knownTrucks(world.db, now)).toMatchObject([{ count: 2, destinations: ['CA'] }])
  })
  test.each([
    ['of nobody on file', () => note({}, 999), 'no_such_carrier'],
    ['of a day that is past', () => note({ fromDay: '2026-11-20' }), 'day_is_past'],
  ])('%s is refused', (_, say, code) => expect(say()).toMatchObject({ refusal: { code } }))
  test('lapses after its last day by the office’s clock, is taken off and put back', () => {
    note({ fromDay: '2026-11-23', toDay: '2026-11-24' })
    // Four minutes before midnight in Idaho, and four after it.
    expect(knownTrucks(world.db, Date.UTC(2026, 10, 25, 6, 56))).toHaveLength(1)
    expect(knownTrucks(world.db, Date.UTC(2026, 10, 25, 7, 4))).toHaveLength(0)
    const ids = [rows()[0]!.id]
    expect(act({ intent: 'truck_gone', ids })).toEqual({ done: true })
    expect(knownTrucks(world.db, now)).toHaveLength(0)
    act({ intent: 'truck_back', ids })
    expect(knownTrucks(world.db, now)).toHaveLength(1)
  })
  test('is gone once a load of ours took it, and back when the carrier falls through', () => {
    const loadId = openLoad(world.db)
    const { pickupAt, equipment } = world.db
      .select()
      .from(load)
      .all()
      .find(({ id }) => id === loadId)!
    note({ equipment, fromDay: new Date(pickupAt).toISOString().slice(0, 10) })
    const set = (state: string, carrierId: number | null) =>
      world.db.$client
        .prepare('update load set state = ?, carrier_id = ?, pay_minor = ?, covered_at = ? where id = ?')
        .run(state, carrierId, carrierId && 1, carrierId && now + 1, loadId)
    set('covered', 1)
    expect(knownTrucks(world.db, now)).toHaveLength(0)
    set('uncovered', null)
    expect(knownTrucks(world.db, now)).toHaveLength(1)
    set('covered', 2)
    expect(knownTrucks(world.db, now)).toHaveLength(1)
  })
})

describe('trucks out of an email', () => {
  test('are proposals until somebody confirms them; then the email is read', async () => {
    expect(await mailOf('nobody@far-heron.example', 'Reefer in Boise ID tomorrow, wants CA\r\nVan Ogden UT Wed')).toBe(
      'left',
    )
    expect(rows()).toMatchObject([
      { city: 'Boise', state: 'proposed', saidBy: 'nobody@far-heron.example', fromDay: '2026-11-24', factAt: 0 },
      { city: 'Ogden', state: 'proposed', equipment: 'van', fromDay: '2026-11-25', factAt: 1 },
    ])
    expect(knownTrucks(world.db, now)).toEqual([])
    const [boise, ogden] = rows().map(({ id }) => id)
    expect(act({ intent: 'confirm_truck', ids: [boise!] })).toEqual({ done: true })
    expect(knownTrucks(world.db, now)).toMatchObject([{ city: 'Boise', carrierId: null, decidedBy: 'Ines Calloway' }])
    expect(world.db.select().from(message).all()[0]!.readAt).toBeNull()
    expect(act({ intent: 'refuse_truck', ids: [ogden!] })).toEqual({ done: true })
    expect(world.db.select().from(message).all()[0]).toMatchObject({ readAt: now, readBy: 'Ines Calloway' })
    expect(act({ intent: 'confirm_truck', ids: [ogden!] })).toMatchObject({ refusal: { code: 'already_decided' } })
  })
  test('put right by a person count as they were put right', async () => {
    await mailOf('nobody@far-heron.example', 'Reefer in Boise ID tomorrow')
    const { id } = rows()[0]!
    expect(act({ intent: 'change_truck', id, facts: facts({ fromDay: '2026-11-26' }) })).toEqual({ done: true })
    expect(knownTrucks(world.db, now)).toMatchObject([{ city: 'Twin Falls', fromDay: '2026-11-26' }])
  })
  test('keep their text and where each fact stands in it; mail that holds nothing keeps nothing', async () => {
    await mailOf('nobody@far-heron.example', 'Reefer in Boise ID tomorrow')
    await mailOf('nobody@far-heron.example', 'Invoice 55 for $1,250 is past due', 'b')
    const kept = world.db.select().from(mailFacts).all()
    expect(kept).toHaveLength(1)
    const { parts, trucks } = kept[0]!.facts
    const { from, to } = trucks[0]!.place.at!
    expect(parts[0]!.text.slice(from, to)).toBe('Boise ID')
  })
  test('that asks for another account is on the list of what needs attention until it is read', async () => {
    await mailOf('pay@wandering-elks.example', 'Our bank account has changed, routing 124000054. Van Boise ID tomorrow')
    expect(readNeeds(world.db, now).letters).toMatchObject([
      { sender: 'pay@wandering-elks.example', warnings: ['bank_change'] },
    ])
    expect(knownTrucks(world.db, now)).toEqual([])
    world.db.update(message).set({ readAt: now, readBy: 'Ines Calloway' }).run()
    expect(readNeeds(world.db, now).letters).toEqual([])
  })
  test('a price for a load of ours by its number is proposed on that load', async () => {
    const loadId = openLoad(world.db)
    const { number } = world.db
      .select()
      .from(load)
      .all()
      .find(({ id }) => id === loadId)!
    await mailOf('nobody@far-heron.example', `We can do ${number} for 1,975.`)
    const proposed = world.db.$client.prepare('select load_id loadId, readings from proposal').all()
    expect(proposed).toEqual([{ loadId, readings: '[197500]' }])
  })
})

describe('what a person puts right is read right the next time', () => {
  const firstId = () => rows().at(-1)!.id
  test('a place and a trailer by this sender’s own words; not of another’s; taken back it is as before', async () => {
    await mailOf('nobody@far-heron.example', 'Flat in Portland tomorrow')
    expect(rows()).toMatchObject([{ city: 'Portland', region: 'OR', equipment: 'flatbed' }])
    const portland = { city: 'Portland', region: 'ME', lat: 43.66, lon: -70.26 }
    act({ intent: 'change_truck', id: firstId(), facts: facts({ ...portland, equipment: 'step_deck' }) })
    const habits = world.db.select().from(mailHabit).all()
    expect(habits).toMatchObject([
      { kind: 'place', words: 'portland', meaning: 'Portland, ME', learntBy: 'Ines Calloway' },
      { kind: 'equipment', words: 'flat', meaning: 'step_deck' },
    ])
    await mailOf('nobody@far-heron.example', '2 flats in Portland Wed, flat Boise ID Wed', 'b')
    expect(rows().slice(1)).toMatchObject([
      { region: 'ME', count: 2 },
      { city: 'Boise', equipment: 'step_deck' },
    ])
    await mailOf('other@somewhere.example', 'Flat in Portland Wed', 'c')
    expect(rows().at(-1)).toMatchObject({ region: 'OR', equipment: 'flatbed' })
    for (const { id } of habits) expect(act({ intent: 'forget_habit', id })).toEqual({ done: true })
    expect(act({ intent: 'forget_habit', id: habits[0]!.id })).toMatchObject({ refusal: { code: 'no_such_habit' } })
    await mailOf('nobody@far-heron.example', 'Flat in Portland Thu', 'd')
    expect(rows().at(-1)).toMatchObject({ region: 'OR', equipment: 'flatbed' })
  })
  test('of a carrier on file it is known whoever of it writes, and stands on its dossier', async () => {
    const mail = world.db.select({ mail: carrier.mail }).from(carrier).where(eq(carrier.id, 1)).get()!.mail
    await mailOf(mail, 'Van in Portland tomorrow')
    act({
      intent: 'change_truck',
      id: firstId(),
      facts: facts({ city: 'Portland', region: 'ME', lat: 43.66, lon: -70.26, equipment: 'van' }),
    })
    expect(readDossier(world.db, 1, now)!.habits).toMatchObject([{ words: 'portland', meaning: 'Portland, ME' }])
  })
  test('days and figures put right teach nothing', async () => {
    await mailOf('nobody@far-heron.example', 'Reefer in Twin Falls, ID tomorrow')
    act({ intent: 'change_truck', id: firstId(), facts: facts({ fromDay: '2026-11-27', count: 3 }) })
    expect(world.db.select().from(mailHabit).all()).toEqual([])
  })
})

describe('who is asked for a load', () => {
  const lane = () => {
    const loadId = openLoad(world.db)
    return world.db
      .select()
      .from(load)
      .all()
      .find(({ id }) => id === loadId)!
  }
  const rankOf = (carrierId: number, asked: ReturnType<typeof lane>) =>
    findShortlist(world.db, asked, now).findIndex((entry) => entry.carrierId === carrierId)
  test('a known truck near the pickup brings its carrier up, with the reason', () => {
    const asked = lane()
    const day = new Date(asked.pickupAt).toISOString().slice(0, 10)
    const before = rankOf(3, asked)
    note(
      {
        city: asked.originCity,
        region: asked.originRegion,
        lat: asked.originLat,
        lon: asked.originLon,
        equipment: asked.equipment,
        fromDay: day,
      },
      3,
    )
    const after = rankOf(3, asked)
    expect(after).toBe(0)
    expect(before === -1 || after <= before).toBe(true)
    expect(findShortlist(world.db, asked, now)[0]!.why[0]).toContain(`truck in ${asked.originCity}`)
  })
  test.each([
    ['too far off', { lat: 47.6, lon: -122.3 }],
    ['another trailer', { equipment: 'tanker' as const }],
    ['empty the day after', { fromDay: '2026-12-30' }],
  ])('not one that is %s', (_, over) => {
    const asked = lane()
    const { originLat: lat, originLon: lon } = asked
    const day = new Date(asked.pickupAt).toISOString().slice(0, 10)
    note({ lat, lon, equipment: asked.equipment, fromDay: day, ...over })
    const days = { firstDay: day, lastDay: day }
    expect(trucksNear(world.db, { lat, lon, ...days }, asked.equipment)).toEqual([])
  })
})

test('the room holds trucks against loads, and for the chosen truck the loads that it could take', () => {
  const loadId = openLoad(world.db)
  const asked = world.db
    .select()
    .from(load)
    .all()
    .find(({ id }) => id === loadId)!
  const day = new Date(asked.pickupAt).toISOString().slice(0, 10)
  note({
    city: asked.originCity,
    region: asked.originRegion,
    lat: asked.originLat,
    lon: asked.originLon,
    equipment: asked.equipment,
    fromDay: day,
  })
  const { id } = rows()[0]!
  const at = asked.pickupAt - 3_600_000
  const page = readCapacity(world.db, capacityAskSchema.parse({ truck: String(id) }), at)
  expect(page.trucks).toMatchObject([{ fitCount: 1, fits: [{ load: { id: loadId }, milesAway: 0, isWished: true }] }])
  expect(page.balance.find(({ area }) => area === 'Mountain West')).toMatchObject({ loads: 1, trucks: 1 })
  expect(readCapacity(world.db, capacityAskSchema.parse({ equipment: 'hopper' }), at)).toMatchObject({
    trucks: [],
    loadCount: 0,
  })
})

test.each([
  [
    'the list',
    "select id from known_truck truck indexed by known_truck_day where state = 'known' and last_day >= '2026-11-23'",
    'known_truck_day',
  ],
  [
    'those near a pickup',
    "select id from known_truck truck indexed by known_truck_cell where state = 'known' and cell in (1, 2) and last_day >= '2026-11-23'",
    'known_truck_cell',
  ],
])('%s is found by its index', (_, query, index) => {
  const plan = world.db.$client.prepare(`explain query plan ${query}`).all() as { detail: string }[]
  expect(plan.map(({ detail }) => detail).join()).toContain(index)
})
