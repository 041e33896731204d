import { afterEach, beforeEach, expect, test } from 'vitest'
import { flatCharge } from '#core/charge/charge'
import { hour } from '#core/time/local'
import { carryOut } from '#server/load/commands'
import { awardLoad } from '#server/offer/award'
import { recordOffer } from '#server/offer/offers'
import { storeRecord } from '#server/register/store'
import { recordFor } from '#server/testing/register-record'
import { ines, now, openLoad, type TestWorld, terms, testWorld } from '#server/testing/world'
import { askAwarded } from '#server/vetting/alerts'
import { readHorizon } from './read'

let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

const pickingUp = (earliestLocal: string, over = {}) =>
  openLoad(world.db, {
    stops: [
      { ...terms().stops[0]!, earliestLocal, latestLocal: null },
      { ...terms().stops[1]!, earliestLocal: '2026-11-28T08:00', latestLocal: null },
    ],
    ...over,
  })
const rows = (at = now) => readHorizon(world.db, at).loads
const offer = (loadId: number, carrierId: number, payMinor: number) =>
  recordOffer(world.db, loadId, { carrierId, payMinor, source: 'phone', goodUntil: null, note: '' }, ines)

test('an empty desk has an empty horizon', () =>
  expect(readHorizon(world.db, now)).toEqual({ loads: [], today: { covered: 0, marginMinor: 0, sellMinor: 0 } }))

test('the most pressing comes first, not the first made', () => {
  const far = pickingUp('2026-11-26T08:00')
  const soon = pickingUp('2026-11-23T16:00')
  expect(rows().map((row) => row.id)).toEqual([soon, far])
  expect(rows().map((row) => row.urgency)).toEqual(['act', 'clear'])
})

test('each load says its next step as things happen to it', () => {
  const loadId = pickingUp('2026-11-26T08:00')
  const step = () => rows()[0]!.step.words
  expect(step()).toBe('Post it')
  carryOut(world.db, loadId, { kind: 'set_limits', targetPayMinor: 220_000, maxPayMinor: 250_000 }, ines)
  carryOut(world.db, loadId, { kind: 'post', board: 'Saltlick' }, ines)
  expect(step()).toBe('Posted, wait for offers')
  offer(loadId, 1, 260_000)
  expect(step()).toBe('Counter Carrier 1 at 2,500')
  offer(loadId, 2, 215_000)
  expect(step()).toBe('Take 2,150 from Carrier 2')
  awardLoad(
    world.db,
    loadId,
    { offerId: 2, buyCharges: [flatCharge('line_haul', 215_000)], override: null, role: 'rep' },
    ines,
  )
  expect(step()).toBe('Send the confirmation to Carrier 2')
  carryOut(world.db, loadId, { kind: 'send_confirmation', to: 'a@b.example', again: false }, ines)
  expect(step()).toBe('Carrier 2 has not accepted yet')
  carryOut(world.db, loadId, { kind: 'accept_confirmation', confirmationId: 1, name: 'Ada', title: 'Owner' }, ines)
  expect(step()).toBe('Confirmed by Carrier 2')
  const calm = rows()[0]!.pressure
  storeRecord(world.db, recordFor(2, { operating: false }), { changedAt: now, confirmedAt: now })
  askAwarded(world.db, [loadId], now)
  expect(step()).toBe('Vetting blocks Carrier 2: cover again')
  expect(rows()[0]!.pressure).toBeGreaterThan(calm)
  storeRecord(world.db, recordFor(2), { changedAt: now, confirmedAt: now })
  askAwarded(world.db, [loadId], now)
  expect(step()).toBe('Confirmed by Carrier 2')
})

test('today’s numbers count from the desk’s midnight, and leave practice out', () => {
  for (const practice of [false, true]) {
    const loadId = pickingUp('2026-11-26T08:00', { practice })
    offer(loadId, 1, 248_000)
    const offerId = rows().find((row) => row.id === loadId) ? loadId : 0
    awardLoad(
      world.db,
      loadId,
      { offerId, buyCharges: [flatCharge('line_haul', 248_000)], override: null, role: 'rep' },
      ines,
    )
  }
  expect(readHorizon(world.db, now).today).toEqual({ covered: 1, marginMinor: 40_000, sellMinor: 288_000 })
  expect(readHorizon(world.db, now + 12 * hour).today.covered).toBe(0)
})

test('cancelled, delivered and long confirmed loads leave the horizon', () => {
  const [cancelled, confirmed] = [pickingUp('2026-11-26T08:00'), pickingUp('2026-11-24T08:00')]
  carryOut(world.db, cancelled!, { kind: 'cancel', reason: 'customer' }, ines)
  offer(confirmed!, 1, 248_000)
  awardLoad(
    world.db,
    confirmed!,
    { offerId: 1, buyCharges: [flatCharge('line_haul', 248_000)], override: null, role: 'rep' },
    ines,
  )
  carryOut(world.db, confirmed!, { kind: 'accept_confirmation', confirmationId: 1, name: 'Ada', title: 'Owner' }, ines)
  expect(rows().map((row) => row.id)).toEqual([confirmed])
  expect(rows(now + 48 * hour)).toEqual([])
})
