import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { cellOf } from '#core/place/place'
import { day } from '#core/time/local'
import { findShortlist } from '#server/match/shortlist'
import { load } from '#server/schema'
import { now, type TestWorld, testWorld, twinFallsToPhoenix } from '#server/testing/world'
import { findRateBand } from './band'

const lane = twinFallsToPhoenix
const query = { ...lane, equipment: 'reefer' as const, miles: 800 }
let world: TestWorld
let number = 0
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

function past(payMinor: number, over: Partial<typeof load.$inferInsert> = {}): void {
  const coveredAt = now - 10 * day
  world.db
    .insert(load)
    .values({
      ...lane,
      number: `PAST-${++number}`,
      state: 'paid',
      customerId: 1,
      equipment: 'reefer',
      commodity: 'x',
      weightLb: 1,
      miles: 800,
      hours: 15,
      pickupAt: coveredAt,
      pickupBy: coveredAt,
      deliverBy: coveredAt,
      carrierId: 1,
      payMinor,
      coveredAt,
      createdAt: coveredAt,
      repId: 1,
      deliveredOnTime: true,
      ...over,
    })
    .run()
}

describe('the band from the database', () => {
  test('sees the same lane, not another equipment, not practice, not the future', () => {
    for (const pay of [200_000, 210_000, 220_000, 230_000, 240_000]) past(pay)
    past(900_000, { equipment: 'van' })
    past(600_000, { practice: true })
    past(600_000, { coveredAt: now + day })
    expect(findRateBand(world.db, query, now)).toMatchObject({ basis: 'lane', comparables: 5, middleMinor: 220_000 })
  })
  test('borrows from a town a square away, and from the region beyond', () => {
    const nearby = {
      originPostal: '83201',
      originLat: 42.9,
      originLon: -113.6,
      originCell: cellOf({ lat: 42.9, lon: -113.6 }),
    }
    for (const pay of [200_000, 210_000, 220_000, 230_000]) past(pay, nearby)
    expect(findRateBand(world.db, query, now)).toMatchObject({ basis: 'area', comparables: 4 })
    const wide = { ...query, originLat: 45.4, originLon: -113.6, originPostal: '59700' }
    expect(findRateBand(world.db, wide, now)).toMatchObject({ basis: 'region' })
  })
  test('nothing near is null', () => expect(findRateBand(world.db, query, now)).toBeNull())
  test('a lane is looked up by its index, its newest runs picked without reading whole rows', () => {
    const plan = world.db.$client
      .prepare(
        "explain query plan select id from load indexed by load_lane where pay_minor is not null and practice = 0 and equipment = 'van' and origin_cell in (1, 2) and dest_cell in (1, 2) and covered_at < 5 order by covered_at desc limit 9",
      )
      .all() as { detail: string }[]
    expect(plan[0]!.detail).toContain(
      'COVERING INDEX load_lane (equipment=? AND origin_cell=? AND dest_cell=? AND covered_at<?)',
    )
  })
})

describe('the shortlist from the database', () => {
  const find = () =>
    findShortlist(
      world.db,
      {
        ...query,
        id: null,
        customerId: 1,
        commodity: 'Seed potatoes',
        hazmat: false,
        pickupAt: now + 3_600_000,
        bandLowMinor: null,
        deliverBy: now + day,
        destZone: 'America/Phoenix',
        freightValueMinor: null,
      },
      now,
    )
  test('runners come before neighbours, each with what was paid, when, and whether we may', () => {
    past(215_000, { carrierId: 2 })
    past(225_000, { carrierId: 2, coveredAt: now - 2 * day })
    const list = find()
    expect(list[0]).toMatchObject({
      name: 'Carrier 2',
      paidMinor: 225_000,
      paidAt: now - 2 * day,
      verdict: { verdict: 'clear' },
    })
    expect(list[0]!.why[0]).toBe('2 times here, last 48 h ago'.replace('48 h', '2 d'))
    expect(list.slice(1).map((entry) => entry.why)).toEqual([['based in Jerome ID'], ['based in Jerome ID']])
  })
  test('a neighbour without the truck is not called', () => {
    world.db.$client.prepare(`update carrier set equipment = '["flatbed"]'`).run()
    expect(find()).toEqual([])
  })
})
