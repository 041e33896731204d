import { expect, test } from 'vitest'
import { dayActs, laneActs, placeActs } from './typed-acts'

const today = '2026-11-30'

test.each([
  ['dec 3', '/loads?since=2026-12-03&until=2026-12-03'],
  ['tomorrow', '/loads?since=2026-12-01&until=2026-12-01'],
  ['next monday', '/loads?since=2026-12-07&until=2026-12-07'],
])('%s is a day', (typed, to) => expect(dayActs(typed, today)[0]?.to).toBe(to))

test.each(['', '26012', 'mo', 'montana', 'snowmelt', 'dec'])('%s is none', (typed) =>
  expect(dayActs(typed, today)).toEqual([]),
)

const place = (city: string, region: string) => ({ city, region }) as never
const answer = { places: [place('Twin Falls', 'ID'), place('Phoenix', 'AZ')], rates: [] } as never

test('a lane leads to its loads and to a new one, to those who may', () => {
  expect(laneActs(answer, true).map(({ to }) => to)).toEqual([
    '/loads?q=Twin%20Falls%20to%20Phoenix',
    '/loads/new?from=Twin+Falls+ID&to=Phoenix+AZ',
  ])
  expect(laneActs(answer, false)).toHaveLength(1)
  expect(laneActs({ refusal: { code: 'no_route', message: '' }, rates: [] } as never, true)).toEqual([])
})

test('a bare place leads to the loads there, its facilities and a new load from it', () => {
  expect(placeActs('twin falls, id', true).map(({ to }) => to)).toEqual([
    '/loads?near=Twin%20Falls%20ID',
    '/loads?nearTo=Twin%20Falls%20ID',
    '/facilities?q=twin%20falls',
    '/loads/new?from=Twin%20Falls%20ID',
  ])
  expect(placeActs('boise ID', false)).toHaveLength(3)
})

test.each(['boise', 'prairie otter', 'id', 'night heron zz', 'PR-26012', 'boise to laredo tx'])(
  '%s is no bare place',
  (typed) => expect(placeActs(typed, true).filter(({ to }) => to.includes('near='))).toEqual([]),
)
