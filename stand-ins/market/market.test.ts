import { type ChildProcess, spawn } from 'node:child_process'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { dieselWeeks, reportOf, reportSince } from './numbers'

const port = 4702
let market: ChildProcess
const now = Date.UTC(2026, 10, 24, 15)
const day = 86_400_000

beforeAll(async () => {
  market = spawn(process.execPath, ['--import', 'tsx', 'stand-ins/market/main.ts'], {
    env: { ...process.env, MARKET_PORT: String(port), MARKET_TROUBLE: '0' },
    stdio: 'ignore',
  })
  while (!(await fetch(`http://127.0.0.1:${port}/healthz`).catch(() => null))?.ok)
    await new Promise((resolve) => setTimeout(resolve, 50))
})
afterAll(() => void market.kill())

test('the same day is reported alike whenever it is asked for, another seed reports another', () => {
  expect(reportOf('2026-11-02', 3)).toEqual(reportOf('2026-11-02', 3))
  expect(reportOf('2026-11-02', 3)).not.toEqual(reportOf('2026-11-02', 4))
})
test('rows come out one to four days late, and none before its time', () => {
  const rows = reportOf('2026-11-02', 3)
  const late = new Set(rows.map(({ publishedAt }) => Math.floor((publishedAt - Date.UTC(2026, 10, 2)) / day)))
  expect([...late].sort()).toEqual([1, 2, 3, 4])
  expect(reportSince(0, now, 3).every(({ publishedAt }) => publishedAt <= now)).toBe(true)
})
test('most pairs are missing on a day, and some days whole', () => {
  const days = Array.from(
    { length: 120 },
    (_, back) => reportOf(new Date(now - back * day).toISOString().slice(0, 10), 3).length,
  )
  expect(days.some((rows) => rows === 0)).toBe(true)
  expect(Math.max(...days)).toBeLessThan(20 * 19 * 3 * 0.4)
})
test('a Monday’s diesel is out the day after, not before', () => {
  const monday = Date.UTC(2026, 10, 23)
  expect(dieselWeeks(monday + 12 * 3_600_000, 3).some(({ week }) => week === '2026-11-23')).toBe(false)
  expect(dieselWeeks(monday + 2 * day, 3).some(({ week, area }) => week === '2026-11-23' && area === 'US')).toBe(true)
})
test('both reports over the wire, with heads; a bad instant is reported', async () => {
  const diesel = await (await fetch(`http://127.0.0.1:${port}/diesel.csv`)).text()
  expect(diesel.split('\r\n')[0]).toBe('area,week,usd_per_gallon')
  expect(diesel).toMatch(/\r\nUS,\d{4}-\d\d-\d\d,\d\.\d{3}\r\n/)
  const since = new Date(Date.now() - 3 * day).toISOString()
  const rows = (await (await fetch(`http://127.0.0.1:${port}/averages.csv?published_after=${since}`)).text())
    .trim()
    .split('\r\n')
    .slice(1)
  expect(rows.length).toBeGreaterThan(0)
  expect(rows.every((row) => row.split(',')[1]! > since)).toBe(true)
  expect((await fetch(`http://127.0.0.1:${port}/averages.csv?published_after=noon`)).status).toBe(400)
})
