import { describe, expect, test } from 'vitest'
import { day } from '../time/local'
import { type Candidate, type Run, shortlist } from './shortlist'

const now = Date.UTC(2026, 10, 23)
const pickup = { lat: 42.56, lon: -114.46 }
const candidate = (carrierId: number, over: Partial<Candidate> = {}): Candidate => ({
  carrierId,
  name: `Carrier ${carrierId}`,
  home: { lat: 30, lon: -90, city: 'Slidell', region: 'LA' },
  equipmentMatches: true,
  truck: null,
  ...over,
})
const run = (carrierId: number, over: Partial<Run> = {}): Run => ({
  carrierId,
  sameLane: true,
  originCity: 'Jerome',
  destCity: 'Mesa',
  payMinor: 235_000,
  deliveredOnTime: true,
  bookedAt: now - 9 * day,
  ...over,
})

describe('shortlist', () => {
  test('who ran it often comes before who ran it once, with what we paid last', () => {
    const list = shortlist(
      pickup,
      [candidate(1), candidate(2)],
      [run(1), run(2), run(2, { payMinor: 229_000, bookedAt: now - 3 * day })],
      now,
    )
    expect(list.map((entry) => entry.carrierId)).toEqual([2, 1])
    expect(list[0]).toMatchObject({ paidMinor: 229_000, why: ['2 times here, last 3 d ago'] })
  })
  test('a run nearby counts, but less', () => {
    const list = shortlist(pickup, [candidate(1), candidate(2)], [run(1, { sameLane: false }), run(2)], now)
    expect(list.map((entry) => entry.carrierId)).toEqual([2, 1])
    expect(list[1]!.why[0]).toBe('once nearby: Jerome to Mesa')
  })
  test('no reason, no place on the list', () => expect(shortlist(pickup, [candidate(1)], [], now)).toEqual([]))
  test('living near the pickup is a reason', () => {
    expect(
      shortlist(pickup, [candidate(1, { home: { lat: 42.7, lon: -114.5, city: 'Jerome', region: 'ID' } })], [], now)[0]!
        .why,
    ).toEqual(['based in Jerome ID'])
  })
  test('late deliveries push a carrier down', () => {
    const late = Array.from({ length: 6 }, () => run(1, { deliveredOnTime: false }))
    const good = Array.from({ length: 6 }, () => run(2))
    const list = shortlist(pickup, [candidate(1), candidate(2)], [...late, ...good], now)
    expect(list.map((entry) => entry.carrierId)).toEqual([2, 1])
    expect(list[1]!.why).toContain('on time 0 of 6')
  })
  test('old runs fade', () => {
    const list = shortlist(pickup, [candidate(1), candidate(2)], [run(1, { bookedAt: now - 500 * day }), run(2)], now)
    expect(list[0]!.carrierId).toBe(2)
  })
})
