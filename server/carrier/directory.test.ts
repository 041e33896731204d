import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { directoryQuerySchema } from '#core/carrier/directory'
import { storeRecord } from '#server/register/store'
import { carrier, contact, load } from '#server/schema'
import { recordFor } from '#server/testing/register-record'
import { now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { readDirectory } from './directory'
import { importCarriers } from './import'

let world: TestWorld
const who = { now, by: { kind: 'person' as const, id: 1, name: 'Ines Calloway' } }
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

describe('the directory', () => {
  const query = (over: object = {}) => directoryQuerySchema.parse(over)
  const names = (over: object) =>
    readDirectory(world.db, query(over), { from: 0, limit: 50 }, now).rows.map(({ name }) => name)
  const countsOf = (over: object) => readDirectory(world.db, query(over), { from: 0, limit: 50 }, now).counts
  beforeEach(() => {
    world.db
      .update(carrier)
      .set({ homeRegion: 'UT', homeCity: 'Ogden', verdict: 'stop', equipment: ['flatbed'] })
      .where(eq(carrier.id, 2))
      .run()
    world.db
      .update(carrier)
      .set({ verdict: 'clear', lastLoadAt: now - 20 * 86_400_000 })
      .where(eq(carrier.id, 1))
      .run()
  })
  test('finds words from their beginning, in any order, over names, numbers, cities and mail', () => {
    expect([
      names({ q: 'ogd carr' }),
      names({ q: 'OGDEN' }),
      names({ q: '100003' }),
      names({ q: 'dispatch carrier1' }),
      names({ q: 'arrier' }),
      names({ q: '"* OR' }),
    ]).toEqual([['Carrier 2'], ['Carrier 2'], ['Carrier 3'], ['Carrier 1'], [], []])
  })
  test('a changed city is found at once', () => {
    world.db.update(carrier).set({ homeCity: 'Reno' }).where(eq(carrier.id, 3)).run()
    expect([names({ q: 'reno' }), names({ q: 'jerome' })]).toEqual([['Carrier 3'], ['Carrier 1']])
  })
  test('filters together, and each counts what it would leave', () => {
    expect([
      names({ verdict: 'stop' }),
      names({ equipment: 'reefer' }),
      names({ region: 'UT', equipment: 'van' }),
      names({ used: '3' }),
      names({ used: 'never' }),
    ]).toEqual([['Carrier 2'], ['Carrier 1', 'Carrier 3'], [], ['Carrier 1'], ['Carrier 2', 'Carrier 3']])
    expect(countsOf({ region: 'UT' })).toEqual({
      verdict: { stop: 1 },
      equipment: { flatbed: 1 },
      region: { ID: 2, UT: 1 },
      used: { never: 1 },
      fleet: { 101: 1 },
      onTime: {},
    })
    expect(countsOf({})).toMatchObject({
      equipment: { van: 2, reefer: 2, flatbed: 1 },
      used: { 3: 1, 12: 1, never: 2 },
    })
  })
  test('how often a carrier is on time is drawn towards what all are', () => {
    const of = (carrierId: number, times: (0 | 1)[]) => {
      for (const onTime of times)
        world.db
          .update(load)
          .set({ carrierId, payMinor: 200_000, state: 'delivered', deliveredOnTime: onTime === 1 })
          .where(eq(load.id, openLoad(world.db)))
          .run()
    }
    // All: 28 of 30. The first: (20 + 8 x 0.933) of 28, 98%; the third, on time both times, is expected to be at 94.7%; the second at 84.2%.
    of(1, Array(20).fill(1))
    of(2, [1, 1, 1, 1, 1, 1, 0, 0])
    of(3, [1, 1])
    expect([names({ onTime: '95' }), names({ onTime: '85' })]).toEqual([['Carrier 1'], ['Carrier 1', 'Carrier 3']])
    expect(countsOf({}).onTime).toEqual({ 95: 1, 85: 2 })
  })
  test('nonsense in the address is no filter', () =>
    expect(query({ verdict: 'maybe', region: "UT' or 1", used: '99' })).toEqual(query()))
})

describe('a list of carriers', () => {
  const list =
    'Carrier;USDOT #;MC;E-mail\r\nCarrier 1;200001;;\r\nAlder;200980;100980;ada@alder.example\r\nAlder again;200980;;\r\nBramble;200981;100980;\r\nNobody;999999;;\r\nBad;12x;;\r\n'
  const run = (dryRun: boolean) => importCarriers(world.db, list, { columns: null, dryRun }, who)
  beforeEach(() => {
    for (const index of [980, 981])
      storeRecord(world.db, recordFor(index, { legalName: `Alder ${index}` }), { changedAt: now, confirmedAt: now })
  })
  test('a dry run tells of every row and adds nothing', async () => {
    const outcome = await run(true)
    expect(outcome).toMatchObject({ columns: ['name', 'dot', 'mc', 'mail'], added: 1, held: 1, bad: 4 })
    expect('rows' in outcome && outcome.rows.map(({ result, why }) => `${result}: ${why}`)).toEqual([
      'held: Already with us',
      'added: The list calls it Alder',
      'bad: The same carrier as in line 3',
      'bad: DOT 200981 is Alder 981, MC 100980 is Alder 980',
      'bad: The register knows no DOT 999999',
      'bad: “12x” is no DOT number',
    ])
    expect(world.db.select().from(carrier).all()).toHaveLength(3)
  })
  test('then the good ones are added and vetted, with their contacts', async () => {
    expect(await run(false)).toMatchObject({ added: 1, held: 1, bad: 4 })
    expect(world.db.select().from(carrier).where(eq(carrier.dotNumber, '200980')).get()).toMatchObject({
      name: 'Alder 980',
      verdict: 'stop',
    })
    expect(
      world.db
        .select()
        .from(contact)
        .all()
        .map(({ mail }) => mail),
    ).toContain('ada@alder.example')
    expect(await run(false)).toMatchObject({ added: 0, held: 2 })
  })
  test.each([
    ['', 'empty'],
    ['only,heads', 'empty'],
    ['a,b\n1,2', 'no_number_column'],
    ['dot\n"1', 'no_csv'],
    [`dot\n${'1\n'.repeat(5001)}`, 'too_many'],
  ])('%j is refused', async (text, code) => {
    expect(await importCarriers(world.db, text, { columns: null, dryRun: true }, who)).toMatchObject({
      refusal: { code },
    })
  })
})
