import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { flatCharge } from '#core/charge/charge'
import { logWords } from '#core/load/log-words'
import { usualPolicy } from '#core/vetting/usual-policy'
import type { Viewer } from '#server/access/viewer'
import { actOnLoad, loadActSchema } from '#server/load-page/act'
import { readGate, readLoadPage } from '#server/load-page/read'
import { recordOffer } from '#server/offer/offers'
import { storeRecord } from '#server/register/store'
import { carrier, confirmation, event, gateAlert, load, message, outbox, policy, vettingPolicy } from '#server/schema'
import { recordFor } from '#server/testing/register-record'
import { ines as act, now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { askAwarded, awardedTo } from './alerts'
import { currentPolicy } from './policy'
import { previewPolicy } from './preview'
import { revet } from './revet'
import { savePolicy, savePolicySchema } from './save'
import { nightOrder, vetAll } from './sweep'
import { vetCarriers } from './vet'

let world: TestWorld
const ines: Viewer = { id: 1, name: 'Ines Calloway', mail: '', phone: '', role: 'rep' }
const ruth: Viewer = { ...ines, id: 2, name: 'Ruth Amsel', role: 'manager' }
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

const does = (loadId: number, input: unknown, viewer = ines, at = now) =>
  actOnLoad(world.db, loadId, loadActSchema.parse(input), viewer, at)
const cancelled = (index: number, cancelledOn: string, confirmedAt = now) =>
  storeRecord(world.db, recordFor(index, { filings: [{ ...recordFor(index).filings[0]!, cancelledOn }] }), {
    changedAt: now,
    confirmedAt,
  })
const byRuth = { now, by: { kind: 'person' as const, id: 2, name: 'Ruth Amsel' } }
const words = (loadId: number) => readLoadPage(world.db, loadId, now)!.log.map(({ event }) => logWords(event))

/** A load awarded to carrier 1 and accepted. */
function confirmed(): number {
  const loadId = openLoad(world.db)
  recordOffer(world.db, loadId, { carrierId: 1, payMinor: 248_000, source: 'phone', goodUntil: null, note: '' }, act)
  does(loadId, {
    intent: 'award',
    offerId: readLoadPage(world.db, loadId, now)!.offers[0]!.id,
    buyCharges: [flatCharge('line_haul', 248_000)],
  })
  does(loadId, { intent: 'send_confirmation', to: 'ada@carrier1.example' })
  world.db
    .update(confirmation)
    .set({ state: 'accepted', acceptedAt: now, acceptedName: 'Ada', acceptedTitle: 'Owner' })
    .run()
  return loadId
}

describe('a lapse after the award', () => {
  test('raises one alert, tells the next best, holds the dispatch, and ends when it is fixed', () => {
    const loadId = confirmed()
    cancelled(1, '2026-11-25')
    expect(awardedTo(world.db, [1, 2])).toEqual([loadId])
    expect(askAwarded(world.db, [loadId], now)).toEqual({ raised: 1, fixed: 0 })
    expect(askAwarded(world.db, [loadId], now)).toEqual({ raised: 0, fixed: 0 })
    const page = readLoadPage(world.db, loadId, now)!
    expect(page.gate.alert?.reasons).toMatchObject([
      { code: 'liability_lapses', message: 'Liability ends Tue, Nov 24, before the delivery on Thu, Nov 26' },
    ])
    expect(page.shortlist.map(({ name }) => name)).toContain('Carrier 2')
    expect(does(loadId, { intent: 'advance', to: 'dispatched' })).toMatchObject({
      refusal: {
        code: 'gate_holds',
        message: 'Vetting holds this dispatch: Liability ends Tue, Nov 24, before the delivery on Thu, Nov 26.',
      },
    })
    storeRecord(world.db, recordFor(1), { changedAt: now, confirmedAt: now })
    expect(askAwarded(world.db, [loadId], now)).toEqual({ raised: 0, fixed: 1 })
    expect(does(loadId, { intent: 'advance', to: 'dispatched' })).toEqual({ done: true })
    expect(words(loadId).slice(0, 3)).toEqual([
      'Covered to dispatched',
      'Vetting is clear again: Liability ends Tue, Nov 24, before the delivery on Thu, Nov 26 is fixed',
      'Carrier 1 would now be blocked by vetting: Liability ends Tue, Nov 24, before the delivery on Thu, Nov 26. Dispatch waits.',
    ])
  })
  test('holds a confirmation back that is sent again, and a manager’s reason there serves for the dispatch too', () => {
    const loadId = confirmed()
    world.db.update(confirmation).set({ state: 'sent', acceptedAt: null }).run()
    cancelled(1, '2026-11-25')
    askAwarded(world.db, [loadId], now)
    const again = { intent: 'send_confirmation', to: 'ada@carrier1.example', again: true }
    const mails = () => world.db.select().from(outbox).where(eq(outbox.kind, 'mail')).all().length
    const before = mails()
    expect(does(loadId, again)).toMatchObject({
      refusal: {
        code: 'gate_holds_confirmation',
        message:
          'Vetting holds this rate confirmation back: Liability ends Tue, Nov 24, before the delivery on Thu, Nov 26.',
      },
    })
    expect(does(loadId, { ...again, override: 'renewal seen' })).toMatchObject({
      refusal: { code: 'may_not_override' },
    })
    expect(mails()).toBe(before)
    expect(does(loadId, { ...again, override: 'renewal seen' }, ruth)).toEqual({ done: true })
    expect(mails()).toBe(before + 1)
    expect(readLoadPage(world.db, loadId, now)!.gate).toMatchObject({
      alert: null,
      overrides: [{ stage: 'confirmation', because: 'renewal seen', byName: 'Ruth Amsel' }],
    })
    world.db.update(confirmation).set({ state: 'accepted', acceptedAt: now }).run()
    expect(does(loadId, { intent: 'advance', to: 'dispatched' })).toEqual({ done: true })
  })
  test('a manager passes it with a reason that stays on the load, and it is not raised again for the same', () => {
    const loadId = confirmed()
    cancelled(1, '2026-11-25')
    askAwarded(world.db, [loadId], now)
    expect(does(loadId, { intent: 'advance', to: 'dispatched', override: 'renewal seen' })).toMatchObject({
      refusal: { code: 'may_not_override' },
    })
    expect(does(loadId, { intent: 'advance', to: 'dispatched', override: 'renewal seen' }, ruth)).toEqual({
      done: true,
    })
    expect(readLoadPage(world.db, loadId, now)!.gate).toMatchObject({
      alert: null,
      overrides: [{ stage: 'dispatch', because: 'renewal seen', byName: 'Ruth Amsel' }],
    })
    expect(askAwarded(world.db, [loadId], now)).toEqual({ raised: 0, fixed: 0 })
    storeRecord(world.db, recordFor(1, { authorities: [] }), { changedAt: now, confirmedAt: now })
    expect(askAwarded(world.db, [loadId], now)).toEqual({ raised: 1, fixed: 0 })
  })
  test('what nobody may go past is not passed by a manager either', () => {
    const loadId = confirmed()
    storeRecord(world.db, recordFor(1, { operating: false }), { changedAt: now, confirmedAt: now })
    expect(does(loadId, { intent: 'advance', to: 'dispatched', override: 'they said so' }, ruth)).toMatchObject({
      refusal: {
        code: 'nobody_may_override',
        message: 'The policy lets you go no further here: The register has put this carrier out of service.',
      },
    })
    expect(readGate(world.db, loadId, 1, 'manager', now)).toMatchObject({
      bar: 'The register has put this carrier out of service',
    })
  })
  test('given to another, the alert ends with it', () => {
    const loadId = confirmed()
    cancelled(1, '2026-11-25')
    askAwarded(world.db, [loadId], now)
    does(loadId, { intent: 'release', reason: 'insurance gone' })
    expect(world.db.select().from(gateAlert).all()).toMatchObject([{ endedHow: 'other_carrier' }])
  })
})

describe('what the moment tells', () => {
  const gate = (loadId: number, carrierId = 1) =>
    vetCarriers(world.db, [carrierId], world.db.select().from(load).where(eq(load.id, loadId)).get()!, now)
  test('a driver’s phone and a truck seen for another carrier', () => {
    const other = confirmed()
    does(other, {
      intent: 'advance',
      to: 'dispatched',
      driver: { name: 'Bo', phone: '(208) 555-0177', truck: 'pr 12' },
    })
    expect(world.db.select({ phone: load.driverPhone, truck: load.truckNumber }).from(load).get()).toEqual({
      phone: '2085550177',
      truck: 'PR12',
    })
    world.db.update(load).set({ carrierId: 2 }).where(eq(load.id, other)).run()
    const mine = confirmed()
    expect(
      does(mine, { intent: 'advance', to: 'dispatched', driver: { name: 'Bo', phone: '208-555-0177', truck: 'PR12' } }),
    ).toMatchObject({
      refusal: {
        code: 'gate_holds',
        message: 'Vetting holds this dispatch: The driver’s phone was seen for Carrier 2.',
      },
    })
  })
  test('a mail in a carrier’s name from a domain that looks like its own', () => {
    const loadId = openLoad(world.db)
    recordOffer(world.db, loadId, { carrierId: 1, payMinor: 248_000, source: 'mail', goodUntil: null, note: '' }, act)
    world.db
      .insert(message)
      .values({
        messageId: 'm',
        loadId,
        carrierId: 1,
        sender: 'ada@carrler1.example',
        subject: '',
        text: '',
        receivedAt: now,
        reading: 'offer',
      })
      .run()
    expect(readLoadPage(world.db, loadId, now)!.offers[0]!.verdict).toMatchObject({
      verdict: 'caution',
      reasons: [
        {
          code: 'sign_mail_looks_alike',
          message: 'They write from carrler1.example, which looks like carrier1.example in the register and is not',
        },
      ],
    })
  })
  test('trucks against loads held on the same days, and offers on more', () => {
    storeRecord(world.db, recordFor(1, { powerUnits: 1 }), { changedAt: now, confirmedAt: now })
    confirmed()
    const second = openLoad(world.db)
    expect(gate(second).get(1)!.reasons).toMatchObject([
      { code: 'too_few_units', message: 'One truck in the register and one load with us on these days already' },
    ])
    const third = openLoad(world.db)
    recordOffer(world.db, third, { carrierId: 1, payMinor: 248_000, source: 'phone', goodUntil: null, note: '' }, act)
    expect(gate(second).get(1)!.signs).toMatchObject([
      { code: 'more_offers_than_trucks', message: 'They hold or ask for 3 loads on these days and have one truck' },
    ])
  })
})

describe('every night', () => {
  test('those with loads and offers come first, and a changed standing is reported once', async () => {
    confirmed()
    world.db.update(load).set({ carrierId: 3 }).run()
    expect(nightOrder(world.db)[0]).toBe(3)
    await vetAll(world.db, now)
    expect(world.db.select({ verdict: carrier.verdict, vettedAt: carrier.vettedAt }).from(carrier).all()).toEqual(
      Array.from({ length: 3 }, () => ({ verdict: 'clear', vettedAt: now })),
    )
    cancelled(2, '2026-11-20')
    await vetAll(world.db, now + 1)
    await vetAll(world.db, now + 2)
    expect(
      world.db
        .select()
        .from(event)
        .all()
        .filter(({ kind }) => kind === 'verdict_changed'),
    ).toMatchObject([{ aggregateId: 2, at: now + 1, data: { from: 'clear', to: 'stop', policyVersion: 0 } }])
  })
  test('all at once says what one by one does', async () => {
    storeRecord(world.db, recordFor(2, { phones: ['406-555-0101'], officers: ['Ada Finch'] }), {
      changedAt: now,
      confirmedAt: now,
    })
    storeRecord(
      world.db,
      recordFor(3, {
        officers: ['ADA FINCH'],
        authorities: [
          { kind: 'common', status: 'revoked', grantedOn: '2015-01-01', revokedOn: '2026-02-01', reinstatedOn: null },
        ],
      }),
      { changedAt: now, confirmedAt: now },
    )
    await vetAll(world.db, now)
    for (const id of [1, 2, 3]) {
      const one = vetCarriers(world.db, [id], null, now).get(id)!
      expect(
        world.db
          .select({ verdict: carrier.verdict, reasons: carrier.reasons })
          .from(carrier)
          .where(eq(carrier.id, id))
          .get(),
      ).toEqual({
        verdict: one.verdict,
        reasons: one.reasons.map(({ code, severity, message: text }) => ({ code, severity, message: text })),
      })
    }
  })
})

describe('the policy', () => {
  const strict = {
    ...usualPolicy,
    rules: usualPolicy.rules.map((rule) =>
      rule.id === 'liability_low' ? { ...rule, ask: { dollars: 2_000_000 } } : rule,
    ),
  }
  test('a preview tells whom it would newly stop, and holds nothing', async () => {
    const loadId = confirmed()
    const preview = await previewPolicy(world.db, strict, now)
    expect(preview).toMatchObject({
      carriers: 3,
      before: { clear: 3, stop: 0 },
      after: { clear: 0, stop: 3 },
      newlyStoppedCount: 3,
      freedCount: 0,
      loads: [{ id: loadId, carrierName: 'Carrier 1' }],
    })
    expect(preview.newlyStopped[0]).toMatchObject({
      name: 'Carrier 1',
      why: 'Liability of $1,000,000 is below $2,000,000',
    })
    expect(currentPolicy(world.db).version).toBe(0)
  })
  test('versions follow one another, the newest holds, and a change made on an old one is refused', () => {
    const input = (basedOn: number, note = 'two million') => savePolicySchema.parse({ policy: strict, note, basedOn })
    expect(savePolicy(world.db, input(0), byRuth)).toEqual({ version: 1 })
    expect(savePolicy(world.db, input(0), byRuth)).toMatchObject({
      refusal: { code: 'changed_since' },
    })
    expect(savePolicy(world.db, input(1, 'again'), byRuth)).toEqual({ version: 2 })
    expect(vetCarriers(world.db, [1], null, now).get(1)).toMatchObject({ verdict: 'stop', policyVersion: 2 })
    expect(
      world.db.select({ version: vettingPolicy.version, byName: vettingPolicy.byName }).from(vettingPolicy).all(),
    ).toEqual([
      { version: 1, byName: 'Ruth Amsel' },
      { version: 2, byName: 'Ruth Amsel' },
    ])
  })
  test.each<[string, object]>([
    ['a threshold out of its bounds', { rules: [{ ...usualPolicy.rules[5], ask: { days: 0 } }] }],
    ['a threshold missing', { rules: [{ ...usualPolicy.rules[5], ask: {} }] }],
    ['two rules of one name', { rules: [usualPolicy.rules[0], usualPolicy.rules[0]] }],
    ['a rule of no kind', { rules: [{ ...usualPolicy.rules[0], kind: 'horoscope' }] }],
  ])('%s is refused', (_, over) =>
    expect(
      savePolicySchema.safeParse({ policy: { ...usualPolicy, ...over }, note: 'why not', basedOn: 0 }).success,
    ).toBe(false),
  )
  test('the award’s log says by which version it was passed', () => {
    savePolicy(world.db, savePolicySchema.parse({ policy: usualPolicy, note: 'as it is', basedOn: 0 }), byRuth)
    const loadId = confirmed()
    expect(
      readLoadPage(world.db, loadId, now)!.log.find(({ event }) => event.kind === 'load_awarded')?.event,
    ).toMatchObject({ policyVersion: 1, override: null })
  })
})

test('a renewed certificate is taken in at once, on the carrier and on its load', () => {
  const loadId = confirmed()
  world.db.update(policy).set({ expiresOn: '2026-11-25' }).where(eq(policy.carrierId, 1)).run()
  revet(world.db, [1], now)
  expect(readLoadPage(world.db, loadId, now)!.gate.alert).not.toBeNull()
  world.db.update(policy).set({ expiresOn: '2027-11-25' }).where(eq(policy.carrierId, 1)).run()
  revet(world.db, [1], now)
  expect(readLoadPage(world.db, loadId, now)!.gate.alert).toBeNull()
})
