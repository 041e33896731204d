import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { inspect } from '#core/x12/inspect'
import { noteStopEvent, type StopEventForm } from '#server/check-call/note'
import { receive } from '#server/exchange/receive'
import { carryOut } from '#server/load/commands'
import { findPartner } from '#server/partner/partners'
import { customer, customerContact, exchangeDocument, load, outbox, stopEvent } from '#server/schema'
import { joinPartner } from '#server/tender/join'
import { readWaitingTenders } from '#server/tender/read-waiting'
import { addPartner, fileOf, mapSampleCodes, sentTexts, tenderOf } from '#server/testing/partners'
import { ines, now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { billLoad } from './bill'

let world: TestWorld
let loadId: number
// The truck is loaded on Tuesday and unloaded on Thursday; the office has Friday.
const friday = now + 4 * 86_400_000
const later = { ...ines, now: friday }

beforeEach(() => {
  world = testWorld()
  mapSampleCodes(world.db, addPartner(world.db).id)
  loadId = openLoad(world.db)
})
afterEach(() => world.end())

const standing = (state: 'dispatched' | 'delivered' | 'paperwork_in') =>
  world.db.update(load).set({ state, truckNumber: 'T118' }).where(eq(load.id, loadId)).run()
const state = () => world.db.select({ state: load.state }).from(load).where(eq(load.id, loadId)).get()!.state
const join = () => joinPartner(world.db, loadId, { partnerId: 1, shipmentId: 'PH7781' }, ines)
const event = (over: Partial<StopEventForm>): StopEventForm => ({
  sequence: 1,
  kind: 'arrived',
  atLocal: '2026-11-24T07:40',
  reasonCode: null,
  note: '',
  sure: false,
  ...over,
})
const segment = (text: string, id: string) => new RegExp(`${id}\\*[^~]+`).exec(text)?.[0]

test('a check call becomes a 214 by the partner’s codes, and moves the load along', () => {
  standing('dispatched')
  join()
  expect(noteStopEvent(world.db, loadId, event({}), later)).toEqual({ done: true })
  noteStopEvent(world.db, loadId, event({ kind: 'departed', atLocal: '2026-11-24T09:10' }), later)
  expect(state()).toBe('in_transit')
  noteStopEvent(
    world.db,
    loadId,
    event({ sequence: 2, kind: 'delayed', atLocal: '2026-11-26T13:00', reasonCode: 'AO' }),
    later,
  )
  noteStopEvent(world.db, loadId, event({ sequence: 2, kind: 'appointment', atLocal: '2026-11-26T14:00' }), later)
  noteStopEvent(world.db, loadId, event({ sequence: 2, atLocal: '2026-11-26T12:50' }), later)
  noteStopEvent(world.db, loadId, event({ sequence: 2, kind: 'departed', atLocal: '2026-11-26T15:00' }), later)
  expect(state()).toBe('delivered')
  const sent = sentTexts(world.db)
  expect(sent.map((text) => segment(text, 'AT7'))).toEqual([
    'AT7*X3*NS***20261124*0740*LT',
    'AT7*AF*NS***20261124*0910*LT',
    'AT7*SD*AO***20261126*1300*LT',
    'AT7***AB*NS*20261126*1400*LT',
    'AT7*X1*NS***20261126*1250*LT',
    'AT7*D1*NS***20261126*1500*LT',
  ])
  expect(segment(sent[0]!, 'B10')).toMatch(/^B10\*PR-2\d+\*PH7781\*PLRK$/)
  for (const text of sent)
    expect(inspect(text)[0]!.groups[0]).toMatchObject({
      type: 'QM',
      faults: [],
      transactions: [{ type: '214', verdict: 'A', faults: [] }],
    })
})

test('an event the partner has no code for is noted and not sent; a load that reports to nobody tells nobody', () => {
  standing('dispatched')
  noteStopEvent(world.db, loadId, event({}), later)
  expect(sentTexts(world.db)).toEqual([])
  join()
  world.db.run(`update partner set status_codes = json_set(status_codes, '$.departed_pickup', '')`)
  noteStopEvent(world.db, loadId, event({ kind: 'departed', atLocal: '2026-11-24T09:10' }), later)
  expect(sentTexts(world.db)).toEqual([])
  expect(world.db.select().from(stopEvent).all()).toHaveLength(2)
})

test.each([
  ['in_the_future', event({ atLocal: '2026-12-24T07:40' })],
  ['no_such_stop', event({ sequence: 3 })],
  ['no_reason', event({ kind: 'delayed' })],
  ['before_arrival', event({ kind: 'departed', atLocal: '2026-11-24T06:00' })],
] as const)('%s is refused, and nothing is written', (code, wrong) => {
  standing('dispatched')
  noteStopEvent(world.db, loadId, event({}), later)
  expect(noteStopEvent(world.db, loadId, wrong, later)).toMatchObject({ refusal: { code } })
  expect(world.db.select().from(stopEvent).all()).toHaveLength(1)
})

test('a load without a truck has nothing to tell', () => {
  expect(noteStopEvent(world.db, loadId, event({}), later)).toMatchObject({ refusal: { code: 'not_moving' } })
})

test('what is missing for the invoice is named, and nothing is sent', () => {
  standing('delivered')
  join()
  expect(billLoad(world.db, loadId, later)).toMatchObject({
    refusal: {
      code: 'not_ready_to_bill',
      message: expect.stringMatching(
        /missing: when it was delivered: note the arrival at the last stop; the town of who pays; the signed proof of delivery: mark the paperwork in\.$/,
      ),
    },
  })
  expect(state()).toBe('delivered')
  expect(sentTexts(world.db)).toEqual([])
})

test('ready to bill: the 210 adds up, stands on its references, and goes once', async () => {
  standing('paperwork_in')
  join()
  world.db
    .insert(stopEvent)
    .values({
      loadId,
      sequence: 2,
      kind: 'arrived',
      atLocal: '2026-11-26T12:50',
      byName: 'Ines Calloway',
      noted: friday,
    })
    .run()
  // Who pays is known from another tender of theirs.
  receive(world.db, fileOf(1, tenderOf('SM1')), { partner: findPartner(world.db, 1), source: 'test' }, now)
  await readWaitingTenders(world.db, () => now)
  expect(billLoad(world.db, loadId, later)).toEqual({ done: true })
  expect(state()).toBe('invoiced')
  const text = sentTexts(world.db).at(-1)
  expect(inspect(text!)[0]!.groups[0]).toMatchObject({
    type: 'IM',
    faults: [],
    transactions: [{ type: '210', verdict: 'A', faults: [] }],
  })
  expect(segment(text!, 'B3')).toMatch(/^B3\*\*PR-2\d+\*PH7781\*PP\*L\*20261127\*288000\*\*20261126\*035\*PLRK$/)
  expect(segment(text!, 'N1')).toBe('N1*BT*Snowmelt Potato Growers*93*SNOW01')
  expect(text).toContain('N1*SH*Shed 4*93*S4~')
  expect(segment(text!, 'L3')).toBe('L3*42300*G***288000')
  expect(text).not.toContain('PU1')
  expect(billLoad(world.db, loadId, later)).toMatchObject({ refusal: { code: 'impossible_step' } })
  expect(world.db.select().from(exchangeDocument).where(eq(exchangeDocument.kind, '210')).all()).toHaveLength(1)
})

test('a load that reports to nobody is simply invoiced', () => {
  standing('paperwork_in')
  expect(billLoad(world.db, loadId, later)).toEqual({ done: true })
  expect(state()).toBe('invoiced')
})

test('a number that another load of ours has with the partner is refused', () => {
  join()
  const other = openLoad(world.db)
  expect(joinPartner(world.db, other, { partnerId: 1, shipmentId: 'PH7781' }, ines)).toMatchObject({
    refusal: { code: 'number_taken' },
  })
  carryOut(world.db, loadId, { kind: 'cancel', reason: 'no longer wanted' }, ines)
  expect(joinPartner(world.db, other, { partnerId: 1, shipmentId: 'PH7781' }, ines)).toEqual({ done: true })
})

test('a practice load is joined to a test partner only', () => {
  const practice = openLoad(world.db, { practice: true })
  expect(joinPartner(world.db, practice, { partnerId: 1, shipmentId: 'PH9' }, ines)).toMatchObject({
    refusal: { code: 'practice_stays_inside' },
  })
  world.db.run(`update partner set usage = 'T'`)
  expect(joinPartner(world.db, practice, { partnerId: 1, shipmentId: 'PH9' }, ines)).toEqual({ done: true })
})

test('an invoice by email goes to who pays and to the contacts there who receive invoices', () => {
  const contact = { role: '', phone: '', receives: ['invoices' as const] }
  world.db
    .insert(customerContact)
    .values([
      { ...contact, customerId: 1, name: 'Ana', mail: 'ana@x.example' },
      { ...contact, customerId: 1, name: 'Bo', mail: 'bo@x.example', receives: ['quotes'] },
    ])
    .run()
  standing('paperwork_in')
  expect(billLoad(world.db, loadId, later)).toEqual({ done: true })
  const sent = world.db.select().from(outbox).where(eq(outbox.kind, 'invoice_mail')).get()!
  const { billingMail } = world.db.select({ billingMail: customer.billingMail }).from(customer).get()!
  expect(sent.payload).toEqual({ to: `${billingMail}, ana@x.example` })
})
