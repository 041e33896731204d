import { and, eq } from 'drizzle-orm'
import { afterEach, beforeEach, expect, test } from 'vitest'
import type { AnswerRule } from '#core/tender/answer-rules'
import { receive } from '#server/exchange/receive'
import { mapCode } from '#server/partner/map-code'
import type { Partner } from '#server/partner/partners'
import { answeringRule, customer, event, partnerCode, tenderNotice } from '#server/schema'
import { addPartner, fileOf, mapSampleCodes, sentTexts, tenderOf } from '#server/testing/partners'
import { ines, now, type TestWorld, testWorld } from '#server/testing/world'
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
const newest = () => notices().at(-1)!
const answers = () =>
  sentTexts(world.db)
    .filter((text) => text.includes('*990*'))
    .map((text) => /B1\*[^~]+/.exec(text)![0])
const rule: AnswerRule = {
  name: 'West, good margin',
  verdict: 'accept',
  reasonCode: null,
  lanes: [{ from: 'ID', to: '' }],
  equipment: [],
  minDays: null,
  maxDays: null,
  driving: 'feasible',
  margin: null,
  week: { is: 'below', count: 1 },
  hold: 'any',
}
const addRule = (over: Partial<AnswerRule> = {}) =>
  world.db
    .insert(answeringRule)
    .values({
      customerId: 1,
      position: 1,
      rule: { ...rule, ...over },
      on: true,
      madeBy: 'Ruth Amsel',
      madeAt: 0,
      triedAt: 0,
    })
    .run()
beforeEach(() => {
  world = testWorld()
  partner = addPartner(world.db)
  mapSampleCodes(world.db, partner.id)
})
afterEach(() => world.end())

test('a rule answers by itself under its name, and stops at the week’s volume', async () => {
  addRule()
  await take(fileOf(1, tenderOf('SM1'), tenderOf('SM2')))
  expect(notices().map(({ state, answeredBy, answeredByRule }) => [state, answeredBy, answeredByRule])).toEqual([
    ['accepted', 'West, good margin', true],
    ['open', null, false],
  ])
  expect(answers()).toEqual(['B1*PLRK*SM1*20261123*A'])
  expect(
    world.db
      .select()
      .from(event)
      .where(and(eq(event.aggregate, 'load'), eq(event.kind, 'tender_accepted')))
      .get(),
  ).toMatchObject({
    actorKind: 'rule',
    actorName: 'West, good margin',
  })
})

test('a code held for a facility far from where the tender says is reported, no rule accepts it, and it can be reported again', async () => {
  world.db.update(partnerCode).set({ facilityId: 2 }).where(eq(partnerCode.code, 'S4')).run()
  addRule({ week: null })
  await take(fileOf(1, tenderOf('SM1')))
  expect(newest()).toMatchObject({
    state: 'open',
    remark: '“West, good margin” would accept it, but a facility of ours is not where it says',
  })
  expect(answerTender(world.db, newest().id, { kind: 'accept', note: '', amongMany: true }, act)).toMatchObject({
    refusal: { code: 'facility_elsewhere', message: expect.stringContaining('accept it alone') },
  })
  const [misplaced, ...more] = readTenderDetail(world.db, newest().id, now)!.misplacedCodes
  expect(more).toEqual([])
  expect(misplaced!.words).toMatch(/^S4 is Harrow DC in Phoenix, AZ with us; the tender says Twin Falls, ID$/)
  mapCode(world.db, { codeId: misplaced!.codeId, to: { is: 'nothing' } }, ines)
  const detail = readTenderDetail(world.db, newest().id, now)!
  expect([detail.misplacedCodes, detail.codes.map(({ code }) => code)]).toEqual([[], ['S4']])
  mapCode(world.db, { codeId: misplaced!.codeId, to: { is: 'facility', facilityId: 1 } }, ines)
  await take(fileOf(2, tenderOf('SM2')))
  expect(newest()).toMatchObject({ state: 'accepted' })
})

test('a rule accepts nothing for a customer on hold, nor with a new code: it is handed over and says why', async () => {
  addRule({ week: null })
  world.db.update(customer).set({ hold: 'bills are late' }).where(eq(customer.id, 1)).run()
  await take(fileOf(1, tenderOf('SM1')))
  world.db.update(customer).set({ hold: null }).where(eq(customer.id, 1)).run()
  world.db.update(partnerCode).set({ equipment: null }).where(eq(partnerCode.code, 'RT')).run()
  await take(fileOf(2, tenderOf('SM2')))
  expect(notices().map(({ state, remark }) => [state, remark])).toEqual([
    ['open', '“West, good margin” would accept it, but the customer is on hold'],
    ['open', '“West, good margin” would accept it, but a code is new'],
  ])
})
