import { eq } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { PartnerForm } from '#core/tender/partner'
import { noticeStates, tenderPurposes, tenderStates } from '#core/tender/tender'
import { usualPolicy } from '#core/vetting/usual-policy'
import { receive } from '#server/exchange/receive'
import { run } from '#server/kernel/run'
import { type MapCode, mapCode } from '#server/partner/map-code'
import { createPartner, savePartner, saveSite } from '#server/partner/save'
import { partnerCode, tender, tenderNotice } from '#server/schema'
import { addPartner, fileOf, mapSampleCodes, tenderOf } from '#server/testing/partners'
import { ruth, tried } from '#server/testing/walk'
import { now, type TestWorld, testWorld } from '#server/testing/world'
import { savePolicy } from '#server/vetting/save'
import { readWaitingTenders } from './read-waiting'
import { type ServerCommand, tenderSubject } from './subject'

let world: TestWorld
beforeAll(() => {
  world = testWorld()
})
afterAll(() => world.end())

describe('every answer to a tender, from every state of notice and tender', () => {
  let tenderId: number
  let noticeId: number
  beforeAll(async () => {
    const from = addPartner(world.db)
    mapSampleCodes(world.db, from.id)
    receive(world.db, fileOf(1, tenderOf('SM1')), { partner: from, source: 'a test' }, now)
    await readWaitingTenders(world.db, () => now)
    const notice = world.db.select().from(tenderNotice).get()!
    ;[tenderId, noticeId] = [notice.tenderId, notice.id]
  })
  const steps = (): ServerCommand[] => [
    { kind: 'accept', noticeId, note: '', repId: 1 },
    { kind: 'accept', noticeId, note: 'fine', amongMany: true, repId: 1 },
    { kind: 'accept', noticeId, note: '', cancel: { carrier: 'free' }, repId: 1 },
    { kind: 'accept', noticeId, note: '', cancel: { carrier: 'bill', payMinor: 15_000, sellMinor: 20_000 }, repId: 1 },
    { kind: 'decline', noticeId, reasonCode: 'BG', note: '' },
    { kind: 'expire', noticeId },
  ]
  const states = noticeStates.flatMap((state) => tenderPurposes.map((purpose) => [state, purpose] as const))
  test.each(states)('a notice %s: %s', (state, purpose) => {
    for (const tenderState of tenderStates)
      for (const isLoad of [false, true])
        for (const step of steps())
          tried(
            world.db,
            () => {
              if (isLoad) run(world.db, tenderSubject, tenderId, steps()[0]!, ruth)
              world.db.update(tenderNotice).set({ state, purpose }).where(eq(tenderNotice.id, noticeId)).run()
              world.db.update(tender).set({ state: tenderState }).where(eq(tender.id, tenderId)).run()
            },
            () => run(world.db, tenderSubject, tenderId, step, ruth),
          )
  })
  test('and none of a tender that is not there', () => {
    for (const step of steps()) expect(run(world.db, tenderSubject, 9999, step, ruth)).toHaveProperty('refusal.code')
  })
})

describe('every command of a partner and of the vetting policy', () => {
  const done = (ran: object) => ('refusal' in ran ? ran : { done: true, events: [], results: [] }) as never
  const fresh = { name: 'Otters', theirQualifier: 'ZZ', theirId: 'OTTERS', scac: 'PLRK', customerId: null }
  test('a new one, its settings, its site and its codes', () => {
    const id = 1
    const form = (over: object): PartnerForm => {
      const delimiters = { element: '*', component: '>', segment: '~', repetition: '', lineEnd: '' as const }
      const own = world.db.$client.prepare('select * from partner where id = 1').get() as Record<string, string>
      const ids = {
        theirQualifier: 'ZZ',
        theirId: 'SNOWMELT',
        theirGroup: 'S',
        ourQualifier: 'ZZ',
        ourId: 'US',
        ourGroup: 'US',
      }
      return {
        ...ids,
        name: own.name,
        customerId: 1,
        address: 'snowmelt',
        secret: '',
        delimiters,
        ...over,
      } as PartnerForm
    }
    const to: MapCode['to'][] = [
      { is: 'nothing' },
      { is: 'customer', customerId: 1 },
      { is: 'customer', customerId: 99 },
      { is: 'facility', facilityId: 2 },
      { is: 'facility', facilityId: 99 },
      { is: 'new_facility' },
      { is: 'equipment', equipment: 'van' },
    ]
    const codeIds = world.db.select({ id: partnerCode.id }).from(partnerCode).all()
    const steps = [
      () => createPartner(world.db, { ...fresh, transport: 'folder', address: 'otters' } as never, ruth),
      () => createPartner(world.db, { ...fresh, theirId: 'SNOWMELT', transport: 'http', address: 'x' } as never, ruth),
      () => savePartner(world.db, id, form({ contactName: 'Ada' }), ruth),
      () => savePartner(world.db, id, form({ address: '../outside' }), ruth),
      () => savePartner(world.db, 99, form({}), ruth),
      () => saveSite(world.db, id, {} as never, ruth),
      ...codeIds.flatMap(({ id: codeId }) => to.map((each) => () => mapCode(world.db, { codeId, to: each }, ruth))),
      () => savePolicy(world.db, { policy: usualPolicy, note: 'as before', basedOn: 0 }, ruth),
      () => savePolicy(world.db, { policy: usualPolicy, note: 'as before', basedOn: 7 }, ruth),
    ]
    for (const step of steps)
      tried(
        world.db,
        () => {},
        () => done(step()),
      )
  })
})
