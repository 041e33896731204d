import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import type { LoadTerms } from '#core/load/load'
import { plainStop } from '#core/load/stop'
import { boardPosting } from '#core/posting/posting'
import { usualTerms } from '#core/posting/terms'
import { currentTerms } from '#server/confirmation/issue'
import { invoiceOf } from '#server/invoice/invoice'
import { readLoadPage } from '#server/load-page/read'
import { notesTell } from '#server/posting/screen'
import { customer, load } from '#server/schema'
import { ines, now, type TestWorld, terms, testWorld } from '#server/testing/world'
import { changeLoad } from './change'
import { readLoadForm } from './form'
import { usualFreightOf } from './last-load'
import { createLoad } from './save'
import { readTerms } from './terms'

let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

const request = (over: Partial<LoadTerms>, number: string | null = null) => ({
  terms: terms(over),
  number,
  open: true,
  acknowledged: ['freight_does_not_add_up'],
  copiedFrom: null,
})
const save = (over: Partial<LoadTerms>, number: string | null = null) =>
  createLoad(world.db, request(over, number), { ...ines, repId: 1 })
const idOf = (saved: ReturnType<typeof save>) => (saved as { loadId: number }).loadId

const [pickup, delivery] = terms().stops as [LoadTerms['stops'][number], LoadTerms['stops'][number]]
const detailed: Partial<LoadTerms> = {
  hazmat: true,
  unNumber: 'UN1263',
  partial: true,
  pieces: 24,
  pieceUnit: 'crate',
  pieceSizeIn: '48x40x60',
  stackable: true,
  customsBroker: 'Borderline Customs',
  customsBrokerPhone: '956-555-0110',
  dispatcherId: 2,
  repShares: [{ userId: 2, sharePercent: 40 }],
  links: [{ label: 'Portal', url: 'https://dock.example/7' }],
  stops: [
    { ...pickup, contactName: 'Dee Marsh', contactPhone: '208-555-0140', driverNote: 'Scale first' },
    {
      ...delivery,
      access: 'liftgate',
      pieces: 24,
      weightLb: 42_300,
      references: [
        { kind: 'other', name: 'Gate code', value: '4471', showOn: ['rate_confirmation'] },
        { kind: 'delivery_number', name: '', value: 'D-9', showOn: [] },
      ],
    },
  ],
}

test('everything that can be said of a load is read back the same, from its form too', () => {
  const loadId = idOf(save(detailed))
  expect(readTerms(world.db, loadId)).toEqual(terms(detailed))
  expect(readLoadForm(world.db, loadId)!.terms).toEqual(terms(detailed))
})

test('a change of a stop moves its numbers along, and is told field by field', () => {
  const loadId = idOf(save(detailed))
  const [first, second] = terms(detailed).stops as [LoadTerms['stops'][number], LoadTerms['stops'][number]]
  const changed = { ...detailed, stops: [first, { ...plainStop, ...second, access: 'dock' as const, references: [] }] }
  expect(changeLoad(world.db, loadId, request(changed), ines)).toEqual({ loadId })
  const { event } = readLoadPage(world.db, loadId, now)!.log.find(({ event: each }) => each.kind === 'terms_changed')!
  expect(event).toMatchObject({
    changes: [
      {
        field: 'Stop 2 details',
        from: 'No dock: liftgate; unloads 24 crates, 42,300 lb; Gate code 4471; Delivery number D-9',
        to: 'unloads 24 crates, 42,300 lb',
      },
    ],
  })
})

