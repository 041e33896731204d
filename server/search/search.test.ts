import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { type FoundPosting, mergedPosting, sameKey } from '#core/search/found'
import { now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { searchAskSchema } from './ask'
import { findOnFloor } from './find'
import { boardsOf, type Floor, makeFloor, putSource, removeBoard, removeSource } from './floor'
import { loadsForTruck, soughtFor } from './for-load'
import { keepMarketCounts } from './market-counts'
import { marketAskSchema, readMarketMap } from './market-map'
import { noteWork, workedOn } from './notes'
import { showOwn } from './own'
import { actOnSavedSearch, savedSearches } from './saved'
import { markSeen, seenKeys } from './seen'

const truck = (over: Partial<FoundPosting> = {}): FoundPosting => ({
  ...{ id: 'T1', kind: 'truck', board: 'Saltlick', equipment: 'van', earliest: '2026-11-24', ownLoadId: null },
  origin: { city: 'Boise', region: 'ID', lat: 43.62, lon: -116.2 },
  destination: null,
  ...{ company: 'Copper Wren', mc: '100001', phone: '208-555-0133', postedAt: '2026-11-23T19:00:00Z' },
  ...over,
})
const twinFalls = { city: 'Twin Falls', region: 'ID', lat: 42.56, lon: -114.46 }

describe('the floor', () => {
  let floor: Floor
  beforeEach(() => {
    floor = makeFloor()
  })
  test('the same truck on two boards is one, with both, and says what either says', () => {
    putSource(floor, truck({ weightLb: 44_000 }), now)
    putSource(
      floor,
      truck({
        id: 'W9',
        board: 'Waterhole',
        lengthFt: 53,
        company: 'COPPER WREN LLC',
        postedAt: '2026-11-23T20:00:00Z',
      }),
      now,
    )
    expect(floor.index.truck.size).toBe(1)
    const [key] = [...floor.shown.keys()]
    expect(boardsOf(floor, key!)).toEqual(['Saltlick', 'Waterhole'])
    expect(floor.shown.get(key!)).toMatchObject({ id: key, board: 'Waterhole', weightLb: 44_000, lengthFt: 53 })
    expect(removeSource(floor, 'Saltlick', 'T1')).toBe(true)
    expect(floor.shown.get(key!)).toMatchObject({ lengthFt: 53, id: key })
    expect(floor.shown.get(key!)!.weightLb ?? null).toBeNull()
    expect(removeSource(floor, 'Saltlick', 'T1')).toBe(false)
    removeBoard(floor, 'Waterhole')
    expect([floor.index.truck.size, floor.shown.size, floor.sources.size, floor.keys.size]).toEqual([0, 0, 0, 0])
  })
  test('a truck that moved is another one', () => {
    putSource(floor, truck(), now)
    putSource(floor, truck({ origin: twinFalls }), now)
    expect([...floor.shown.values()].map(({ origin }) => origin.city)).toEqual(['Twin Falls'])
  })
  test.each([
    ['another carrier', { mc: '100002' }],
    ['another day', { earliest: '2026-11-25' }],
    ['other equipment', { equipment: 'reefer' }],
    ['a load', { kind: 'load' as const }],
  ])('%s is not the same', (_, over) => expect(sameKey(truck(over))).not.toBe(sameKey(truck())))
  test('without a number the name counts, however it is written', () =>
    expect(sameKey(truck({ mc: null, company: 'Copper-Wren.' }))).toBe(
      sameKey(truck({ mc: null, company: 'COPPER WREN' })),
    ))
  test('of two the newest is shown', () =>
    expect(
      mergedPosting('k', [truck({ comments: 'old' }), truck({ comments: 'new', postedAt: '2026-11-23T20:00:00Z' })]),
    ).toMatchObject({ id: 'k', comments: 'new' }))
})

describe('what is found', () => {
  let world: TestWorld
  let floor: Floor
  beforeEach(() => {
    world = testWorld()
    floor = makeFloor()
    putSource(floor, truck(), now - 3_600_000)
    putSource(floor, truck({ id: 'T2', mc: '999999', company: 'Nobody Yet', origin: twinFalls }), now - 3_600_000)
  })
  afterEach(() => world.end())
  const market = () => ({ floor, readings: new Map() })
  const find = (line: string, over: object = {}) =>
    findOnFloor(world.db, searchAskSchema.parse({ line, ...over }), now, market())

  test('has its truck miles, its carrier’s vetting, its boards; near misses apart', () => {
    const { rows, near, total, chips } = find('vans boise 60mi 11/24')
    expect(total).toBe(1)
    expect(rows[0]).toMatchObject({
      ...{ boards: ['Saltlick'], milesTo: 1, misses: [] },
      carrier: { id: 1, name: 'Carrier 1', verdict: 'clear' },
    })
    expect(near).toEqual([])
    expect(chips.map(({ what }) => what)).toEqual(['equipment', 'origin', 'days'])
    const wider = find('vans boise 80mi 11/24')
    expect(wider.near[0]).toMatchObject({ carrier: null, posting: { company: 'Nobody Yet' } })
    expect(wider.near[0]!.misses[0]!.by).toBeGreaterThan(10)
    expect(wider.near[0]!.milesTo).toBeGreaterThan(120)
  })
  test('what cannot be searched for is said, and what is not understood is named', () => {
    expect(find('vans xyzzy')).toMatchObject({ unread: ['xyzzy'], problem: null })
    expect(find('')).toMatchObject({ total: 2, problem: null })
  })
  test('ours stands among the others, and follows what becomes of it', () => {
    const loadId = openLoad(world.db)
    showOwn(world.db, floor, now)
    expect(find('loads id')).toMatchObject({ total: 1, rows: [{ boards: ['Ours'], posting: { ownLoadId: loadId } }] })
    world.db.$client.prepare("update load set state = 'cancelled'").run()
    showOwn(world.db, floor, now)
    expect(find('loads id').total).toBe(0)
  })
  test('the next load of a truck is counted with its way home, ours first', () => {
    const home = { lat: 43.62, lon: -116.2 }
    const phoenix = { city: 'Phoenix', region: 'AZ', lat: 33.45, lon: -112.07 }
    const there = {
      kind: 'load' as const,
      equipment: 'reefer',
      origin: phoenix,
      rate: { amount: 900, basis: 'flat' as const },
    }
    putSource(floor, truck({ ...there, id: 'L1', company: 'Amber Freight', destination: twinFalls, mc: null }), now)
    const own = { ...there, id: 'load-9', board: 'Ours', ownLoadId: 9, rate: null, postedAt: '2026-11-20T19:00:00Z' }
    putSource(floor, truck({ ...own, company: 'PR-9', destination: { ...phoenix, city: 'Mesa' }, mc: null }), now)
    const ask = searchAskSchema.parse({ line: 'loads phoenix 100mi' })
    const { rows } = findOnFloor(world.db, ask, now, market(), { home })
    expect(rows.map(({ posting }) => posting.company)).toEqual(['PR-9', 'Amber Freight'])
    const { milesTo, miles, milesAfter, perMileDriven } = rows[1]!
    // Twin Falls to Boise is about 130 miles by road.
    expect(milesAfter).toBeGreaterThan(115)
    expect(milesAfter).toBeLessThan(140)
    expect(perMileDriven).toBeCloseTo(900 / (milesTo! + miles! + milesAfter!), 6)
    expect(rows[0]!.perMileDriven).toBeNull()
    expect(findOnFloor(world.db, ask, now, market()).rows[1]!.perMileDriven).toBeNull()
  })
  test('a load under way is asked by where and when its truck is empty', () => {
    const loadId = openLoad(world.db)
    world.db.$client.prepare("update load set state = 'covered', carrier_id = 1, pay_minor = 1").run()
    const sought = soughtFor(world.db, loadId)!
    expect(sought).toMatchObject({ kind: 'load', truck: { carrier: 'Carrier 1' } })
    expect(sought.line).toMatch(/^reefer phoenix az 100mi \d+\/\d+-\d+\/\d+$/)
    expect(find(sought.line).unread).toEqual([])
  })
  test('a note follows the truck to another board, is everybody’s, and hides it where it says so', () => {
    const key = sameKey(truck())
    noteWork(world.db, { key, state: 'no_answer', words: 'try at 3', found: truck() }, { id: 1, now })
    removeSource(floor, 'Saltlick', 'T1')
    putSource(floor, truck({ id: 'P7', board: 'Windpump' }), now)
    expect(find('vans boise').rows[0]!.note).toMatchObject({
      state: 'no_answer',
      words: 'try at 3',
      by: 'Ines Calloway',
    })
    expect(workedOn(world.db, now)).toMatchObject([{ key, found: { company: 'Copper Wren' } }])
    noteWork(world.db, { key, state: 'hidden', words: '', found: truck() }, { id: 2, now: now + 1 })
    expect(find('vans boise')).toMatchObject({ rows: [], hidden: 1 })
    expect(find('vans boise', { show: 'hidden' }).rows).toHaveLength(1)
    expect(workedOn(world.db, now)).toEqual([])
  })
  test('what somebody has seen is left out for that person only, and marked; near misses too', () => {
    const ask = (show: string, personId: number) =>
      findOnFloor(world.db, searchAskSchema.parse({ line: 'vans boise 80mi 11/24', show }), now, market(), { personId })
    const [key] = [...floor.shown.keys()]
    markSeen(world.db, [key!], { id: 1, now })
    expect(ask('unseen', 1)).toMatchObject({ rows: [], total: 1, near: [{ isSeen: false }] })
    expect(ask('open', 1).rows).toMatchObject([{ isSeen: true }])
    expect(ask('unseen', 2).rows).toMatchObject([{ isSeen: false }])
    markSeen(world.db, [...floor.shown.keys()], { id: 1, now })
    expect(ask('unseen', 1).near).toEqual([])
    // Two weeks on it is as new.
    expect(seenKeys(world.db, { id: 1, now: now + 15 * 86_400_000 }).size).toBe(0)
  })
  test('a saved search counts what came after it was opened, each once', () => {
    actOnSavedSearch(world.db, { intent: 'save_search', name: 'Vans', line: 'vans id', kind: 'truck' }, { id: 1, now })
    const count = () => savedSearches(world.db, 1, now, market()).map(({ fresh }) => fresh)
    expect(count()).toEqual([0])
    putSource(floor, truck({ id: 'T3', mc: '100003' }), now + 1)
    putSource(floor, truck({ id: 'W3', board: 'Waterhole', mc: '100003' }), now + 2)
    expect(count()).toEqual([1])
    const id = savedSearches(world.db, 1, now, market())[0]!.id
    actOnSavedSearch(world.db, { intent: 'forget_search', id }, { id: 2, now })
    expect(count()).toEqual([1])
    actOnSavedSearch(world.db, { intent: 'seen_search', id }, { id: 1, now: now + 3 })
    expect(count()).toEqual([0])
    actOnSavedSearch(world.db, { intent: 'forget_search', id }, { id: 1, now })
    expect(count()).toEqual([])
  })
  test('a load says what to search for it, and a truck which of ours it may take', () => {
    const loadId = openLoad(world.db)
    const sought = soughtFor(world.db, loadId)!
    expect(sought).toMatchObject({
      kind: 'truck',
      line: expect.stringMatching(/^reefer twin falls id 100mi to az 11\/24$/),
    })
    expect(find(sought.line).unread).toEqual([])
    expect(loadsForTruck(world.db, { ...twinFalls, equipment: 'reefer' })).toMatchObject([
      { id: loadId, straightMiles: 0 },
    ])
    expect(loadsForTruck(world.db, { ...twinFalls, equipment: 'van' })).toEqual([])
    expect(soughtFor(world.db, 999)).toBeNull()
  })
})

describe('the market map', () => {
  let world: TestWorld
  let floor: Floor
  beforeEach(() => {
    world = testWorld(0)
    floor = makeFloor()
  })
  afterEach(() => world.end())
  const load = (id: string, company: string, over: Partial<FoundPosting> = {}) =>
    truck({ id, kind: 'load', company, mc: null, destination: twinFalls, ...over })
  const map = (ask: object, at = now) =>
    readMarketMap(world.db, marketAskSchema.parse(ask), at, { floor, readings: new Map() })

  test('counts loads out and in and trucks by state and area, as they come and go', () => {
    putSource(floor, truck(), now)
    putSource(floor, truck({ id: 'W1', board: 'Waterhole' }), now)
    putSource(floor, load('L1', 'Amber'), now)
    putSource(floor, load('L2', 'Sage', { equipment: 'reefer' }), now)
    expect(map({})).toMatchObject([{ code: 'ID', name: 'Idaho', loads: 2, into: 2, trucks: 1, dayAgo: null }])
    expect(map({ equipment: 'van' })).toMatchObject([{ loads: 1, into: 1, trucks: 1 }])
    expect(map({ scope: 'area' }).map(({ name, loads, trucks }) => [name, loads, trucks])).toContainEqual([
      'Boise, ID',
      2,
      1,
    ])
    removeBoard(floor, 'Saltlick')
    expect(map({})).toMatchObject([{ loads: 0, into: 0, trucks: 1 }])
    removeBoard(floor, 'Waterhole')
    expect([...floor.tally]).toEqual([])
  })
  test('is compared with what was kept a day and a week before; days long past go', () => {
    const day = 86_400_000
    putSource(floor, truck(), now)
    for (const id of ['L1', 'L2']) putSource(floor, load(id, id), now)
    keepMarketCounts(world.db, floor.tally, now - 7 * day)
    putSource(floor, load('L3', 'L3'), now)
    keepMarketCounts(world.db, floor.tally, now - day)
    keepMarketCounts(world.db, floor.tally, now - day + 1)
    expect(map({})).toMatchObject([{ loads: 3, trucks: 1, dayAgo: 3, weekAgo: 2 }])
    keepMarketCounts(world.db, floor.tally, now + 55 * day)
    expect(map({}).map(({ weekAgo }) => weekAgo)).toEqual([null])
  })
})
