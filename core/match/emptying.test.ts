import { describe, expect, test } from 'vitest'
import { type EmptyingTruck, longestTruckWait, nearTrucks } from './emptying'

const hour = 3_600_000
const boise = { lat: 43.61, lon: -116.2 }
const opens = Date.UTC(2026, 10, 28, 15)
const pickup = { ...boise, opens, closes: opens + 3 * hour }
const truck = (over: Partial<EmptyingTruck> = {}): EmptyingTruck => ({
  carrierId: 1,
  carrierName: 'Wandering Elk Haulage',
  loadId: 1,
  loadNumber: 'PR-20001',
  city: 'Nampa',
  region: 'ID',
  zone: 'America/Boise',
  lat: 43.54,
  lon: -116.56,
  emptyBy: opens - 4 * hour,
  ...over,
})
const found = (...trucks: EmptyingTruck[]) => nearTrucks(pickup, trucks).map(({ loadNumber }) => loadNumber)

describe('trucks that will be empty near a pickup', () => {
  test.each([
    ['unloaded four hours before', {}, true],
    ['just in time to roll there', { emptyBy: pickup.closes - hour }, true],
    ['unloaded as the pickup closes, some miles off', { emptyBy: pickup.closes }, false],
    ['unloaded the day before yesterday', { emptyBy: opens - longestTruckWait - 1 }, false],
    ['in Twin Falls, a hundred miles and more', { lat: 42.56, lon: -114.46 }, true],
    ['in Salt Lake City, too far', { lat: 40.76, lon: -111.89 }, false],
  ])('%s', (_, over, is) => expect(found(truck(over))).toEqual(is ? ['PR-20001'] : []))

  test('the nearest first, each carrier once, three at most', () => {
    const at = (lat: number, carrierId: number, loadNumber: string) =>
      truck({ lat, lon: boise.lon, carrierId, loadNumber })
    expect(
      found(
        at(44.4, 1, 'far'),
        at(43.7, 2, 'near'),
        at(43.8, 2, 'same carrier'),
        at(44, 3, 'middle'),
        at(44.5, 4, 'farthest'),
      ),
    ).toEqual(['near', 'middle', 'far'])
  })
})