describe('who reads it', () => {
  test('a carrier is shown what a driver needs, and no number that is not for carriers', () => {
    const loadId = idOf(save(detailed))
    world.db.update(load).set({ carrierId: 1, payMinor: 248_000 }).where(eq(load.id, loadId)).run()
    const shown = currentTerms(world.db, loadId)!
    expect(shown.freight).toBe('Reefer 53 ft, 36 to 38 °F, 42,300 lb, partial, hazardous')
    expect(shown.freightDetails).toBe('24 crates, 48 x 40 x 60 in each, stackable, UN1263')
    expect(shown.stops.map(({ details }) => details)).toEqual([
      ['Ask for Dee Marsh, 208-555-0140', 'Scale first'],
      ['No dock: liftgate', 'Gate code 4471'],
    ])
    expect(JSON.stringify(shown)).not.toMatch(/D-9|Borderline|dock\.example/)
  })
  test('a note for the driver that names the customer is held back', () => {
    const [first, second] = terms().stops as [LoadTerms['stops'][number], LoadTerms['stops'][number]]
    const name = world.db.select().from(customer).get()!.name
    const loadId = idOf(save({ stops: [{ ...first, driverNote: `Ask for the ${name} shed` }, second] }))
    expect(notesTell(world.db, loadId)).not.toEqual([])
    expect(notesTell(world.db, idOf(save(detailed)))).toEqual([])
  })
  test('a board is told that it is hazardous and partial', () => {
    const row = world.db
      .select()
      .from(load)
      .where(eq(load.id, idOf(save(detailed))))
      .get()!
    const posted = boardPosting(
      { ...row, stops: [], notes: [] },
      { reference: 'R', phone: '', replyTo: '' },
      usualTerms,
    )
    expect(posted).toMatchObject({ hazmat: true, partial: true })
  })
})

describe('a payer other than the customer', () => {
  const payer = (billingMail: string | null) =>
    world.db
      .insert(customer)
      .values({ name: 'Juniper Paying Co', city: 'Boise', region: 'ID', billingMail, search: 'juniper' })
      .returning({ id: customer.id })
      .get().id
  test('gets the bill', () => {
    const loadId = idOf(save({ payerId: payer('bills@juniper.example') }))
    const invoice = invoiceOf(world.db, loadId, now)!
    expect(invoice.own.payer.billingMail).toBe('bills@juniper.example')
    expect(invoice.billTo.name).toBe('Juniper Paying Co')
  })
  test('has somebody to bill, or the load is not opened', () =>
    expect(save({ payerId: payer(null) })).toMatchObject({ problems: [{ code: 'no_payer' }] }))
})

describe('a number of its own', () => {
  const numberOf = (loadId: number) => world.db.select().from(load).where(eq(load.id, loadId)).get()!.number
  test('is kept, and is given once', () => {
    expect(numberOf(idOf(save({}, 'SNOW-7')))).toBe('SNOW-7')
    expect(save({}, 'SNOW-7')).toMatchObject({ refusal: { code: 'number_taken' } })
  })
  test('that is the next of ours is passed by', () => {
    save({}, 'PR-20002')
    expect(numberOf(idOf(save({})))).toBe('PR-20003')
  })
  test('is settled once the load is opened', () => {
    const loadId = idOf(save({}))
    expect(changeLoad(world.db, loadId, request({}, 'SNOW-8'), ines)).toMatchObject({
      refusal: { code: 'number_is_settled' },
    })
    expect(numberOf(loadId)).toBe('PR-20001')
  })
  test('can be given to a draft, and is told', () => {
    const made = createLoad(world.db, { ...request({}), open: false }, { ...ines, repId: 1 })
    changeLoad(world.db, idOf(made), { ...request({}, 'SNOW-9'), open: false }, ines)
    expect(numberOf(idOf(made))).toBe('SNOW-9')
    expect(JSON.stringify(readLoadPage(world.db, idOf(made), now)!.log)).toContain('SNOW-9')
  })
})

test('a person whom we do not have is refused, and nothing is written', () => {
  expect(save({ dispatcherId: 99 })).toMatchObject({ refusal: { code: 'no_such_person' } })
  expect(world.db.select().from(load).all()).toEqual([])
})

test('what a customer ships is proposed once each, as it was last, the latest first', () => {
  save({ commodity: 'Onions', weightLb: 40_000 })
  save({ commodity: 'Seed potatoes', weightLb: 42_000 })
  save({ commodity: 'Onions', weightLb: 41_000, pallets: 22 })
  expect(usualFreightOf(world.db, 1)).toEqual([
    { commodity: 'Onions', weightLb: 41_000, pallets: 22, equipment: 'reefer' },
    { commodity: 'Seed potatoes', weightLb: 42_000, pallets: null, equipment: 'reefer' },
  ])
  expect(usualFreightOf(world.db, 99)).toEqual([])
})
