import type { Server } from 'node:http'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { saveConnection } from '#server/connection/connections'
import { testConnection } from '#server/connection/test'
import { testBoardServer } from '#server/testing/boards'
import { ines, now, type TestWorld, testWorld } from '#server/testing/world'
import { fetchReports } from './bureau'
import { creditOf, forgetWanted, freshForMs, wantedReports } from './reports'

let world: TestWorld
let server: Server
let url: string
let asks: { path: string; key: unknown }[]
let answer: [number, unknown]
const report = { mc_number: '910001', grade: 'B', days_to_pay: 34, factoring: 'buys', as_of: '2026-11-22' }

beforeEach(async () => {
  world = testWorld(0)
  forgetWanted(wantedReports(10_000))
  asks = []
  answer = [200, { reports: [report], unknown: ['910002'] }]
  const started = await testBoardServer(({ path, headers }) => {
    asks.push({ path, key: headers['x-bureau-key'] })
    return answer
  })
  ;({ server, url } = started)
  saveConnection(world.db, { kind: 'bureau', url, secret: 'our key' }, ines)
})
afterEach(() => {
  server.close()
  forgetWanted(wantedReports(10_000))
  world.end()
})

const look = (at = now) => creditOf(world.db, ['910001', '910002'], at)
const fetchAt = (at = now) => fetchReports(world.db, () => at)

describe('credit reports', () => {
  test('are asked for once somebody looks, with our key, and shown from then on', async () => {
    expect(await fetchAt()).toBe(0)
    expect([...look()]).toEqual([])
    expect(await fetchAt()).toBe(2)
    expect(asks).toEqual([{ path: '/reports?mc=910001,910002', key: 'our key' }])
    expect([...look().values()]).toEqual([
      { mc: '910001', grade: 'B', daysToPay: 34, factoring: 'yes', reportedOn: '2026-11-22' },
    ])
    // Neither the known one nor the one that the bureau does not know is asked for again today.
    expect(await fetchAt()).toBe(0)
  })
  test('are asked for again a day later; what the bureau no longer knows keeps its last report', async () => {
    look()
    await fetchAt()
    const later = now + freshForMs
    answer = [200, { reports: [] }]
    expect(look(later).get('910001')?.grade).toBe('B')
    expect(await fetchAt(later)).toBe(2)
    expect(look(later).get('910001')).toMatchObject({ grade: 'B', reportedOn: '2026-11-22' })
  })
  test('of a company that nobody asked about are not kept', async () => {
    answer = [200, { reports: [report, { ...report, mc_number: '910777' }] }]
    look()
    await fetchAt()
    expect(creditOf(world.db, ['910777'], now).size).toBe(0)
  })
  test.each<[string, [number, unknown], RegExp]>([
    ['no page of a bureau', [200, '<h1>Welcome</h1>'], /not a credit bureau/],
    ['trouble', [503, ''], /answered 503/],
    ['a key that it does not know', [401, {}], /does not accept our key/],
  ])('%s is told, and what was wanted stays wanted', async (_, answered, words) => {
    look()
    const well = answer
    answer = answered
    await expect(fetchAt()).rejects.toThrow(words)
    answer = well
    expect(await fetchAt()).toBe(2)
  })
  test('a connection is tried as it would be used', async () => {
    const tried = () => testConnection(world.db, { kind: 'bureau', url, secret: 'typed' }, 'ines@desk.example')
    expect(await tried()).toEqual({ ok: true, words: 'The bureau answers.' })
    expect(asks.at(-1)?.key).toBe('typed')
    answer = [401, {}]
    expect(await tried()).toMatchObject({ ok: false, words: expect.stringMatching(/does not accept/) })
    answer = [200, { page: 'home' }]
    expect(await tried()).toMatchObject({ ok: false })
  })
})
