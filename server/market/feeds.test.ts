import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { fitRates } from '#core/rates/fit-rates'
import { day, hour } from '#core/time/local'
import { setCustomerPricing } from '#server/customer/pricing'
import { fuelShare, latestDiesel } from '#server/fuel/fuel'
import { listFuelTables, removeFuelTable, saveFuelTable } from '#server/fuel/tables'
import { locatePrefix } from '#server/rates/locate'
import { placeRateModel, rateModel } from '#server/rates/model'
import { readNewAverages, readPastPrices } from '#server/rates/past-prices'
import { marketAverage } from '#server/schema'
import { settings } from '#server/settings.server'
import { ines, now, type TestWorld, testWorld } from '#server/testing/world'
import { feedStates, readFeed } from './feeds'
import { laneAverage } from './lane-average'

let world: TestWorld
let publisher: Server
let answers: Record<string, { status: number; body: string }>
const asked: string[] = []

beforeEach(async () => {
  world = testWorld(1)
  asked.length = 0
  publisher = createServer((request, response) => {
    asked.push(request.url ?? '')
    const { status, body } = answers[new URL(request.url ?? '', 'http://x').pathname] ?? {
      status: 404,
      body: 'no such report',
    }
    response.writeHead(status).end(body)
  })
  await new Promise<void>((resolve) => publisher.listen(0, '127.0.0.1', resolve))
  Object.assign(settings(), { OX_MARKET_URL: `http://127.0.0.1:${(publisher.address() as AddressInfo).port}` })
})
afterEach(async () => {
  placeRateModel(null)
  world.end()
  await new Promise((resolve) => publisher.close(resolve))
})

const head = 'day,published_at,from,to,trailer,loads,average_usd,miles'
const row = (over: { day?: string; published?: string; average?: number; loads?: number } = {}) =>
  [
    over.day ?? '2026-11-20',
    over.published ?? '2026-11-22T14:00:00Z',
    '833',
    '850',
    'reefer',
    over.loads ?? 8,
    over.average ?? 2310,
    790,
  ].join(',')

describe('feeds', () => {
  test('diesel: mixed line ends, a quoted cell, a bad line; read twice it stands once, corrected it changes', async () => {
    answers = {
      '/diesel.csv': {
        status: 200,
        body: 'area,week,usd_per_gallon\r\nUS,2026-11-09,3.485\nUS,"2026-11-16",3.522\r\nUS,soon,3\n',
      },
    }
    expect(await readFeed(world.db, 'diesel', () => now)).toEqual({ rows: 2, refused: 1 })
    answers['/diesel.csv']!.body = 'area,week,usd_per_gallon\nUS,2026-11-16,3.530\n'
    await readFeed(world.db, 'diesel', () => now + hour)
    expect(latestDiesel(world.db)).toMatchObject({ week: '2026-11-16', priceE3: 3530 })
    expect(fuelShare(world.db, now)).toEqual({ now: 3.53, usual: 3.5075 })
  })
  test('averages are asked for from where the last ones ended, late ones and twice-told ones included once', async () => {
    answers = {
      '/averages.csv': { status: 200, body: [head, row(), row({ day: '2026-11-19', average: 2290 })].join('\r\n') },
    }
    await readFeed(world.db, 'averages', () => now)
    answers['/averages.csv']!.body = [head, row(), row({ day: '2026-11-18', published: '2026-11-23T14:00:00Z' })].join(
      '\n',
    )
    await readFeed(world.db, 'averages', () => now + hour)
    expect(asked).toEqual([
      '/averages.csv?published_after=1970-01-01T00:00:00.000Z',
      '/averages.csv?published_after=2026-11-22T08:00:00.000Z',
    ])
    expect(world.db.select().from(marketAverage).all()).toHaveLength(3)
  })
  test.each([
    ['a publisher that is down', { status: 503, body: 'later' }, /answered 503/],
    ['a page in place of the figures', { status: 200, body: '"never closed\n' }, /quote/i],
  ])('%s: what was read stands, what went wrong is kept, the next reading fixes it', async (_, answer, words) => {
    answers = { '/diesel.csv': { status: 200, body: 'area,week,usd_per_gallon\nUS,2026-11-16,3.522' } }
    await readFeed(world.db, 'diesel', () => now)
    const good = answers['/diesel.csv']!
    answers = { '/diesel.csv': answer }
    expect(await readFeed(world.db, 'diesel', () => now + hour)).toHaveProperty('problem')
    expect(feedStates(world.db)[0]).toMatchObject({ name: 'diesel', problem: expect.stringMatching(words) })
    expect(latestDiesel(world.db)!.priceE3).toBe(3522)
    answers = { '/diesel.csv': good }
    await readFeed(world.db, 'diesel', () => now + 2 * hour)
    expect(feedStates(world.db)[0]!.problem).toBeNull()
  })
})

