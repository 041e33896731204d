import { afterEach, beforeEach, expect, test } from 'vitest'
import { receive } from '#server/exchange/receive'
import type { Partner } from '#server/partner/partners'
import { addPartner, fileOf, mapSampleCodes, tenderOf } from '#server/testing/partners'
import { ines, now, type TestWorld, testWorld } from '#server/testing/world'
import { answerTender } from './answer'
import { findTenders } from './find'
import { readWaitingTenders } from './read-waiting'

let world: TestWorld
let partner: Partner
beforeEach(async () => {
  world = testWorld()
  partner = addPartner(world.db)
  mapSampleCodes(world.db, partner.id)
  const file = fileOf(1, tenderOf('SM4401'), tenderOf('SM4402'), tenderOf('XK9'))
  receive(world.db, file, { partner, source: 'test' }, now)
  await readWaitingTenders(world.db, () => now)
})
afterEach(() => world.end())

test('a tender is found by how its number begins, with the notice that waits or the load it became', () => {
  const found = findTenders(world.db, 'sm44')
  expect(found.map(({ shipmentId }) => shipmentId)).toEqual(['SM4402', 'SM4401'])
  expect(found[0]).toMatchObject({ partnerName: partner.name, state: 'offered', loadId: null })
  answerTender(world.db, found[0]!.waitingNoticeId!, { kind: 'accept', note: '' }, { ...ines, repId: 1 })
  expect(findTenders(world.db, 'SM4402')).toMatchObject([
    { state: 'accepted', waitingNoticeId: null, loadId: expect.any(Number) },
  ])
})

test.each(['', 'sm', 'm44', 'salt lake', '4401'])('%j finds none', (typed) =>
  expect(findTenders(world.db, typed)).toEqual([]),
)

test('it is found by its index, however many there are', () => {
  const plan = world.db.$client
    .prepare("explain query plan select id from tender where shipment_id >= 'SM' and shipment_id < 'SM\uffff'")
    .all() as { detail: string }[]
  expect(plan.map(({ detail }) => detail).join()).toContain('tender_number')
})
