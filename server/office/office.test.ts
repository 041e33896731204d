import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { flatCharge } from '#core/charge/charge'
import { issueConfirmation } from '#server/confirmation/issue'
import { openDatabase } from '#server/db.server'
import { createLoad } from '#server/load/save'
import { awardLoad } from '#server/offer/award'
import { recordOffer } from '#server/offer/offers'
import { confirmation, load } from '#server/schema'
import { testOffice } from '#server/testing/office'
import { ines, now, openLoad, type TestWorld, terms, testWorld } from '#server/testing/world'
import { officeAt, officeOf, officeVersions } from './office'
import { saveOffice } from './save'

let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

const save = (over: Partial<typeof testOffice>, basedOn = 1) =>
  saveOffice(world.db, { office: { ...testOffice, ...over }, note: 'why', basedOn }, ines)

describe('a version of the settings', () => {
  test('holds at once; those before stay readable', () => {
    expect(save({ name: 'Rook & Plover' })).toEqual({ version: 2 })
    expect(officeOf(world.db).name).toBe('Rook & Plover')
    expect(officeAt(world.db, 1)?.name).toBe('Plover & Rook Freight')
    expect(officeVersions(world.db).map(({ version, byName }) => [version, byName])).toEqual([
      [2, 'Ines Calloway'],
      [1, 'Ruth Amsel'],
    ])
  })
  test('made on an old one is refused and changes nothing', () => {
    save({ name: 'Rook & Plover' })
    expect(save({ phone: '208-555-0177' })).toMatchObject({ refusal: { code: 'changed_since' } })
    expect(officeOf(world.db).phone).toBe('208-555-0100')
  })
  test('is heard of by another connection within a second or so', async () => {
    const other = openDatabase(world.path, { durable: false })
    expect(officeOf(other).name).toBe('Plover & Rook Freight')
    save({ name: 'Rook & Plover' })
    await expect.poll(() => officeOf(other).name, { timeout: 5000 }).toBe('Rook & Plover')
    other.$client.close()
  })
})

test('a confirmation keeps the terms it was issued under; the next version has the new ones', () => {
  const loadId = openLoad(world.db)
  const offered = recordOffer(
    world.db,
    loadId,
    { carrierId: 1, payMinor: 240_000, currency: 'USD', source: 'phone', goodUntil: null, note: '' } as never,
    ines,
  )
  expect(offered).not.toHaveProperty('refusal')
  awardLoad(
    world.db,
    loadId,
    { offerId: 1, buyCharges: [flatCharge('line_haul', 240_000)], override: null, role: 'rep' },
    ines,
  )
  save({
    conditions: ['New words.'],
    name: 'Rook & Plover',
    numbers: { ...testOffice.numbers, confirmationPrefix: 'CF' },
  })
  issueConfirmation(world.db, loadId, 2, now)
  const [first, second] = world.db.select().from(confirmation).all()
  expect([first!.number, first!.terms.broker.name, first!.terms.conditions]).toEqual([
    'RC-20001-1',
    'Plover & Rook Freight',
    testOffice.conditions,
  ])
  expect([second!.number, second!.terms.broker.name, second!.terms.conditions]).toEqual([
    'CF-20001-2',
    'Rook & Plover',
    ['New words.'],
  ])
})

test('a new prefix is for new loads, and the numbers go on', () => {
  openLoad(world.db)
  save({ numbers: { ...testOffice.numbers, loadPrefix: 'HW' } })
  createLoad(
    world.db,
    { terms: terms(), open: true, acknowledged: ['no_sell_charge'], copiedFrom: null },
    { ...ines, repId: 1 },
  )
  expect(
    world.db
      .select({ number: load.number })
      .from(load)
      .orderBy(load.id)
      .all()
      .map(({ number }) => number),
  ).toEqual(['PR-20001', 'HW-20002'])
})

test('limits are proposed by the margins that are set', () => {
  save({ pricing: { margin: { percentE2: 3000, floorMinor: null, capMinor: null }, leastMarginE2: 2000 } })
  openLoad(world.db)
  const [row] = world.db.select().from(load).all()
  expect([row!.targetPayMinor! / row!.sellMinor, row!.maxPayMinor! / row!.sellMinor]).toEqual([
    expect.closeTo(0.7, 2),
    expect.closeTo(0.8, 2),
  ])
})
