import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { flatCharge } from '#core/charge/charge'
import { createLink } from '#server/access/signed-link'
import { customerSubject } from '#server/customer/subject'
import { run } from '#server/kernel/run'
import { carryOut } from '#server/load/commands'
import { readLoadPage } from '#server/load-page/read'
import { awardLoad } from '#server/offer/award'
import { recordOffer } from '#server/offer/offers'
import { documentByLink, readByLink } from '#server/outside/confirmation-link'
import { customer, document, event, load } from '#server/schema'
import { ines, now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { attachDocument, changeDocument, documentsOf, readDocument, removeDocument } from './documents'

let world: TestWorld
let loadId: number
beforeEach(() => {
  world = testWorld()
  loadId = openLoad(world.db)
})
afterEach(() => world.end())

const pdf = (words = 'x') => Buffer.from(`%PDF-1.7\n${words}`)
const attach = (
  words: string,
  readers: ('carrier' | 'customer')[] = [],
  owner: Parameters<typeof documentsOf>[1] = { loadId },
) => attachDocument(world.db, owner, { name: `${words}.pdf`, content: pdf(words) }, { kind: 'other', readers }, ines)
const names = (owner: Parameters<typeof documentsOf>[1] = { loadId }, reader: 'carrier' | 'customer' | null = null) =>
  documentsOf(world.db, owner, reader).map(({ fileName }) => fileName)

describe('a document', () => {
  test('is kept with its load, shown on its page and told in its log', async () => {
    expect(await attach('one', ['customer'])).toEqual({ done: true })
    const page = readLoadPage(world.db, loadId, now)!
    expect(page.documents).toMatchObject([{ fileName: 'one.pdf', receivedFrom: 'Ines Calloway', receivedAt: now }])
    expect(page.documents[0]).not.toHaveProperty('storedAs')
    expect(page.log[0]!.event).toMatchObject({ kind: 'document_attached', fileName: 'one.pdf' })
    expect((await readDocument(world.db, page.documents[0]!.id))!.content).toEqual(pdf('one'))
  })
  test('is refused where it is none, is there already, or belongs to nothing; nothing is written', async () => {
    await attach('one')
    expect(await attach('one')).toMatchObject({ refusal: { code: 'attached_already' } })
    expect(await attach('two', [], { loadId: 999 })).toMatchObject({ refusal: { code: 'no_such_load' } })
    expect(await attach('two', [], { customerId: 999 })).toMatchObject({ refusal: { code: 'no_such_customer' } })
    const page = { name: 'a.pdf', content: Buffer.from('<html>') }
    expect(await attachDocument(world.db, { loadId }, page, { kind: 'other', readers: [] }, ines)).toMatchObject({
      refusal: { code: 'wrong_type' },
    })
    expect(world.db.select().from(document).all()).toHaveLength(1)
  })
  test('goes to whom it is said to go, and is gone once removed', async () => {
    await attach('ours')
    await attach('theirs', ['carrier'])
    expect([names(), names({ loadId }, 'carrier'), names({ loadId }, 'customer')]).toEqual([
      ['theirs.pdf', 'ours.pdf'],
      ['theirs.pdf'],
      [],
    ])
    const [theirs] = documentsOf(world.db, { loadId })
    expect(changeDocument(world.db, { loadId }, theirs!.id, { kind: 'photo', readers: ['customer'] }, ines)).toEqual({
      done: true,
    })
    expect(names({ loadId }, 'customer')).toEqual(['theirs.pdf'])
    // Another load's document cannot be reached by its number.
    const other = openLoad(world.db)
    expect(removeDocument(world.db, { loadId: other }, theirs!.id, ines)).toMatchObject({
      refusal: { code: 'no_such_document' },
    })
    removeDocument(world.db, { loadId }, theirs!.id, ines)
    expect(names()).toEqual(['ours.pdf'])
  })
  test('is added after delivery too', async () => {
    world.db.update(load).set({ state: 'delivered' }).where(eq(load.id, loadId)).run()
    expect(await attach('pod', ['customer'])).toEqual({ done: true })
  })
})

test('a carrier reads from its link what goes to carriers, and nothing else', async () => {
  recordOffer(world.db, loadId, { carrierId: 1, payMinor: 210_000, source: 'phone', goodUntil: null, note: '' }, ines)
  const buyCharges = [flatCharge('line_haul', 210_000)]
  expect(awardLoad(world.db, loadId, { offerId: 1, buyCharges, override: null, role: 'rep' }, ines)).toHaveProperty(
    'done',
  )
  await attach('ours')
  await attach('theirs', ['carrier'])
  const [theirs, ours] = documentsOf(world.db, { loadId })
  const token = createLink(world.db, 1, now)
  expect(readByLink(world.db, token, now)).toMatchObject({ documents: [{ fileName: 'theirs.pdf' }] })
  expect(await documentByLink(world.db, token, theirs!.id, now)).toMatchObject({ fileName: 'theirs.pdf' })
  expect(await documentByLink(world.db, token, ours!.id, now)).toMatchObject({ refusal: { code: 'no_such_document' } })
  expect(await documentByLink(world.db, `${token}x`, theirs!.id, now)).toMatchObject({ refusal: { code: 'altered' } })
  // What is void shows nothing any more.
  carryOut(world.db, loadId, { kind: 'release', reason: 'fell through' }, ines)
  expect(await documentByLink(world.db, token, theirs!.id, now)).toHaveProperty('refusal')
})

test('double customers put together keep each document once', async () => {
  const other = world.db
    .insert(customer)
    .values({ name: 'Snowmelt II', city: 'Boise', region: 'ID', search: 'snowmelt ii' })
    .returning({ id: customer.id })
    .get().id
  await attach('same', [], { customerId: 1 })
  await attach('same', [], { customerId: other })
  await attach('own', [], { customerId: other })
  world.db.update(load).set({ payerId: other }).where(eq(load.id, loadId)).run()
  const merge = { kind: 'merge' as const, otherId: other, other: { name: 'Snowmelt II', loads: 0 }, isSame: false }
  expect(run(world.db, customerSubject, 1, merge, ines)).toHaveProperty('done')
  expect(names({ customerId: 1 })).toEqual(['own.pdf', 'same.pdf'])
  expect(world.db.select({ payerId: load.payerId }).from(load).get()).toEqual({ payerId: 1 })
  expect(world.db.select().from(event).where(eq(event.aggregate, 'customer')).all().length).toBeGreaterThan(0)
})
