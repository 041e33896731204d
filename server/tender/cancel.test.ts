import { and, eq } from 'drizzle-orm'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { flatCharge } from '#core/charge/charge'
import { plainStop } from '#core/load/stop'
import { receive } from '#server/exchange/receive'
import { awardLoad } from '#server/offer/award'
import { recordOffer } from '#server/offer/offers'
import type { Partner } from '#server/partner/partners'
import { load, offer, outbox, tenderNotice } from '#server/schema'
import { addPartner, fileOf, mapSampleCodes, tenderOf } from '#server/testing/partners'
import { ines, now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { answerTender } from './answer'
import { readTenderDetail } from './detail'
import { readWaitingTenders } from './read-waiting'

let world: TestWorld
let partner: Partner
const act = { ...ines, repId: 1 }
async function take(bytes: Buffer, at = now) {
  receive(world.db, bytes, { partner, source: 'test' }, at)
  await readWaitingTenders(world.db, () => at)
}
const notices = () => world.db.select().from(tenderNotice).all()
const states = () => notices().map(({ purpose, state }) => `${purpose} ${state}`)
const newest = () => notices().at(-1)!
const loads = () => world.db.select().from(load).all()
/** Accepts a tender and gives its load to a carrier. */
async function awarded(dispatched: boolean) {
  await take(fileOf(1, tenderOf('SM1')))
  answerTender(world.db, newest().id, { kind: 'accept', note: '' }, act)
  const loadId = loads()[0]!.id
  recordOffer(world.db, loadId, { carrierId: 1, payMinor: 200_000, source: 'phone', goodUntil: null, note: '' }, ines)
  const offerId = world.db.select().from(offer).where(eq(offer.loadId, loadId)).get()!.id
  expect(
    awardLoad(
      world.db,
      loadId,
      { offerId, buyCharges: [flatCharge('line_haul', 200_000)], override: null, role: 'rep' },
      ines,
    ),
  ).toEqual({ done: true })
  if (dispatched) world.db.update(load).set({ state: 'dispatched' }).where(eq(load.id, loadId)).run()
  await take(fileOf(2, tenderOf('SM1', { purpose: '01' })))
  return loadId
}
beforeEach(() => {
  world = testWorld()
  partner = addPartner(world.db)
  mapSampleCodes(world.db, partner.id)
})
afterEach(() => world.end())

test('a cancellation before the answer withdraws; one before a carrier has it ends the load by itself', async () => {
  await take(fileOf(1, tenderOf('SM1'), tenderOf('SM2')))
  await take(fileOf(2, tenderOf('SM1', { purpose: '01' })))
  expect(states()).toEqual(['original withdrawn', 'original open', 'cancel noted'])
  answerTender(world.db, notices()[1]!.id, { kind: 'accept', note: '' }, act)
  await take(fileOf(3, tenderOf('SM2', { purpose: '01' })))
  expect(loads()[0]!.state).toBe('cancelled')
  expect(newest()).toMatchObject({ state: 'accepted', answeredByRule: true })
})

test('a late cancellation waits for a person; a carrier not on its way is set free and told', async () => {
  const loadId = await awarded(false)
  expect(newest()).toMatchObject({ purpose: 'cancel', state: 'open' })
  expect(answerTender(world.db, newest().id, { kind: 'decline', reasonCode: 'BG', note: '' }, act)).toMatchObject({
    refusal: { code: 'cancel_stands' },
  })
  answerTender(world.db, newest().id, { kind: 'accept', note: '', cancel: { carrier: 'free' } }, act)
  expect(loads()[0]).toMatchObject({ state: 'cancelled' })
  expect(
    world.db
      .select()
      .from(outbox)
      .where(and(eq(outbox.kind, 'carrier_mail'), eq(outbox.loadId, loadId)))
      .all(),
  ).toHaveLength(1)
})

test('a carrier on its way is paid for the truck, and the customer billed, as a person says', async () => {
  await awarded(true)
  expect(answerTender(world.db, newest().id, { kind: 'accept', note: '' }, act)).toMatchObject({
    refusal: { code: 'carrier_undecided' },
  })
  answerTender(
    world.db,
    newest().id,
    { kind: 'accept', note: '', cancel: { carrier: 'bill', payMinor: 25_000, sellMinor: 30_000 } },
    act,
  )
  expect(loads()[0]).toMatchObject({ state: 'cancelled', payMinor: 25_000, sellMinor: 30_000 })
})

test('a truck of ours that is unloaded near the pickup in time is reported, with when and where', async () => {
  await take(fileOf(1, tenderOf('SM1')))
  const other = openLoad(world.db, {
    stops: [
      {
        ...plainStop,
        kind: 'pickup',
        facilityId: 2,
        earliestLocal: '2026-11-27T08:00',
        latestLocal: null,
        booking: 'first_come',
      },
      {
        ...plainStop,
        kind: 'delivery',
        facilityId: 1,
        earliestLocal: '2026-11-29T08:00',
        latestLocal: '2026-11-29T15:00',
        booking: 'first_come',
      },
    ],
  })
  const trucks = () => readTenderDetail(world.db, 1, now)!.trucks
  expect(trucks()).toEqual([])
  world.db.update(load).set({ state: 'dispatched', carrierId: 2, payMinor: 100_000 }).where(eq(load.id, other)).run()
  expect(trucks()).toMatchObject([
    { carrierId: 2, carrierName: 'Carrier 2', city: 'Twin Falls', emptyBy: Date.UTC(2026, 10, 29, 22) },
  ])
  world.db.update(load).set({ equipment: 'van' }).where(eq(load.id, other)).run()
  expect(trucks()).toEqual([])
})
