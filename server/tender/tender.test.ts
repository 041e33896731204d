import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { receive } from '#server/exchange/receive'
import { readTerms } from '#server/load/terms'
import { mapCode } from '#server/partner/map-code'
import type { Partner } from '#server/partner/partners'
import { event, exchange, load, outbox, partnerCode, reference, tender, tenderNotice } from '#server/schema'
import { addPartner, fileOf, mapSampleCodes, sentTexts, tenderOf } from '#server/testing/partners'
import { ines, now, type TestWorld, testWorld } from '#server/testing/world'
import { answerTender } from './answer'
import { readTenderDetail } from './detail'
import { expireTenders, warnOfTenders } from './expire'
import { readIntake } from './intake'
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
const answers = () =>
  sentTexts(world.db)
    .filter((text) => text.includes('*990*'))
    .map((text) => /B1\*[^~]+/.exec(text)![0])
beforeEach(() => {
  world = testWorld()
  partner = addPartner(world.db)
  mapSampleCodes(world.db, partner.id)
})
afterEach(() => world.end())

test('a tender becomes a notice with its lane, miles, drive and clock', async () => {
  await take(fileOf(1, tenderOf('SM1')))
  const { rows } = readIntake(world.db, now)
  expect(rows).toHaveLength(1)
  expect(rows[0]).toMatchObject({
    shipmentId: 'SM1',
    origin: 'Twin Falls ID',
    dest: 'Phoenix AZ',
    equipment: 'reefer',
    chargeMinor: 288_000,
    unknownCodes: 0,
    lateMs: 0,
  })
  // 14:30 Mountain time.
  expect(rows[0]!.respondBy).toBe(Date.UTC(2026, 10, 27, 21, 30))
  expect(rows[0]!.miles).toBeGreaterThan(600)
})

test('accepting makes the load with its numbers, windows and charge, opens it, and sends one 990', async () => {
  await take(fileOf(1, tenderOf('SM1')))
  const outcome = answerTender(world.db, newest().id, { kind: 'accept', note: '' }, act)
  expect(outcome).toMatchObject({ done: true, remark: null })
  const [made] = loads()
  expect(made).toMatchObject({
    state: 'uncovered',
    customerId: 1,
    equipment: 'reefer',
    weightLb: 42_300,
    tempMinF: 36,
    tempMaxF: 36,
    sellMinor: 288_000,
    practice: false,
  })
  expect(readTerms(world.db, made!.id)!.stops).toMatchObject([
    { kind: 'pickup', facilityId: 1, earliestLocal: '2026-11-30T08:00', latestLocal: '2026-11-30T11:00' },
    { kind: 'delivery', facilityId: 2, earliestLocal: '2026-12-01T08:00', latestLocal: '2026-12-02T16:00' },
  ])
  const numbers = world.db.select().from(reference).where(eq(reference.loadId, made!.id)).all()
  expect(numbers.find(({ value }) => value === 'SM1')!.showOn).toEqual(['rate_confirmation', 'invoice'])
  expect(numbers.find(({ kind }) => kind === 'purchase_order')).toMatchObject({ value: 'PO5518', showOn: ['invoice'] })
  expect(answers()).toEqual(['B1*PLRK*SM1*20261123*A'])
  expect(
    world.db
      .select()
      .from(event)
      .all()
      .map(({ kind }) => kind),
  ).toContain('tender_accepted')
  expect(world.db.select().from(outbox).where(eq(outbox.kind, 'exchange')).all()).toHaveLength(2)
})

test('a second answer is refused and sends nothing', async () => {
  await take(fileOf(1, tenderOf('SM1')))
  const id = newest().id
  answerTender(world.db, id, { kind: 'accept', note: '' }, act)
  expect(answerTender(world.db, id, { kind: 'accept', note: '' }, act)).toMatchObject({
    refusal: { code: 'already_accepted', message: 'SM1 is accepted already, by Ines Calloway.' },
  })
  expect(answerTender(world.db, id, { kind: 'decline', reasonCode: 'T3', note: '' }, act)).toMatchObject({
    refusal: { code: 'already_accepted' },
  })
  expect(loads()).toHaveLength(1)
  expect(answers()).toHaveLength(1)
})

