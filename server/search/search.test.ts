import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { type FoundPosting, mergedPosting, sameKey } from '#core/search/found'
import { now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { searchAskSchema } from './ask'
import { findOnFloor } from './find'
import { boardsOf, type Floor, makeFloor, putSource, removeBoard, removeSource } from './floor'
import { loadsForTruck, soughtFor } from './for-load'
import { noteWork, workedOn } from './notes'
import { showOwn } from './own'
import { actOnSavedSearch, savedSearches } from './saved'

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
