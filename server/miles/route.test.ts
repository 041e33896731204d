import { afterEach, beforeEach, expect, test } from 'vitest'
import { readHowFar } from '#core/place/how-far'
import { now, type TestWorld, testWorld } from '#server/testing/world'
import { howFar } from './how-far'
import { legBetween, routeOver, shorterOrder, waysOver } from './route'

const boise = { lat: 43.6135, lon: -116.2034 }
const saltLake = { lat: 40.7608, lon: -111.891 }
const twinFalls = { lat: 42.563, lon: -114.461 }
const denver = { lat: 39.739, lon: -104.985 }
const honolulu = { lat: 21.307, lon: -157.858 }

let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

test('a route adds up its legs and has a line on the map for each', () => {
  const route = routeOver([boise, twinFalls, saltLake])
  expect(route.miles).toBeCloseTo(route.legs[0]!.miles + route.legs[1]!.miles, 6)
  expect(route.legs.every((leg) => leg.byRoad)).toBe(true)
  expect(waysOver([boise, twinFalls, saltLake]).map((way) => way.line.length > 3)).toEqual([true, true])
  expect(waysOver([boise, twinFalls])[0]!.roads.map((road) => road.road)).toContain('I-84')
})

test('where no road leads the straight line stands, and is said to be no road', () => {
  const leg = legBetween(boise, honolulu)
  expect(leg.byRoad).toBe(false)
  expect(leg.miles).toBeGreaterThan(2500)
  expect(waysOver([boise, honolulu])[0]!.roads).toEqual([])
})

test('a better order of the stops between is found and reported with what it saves', () => {
  const shorter = shorterOrder([boise, saltLake, twinFalls, denver])!
  expect(shorter.order).toEqual([0, 2, 1, 3])
  expect(shorter.savedMiles).toBeGreaterThan(200)
  expect(shorterOrder([boise, twinFalls, saltLake, denver])).toBeNull()
  expect(shorterOrder([boise, denver])).toBeNull()
})

test('how far: miles, hours with rests and as a team, the roads, the shortest way', () => {
  const answer = howFar(world.db, readHowFar('boise to twin falls to salt lake')!, now)
  if ('refusal' in answer) throw new Error(answer.refusal.message)
  expect(answer.places.map((place) => place.city)).toEqual(['Boise', 'Twin Falls', 'Salt Lake City'])
  expect(answer.miles).toBeGreaterThan(330)
  expect(answer.miles).toBeLessThan(365)
  expect(answer.shortest).toBeLessThanOrEqual(answer.miles)
  expect(answer.single).toBeGreaterThanOrEqual(answer.hours)
  expect(answer.team).toBeCloseTo(answer.hours * 1.1, 6)
  expect(answer.roads[0]!.road).toBe('I-84')
})

test.each([
  ['boise to qqqqqq', 'unknown_place'],
  ['boise to honolulu', 'no_route'],
])('%s is refused: %s', (typed, code) =>
  expect(howFar(world.db, readHowFar(typed)!, now)).toHaveProperty('refusal.code', code),
)