test('declining tells the standard’s reason', async () => {
  await take(fileOf(1, tenderOf('SM1')))
  answerTender(world.db, newest().id, { kind: 'decline', reasonCode: 'T7', note: 'A day later we could' }, act)
  const text = sentTexts(world.db).at(-1)!
  expect(text).toContain('B1*PLRK*SM1*20261123*D~')
  expect(text).toContain('K1*T7 Not enough time to deliver*A day later we could~')
  expect(newest()).toMatchObject({ state: 'declined', reasonCode: 'T7', answeredBy: 'Ines Calloway' })
  expect(loads()).toHaveLength(0)
})

test('a code seen for the first time has to be mapped once; from then on it maps by itself', async () => {
  world.db.delete(partnerCode).where(eq(partnerCode.code, 'H9')).run()
  await take(fileOf(1, tenderOf('SM1')))
  expect(answerTender(world.db, newest().id, { kind: 'accept', note: '' }, act)).toMatchObject({
    refusal: { code: 'codes_not_mapped', message: 'Say first what H9 is with us.' },
  })
  const [code] = readTenderDetail(world.db, newest().id, now)!.codes
  expect(code).toMatchObject({
    kind: 'location',
    code: 'H9',
    proposals: [
      { id: 2, words: 'Harrow DC, 9 Mesa St, Phoenix AZ', why: expect.stringMatching(/^same name, \d+\.\d mi away$/) },
    ],
  })
  expect(mapCode(world.db, { codeId: code!.id, to: { is: 'facility', facilityId: 2 } }, ines)).toEqual({ done: true })
  expect(answerTender(world.db, newest().id, { kind: 'accept', note: '' }, act)).toMatchObject({ done: true })
  await take(fileOf(2, tenderOf('SM2')))
  expect(readIntake(world.db, now).rows[0]!.unknownCodes).toBe(0)
  expect(answerTender(world.db, newest().id, { kind: 'accept', note: '' }, act)).toMatchObject({ done: true })
})

test('a new facility can be made as the partner says', async () => {
  world.db.delete(partnerCode).where(eq(partnerCode.code, 'S4')).run()
  await take(fileOf(1, tenderOf('SM1')))
  const [code] = readTenderDetail(world.db, newest().id, now)!.codes
  mapCode(world.db, { codeId: code!.id, to: { is: 'new_facility' } }, ines)
  answerTender(world.db, newest().id, { kind: 'accept', note: '' }, act)
  const pickup = readTerms(world.db, loads()[0]!.id)!.stops[0]!
  expect(pickup.facilityId).toBeGreaterThan(2)
  expect(world.db.select().from(partnerCode).where(eq(partnerCode.code, 'S4')).get()).toMatchObject({
    facilityId: pickup.facilityId,
    mappedBy: 'Ines Calloway',
  })
})

test('a change before the answer takes the offer’s place; one after it waits, and changes the load when it is accepted', async () => {
  await take(fileOf(1, tenderOf('SM1')))
  await take(fileOf(2, tenderOf('SM1', { purpose: '04', charge: '295000' })))
  expect(states()).toEqual(['original overtaken', 'change open'])
  answerTender(world.db, newest().id, { kind: 'accept', note: '' }, act)
  expect(loads()[0]!.sellMinor).toBe(295_000)
  await take(fileOf(3, tenderOf('SM1', { purpose: '04', charge: '301000', pickup: ['1000', '1300'] })))
  const { change } = readTenderDetail(world.db, newest().id, now)!
  expect(
    change!.lines.filter(({ changed }) => changed).map(({ what, before, after }) => [what, before, after]),
  ).toEqual([
    ['Charge', '2950.00 USD', '3010.00 USD'],
    ['Stop 1, when', 'Mon, Nov 30, 8:00 am to 11:00 am', 'Mon, Nov 30, 10:00 am to 1:00 pm'],
  ])
  answerTender(world.db, newest().id, { kind: 'accept', note: '' }, act)
  expect(loads()).toHaveLength(1)
  expect(loads()[0]).toMatchObject({ sellMinor: 301_000 })
  expect(readTerms(world.db, loads()[0]!.id)!.stops[0]!.earliestLocal).toBe('2026-11-30T10:00')
  expect(answers()).toEqual(['B1*PLRK*SM1*20261123*A', 'B1*PLRK*SM1*20261123*A'])
})