describe('the market’s averages as evidence', () => {
  const put = (daysAgo: number, over: Partial<typeof marketAverage.$inferInsert> = {}) =>
    world.db
      .insert(marketAverage)
      .values({
        day: new Date(now - daysAgo * day).toISOString().slice(0, 10),
        originPostal: '833',
        destPostal: '850',
        equipment: 'reefer',
        miles: 790,
        averageMinor: 231_000,
        count: 8,
        publishedAt: now - (daysAgo - 2) * day,
        receivedAt: now - (daysAgo - 2) * day,
        ...over,
      })
      .run()
  test('none is known before it came out, and what is long past is left', () => {
    put(3)
    put(1)
    put(200)
    expect(readPastPrices(world.db, { now }).map(({ source, bookedAt, count }) => [source, bookedAt, count])).toEqual([
      ['market', now - day, 8],
    ])
  })
  test('a model that stands takes in what comes after it, once, by the index', () => {
    for (let back = 4; back < 44; back++) put(back)
    placeRateModel(fitRates(readPastPrices(world.db, { now }), { locate: locatePrefix }), now)
    const learnt = rateModel(world.db, now + hour)!.learnt
    put(0, { publishedAt: now + 2 * hour, receivedAt: now + 2 * hour, averageMinor: 260_000 })
    expect(rateModel(world.db, now + 3 * hour)!.learnt).toBe(learnt + 1)
    expect(rateModel(world.db, now + 4 * hour)!.learnt).toBe(learnt + 1)
    expect(readNewAverages(world.db, { now: now + 3 * hour, after: now + 2 * hour })).toEqual([])
    const plan = world.db.$client
      .prepare(
        'explain query plan select day from market_average indexed by market_average_received where received_at > 1 and received_at <= 2',
      )
      .all() as { detail: string }[]
    expect(plan[0]!.detail).toContain('market_average_received')
  })
  test('the drawer’s average: by loads, by areas, for the lane’s own miles', () => {
    put(3, { averageMinor: 200_000, count: 9 })
    put(4, { averageMinor: 300_000, count: 1 })
    put(20, { averageMinor: 220_000, count: 5 })
    // Twice as far: twice the price.
    expect(
      laneAverage(world.db, { originPostal: '83301', destPostal: '85001', equipment: 'reefer', miles: 1580 }, now),
    ).toMatchObject({
      to: 'Phoenix',
      lastWeek: { averageMinor: 420_000, loads: 10, days: 2 },
      before: { averageMinor: 440_000, loads: 5 },
    })
    expect(
      laneAverage(world.db, { originPostal: '83301', destPostal: '10001', equipment: 'reefer', miles: 2000 }, now),
    ).toBeNull()
  })
})

test('fuel tables: two of one name, one in use, one that is not there', () => {
  const table = {
    name: 'House',
    baseE3: 1250,
    stepE3: 60,
    basis: 'per_mile' as const,
    addE4: 100,
    begunStepCounts: true,
  }
  const made = saveFuelTable(world.db, null, table, ines) as { id: number }
  expect(saveFuelTable(world.db, null, table, ines)).toMatchObject({ refusal: { code: 'name_taken' } })
  expect(saveFuelTable(world.db, made.id, { ...table, addE4: 200 }, ines)).toEqual({ id: made.id })
  expect(saveFuelTable(world.db, 99, { ...table, name: 'Other' }, ines)).toMatchObject({
    refusal: { code: 'no_such_table' },
  })
  expect(setCustomerPricing(world.db, 1, { rule: null, fuelTableId: made.id, showMiles: false }, ines)).toEqual({
    done: true,
  })
  expect(setCustomerPricing(world.db, 1, { rule: null, fuelTableId: 99, showMiles: false }, ines)).toMatchObject({
    refusal: { code: 'no_such_table' },
  })
  expect(listFuelTables(world.db)).toMatchObject([{ name: 'House', addE4: 200, customers: 1 }])
  expect(removeFuelTable(world.db, made.id, ines)).toMatchObject({
    refusal: { code: 'table_in_use', message: 'Snowmelt Potato Growers pay by it.' },
  })
})