test('declining a change leaves the load as it was', async () => {
  await take(fileOf(1, tenderOf('SM1')))
  answerTender(world.db, newest().id, { kind: 'accept', note: '' }, act)
  await take(fileOf(2, tenderOf('SM1', { purpose: '04', charge: '100000' })))
  answerTender(world.db, newest().id, { kind: 'decline', reasonCode: 'BG', note: '' }, act)
  expect(loads()[0]).toMatchObject({ sellMinor: 288_000, state: 'uncovered' })
  expect(world.db.select().from(tender).get()!.state).toBe('accepted')
})

test('what is older than the last word changes nothing', async () => {
  await take(fileOf(2, tenderOf('SM1', { purpose: '04', charge: '295000' })))
  await take(fileOf(1, tenderOf('SM1')))
  expect(states()).toEqual(['change open', 'original overtaken'])
  expect(notices()[0]!.remark).toBe('Came as a change: its original has not come')
  answerTender(world.db, notices()[0]!.id, { kind: 'accept', note: '' }, act)
  expect(loads()[0]!.sellMinor).toBe(295_000)
})

test('an offer and its change in one file: the later one stands', async () => {
  await take(fileOf(1, tenderOf('SM1'), tenderOf('SM1', { purpose: '04', charge: '295000' })))
  expect(states()).toEqual(['original overtaken', 'change open'])
})

test('an interchange received twice is answered twice and acted on once; the same original under another number is known', async () => {
  const file = fileOf(1, tenderOf('SM1'))
  await take(file)
  await take(file)
  await take(fileOf(2, tenderOf('SM1')))
  expect(states()).toEqual(['original open', 'original noted'])
  expect(sentTexts(world.db).filter((text) => text.includes('*997*'))).toHaveLength(3)
  expect(
    world.db
      .select({ state: exchange.state })
      .from(exchange)
      .where(eq(exchange.direction, 'in'))
      .all()
      .map(({ state }) => state),
  ).toEqual(['read', 'repeat', 'read'])
})

test.each([
  ['lapse', 'lapsed', 0],
  ['decline', 'declined', 1],
  ['keep', 'open', 0],
] as const)('when the clock runs out, %s', async (onExpiry, state, sent) => {
  world.db.run(`update partner set on_expiry = '${onExpiry}'`)
  await take(fileOf(1, tenderOf('SM1', { respondBy: '202611231400' })))
  const due = newest().respondBy
  expect(warnOfTenders(world.db, due - 30 * 60_000)).toBe(0)
  expect(warnOfTenders(world.db, due - 10 * 60_000)).toBe(1)
  expect(expireTenders(world.db, due - 1)).toBe(0)
  expireTenders(world.db, due)
  expect(newest().state).toBe(state)
  expect(answers()).toHaveLength(sent)
})

test('a tender that cannot be driven in time is kept as a draft when it is accepted', async () => {
  const tight = tenderOf('SM1').map((segment) =>
    segment[0] === 'G62' && (segment[1] === '53' || segment[1] === '54')
      ? segment.with(2, '20261130').with(4, '1400')
      : segment,
  )
  await take(fileOf(1, tight))
  expect(readIntake(world.db, now).rows[0]!.lateMs).toBeGreaterThan(0)
  expect(answerTender(world.db, newest().id, { kind: 'accept', note: '' }, act)).toMatchObject({
    done: true,
    remark: expect.stringContaining('Kept as a draft: Cannot legally be there in time'),
  })
  expect(loads()[0]!.state).toBe('draft')
})

test('a test partner’s tenders become practice loads', async () => {
  const file = fileOf(1, tenderOf('SM1'))
    .toString('latin1')
    .replace(/(\*0\*)P(\*>)/, '$1T$2')
  await take(Buffer.from(file, 'latin1'))
  expect(newest().practice).toBe(true)
  answerTender(world.db, newest().id, { kind: 'accept', note: '' }, act)
  expect(loads()[0]!.practice).toBe(true)
})
