import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { receive } from '#server/exchange/receive'
import type { Partner } from '#server/partner/partners'
import { tender, tenderNotice } from '#server/schema'
import { addPartner, fileOf, mapSampleCodes, tenderOf } from '#server/testing/partners'
import { ines, now, type TestWorld, testWorld } from '#server/testing/world'
import { answerTender } from './answer'
import { readWaitingTenders } from './read-waiting'

let world: TestWorld
let partner: Partner

beforeEach(() => {
  world = testWorld()
  partner = addPartner(world.db)
  mapSampleCodes(world.db, partner.id)
})
afterEach(() => world.end())

const purposes = { original: '00', cancel: '01', change: '04', confirmation: '06' } as const
/** What may happen to one shipment: the customer says something, or we answer the newest that waits. */
type Step = keyof typeof purposes | 'original at another price' | 'accept' | 'decline'

const notices = () => world.db.select().from(tenderNotice).all()

async function take(steps: Step[]) {
  for (const [at, step] of steps.entries()) {
    if (step === 'accept' || step === 'decline') {
      const open = notices().findLast(({ state }) => state === 'open')!
      answerTender(
        world.db,
        open.id,
        step === 'accept' ? { kind: 'accept', note: '' } : { kind: 'decline', reasonCode: 'BG', note: '' },
        { ...ines, repId: 1 },
      )
      continue
    }
    const set =
      step === 'original at another price'
        ? tenderOf('SM1', { charge: '311000' })
        : tenderOf('SM1', { purpose: purposes[step] })
    receive(world.db, fileOf(at + 1, set), { partner, source: 'test' }, now + at)
    await readWaitingTenders(world.db, () => now + at)
  }
  const { state, remark } = notices().at(-1)!
  return { tender: world.db.select({ state: tender.state }).from(tender).get()!.state, notice: state, remark }
}

describe('what is said of a shipment, after what was said before', () => {
  test.each([
    // Nobody tendered it.
    [['original'], 'offered', 'open', null],
    [['change'], 'offered', 'open', 'Came as a change: its original has not come'],
    [['cancel'], 'withdrawn', 'noted', 'Cancels what was never tendered here'],
    [['confirmation'], 'offered', 'noted', 'Confirms what was never tendered here'],
    // Nobody has answered it.
    [['original', 'original'], 'offered', 'noted', 'The same as before, word for word'],
    [['original', 'original at another price'], 'offered', 'open', 'Tendered again with other terms'],
    [['original', 'change'], 'offered', 'open', 'Changed by the customer'],
    [['original', 'cancel'], 'withdrawn', 'noted', 'Cancelled before it was answered'],
    [['original', 'confirmation'], 'offered', 'noted', 'The customer confirms'],
    // We accepted it.
    [['original', 'accept', 'change'], 'accepted', 'open', 'Changes what we accepted'],
    [['original', 'accept', 'original'], 'accepted', 'noted', 'The same as before, word for word'],
    [
      ['original', 'accept', 'original at another price'],
      'accepted',
      'open',
      'Tendered again with other terms after we accepted: answered as a change',
    ],
    [['original', 'accept', 'confirmation'], 'accepted', 'noted', 'The customer confirms'],
    // It was over.
    [['original', 'cancel', 'change'], 'withdrawn', 'noted', 'Changes what the customer cancelled'],
    [['original', 'cancel', 'cancel'], 'withdrawn', 'noted', 'Cancels what was over already'],
    [['original', 'decline', 'cancel'], 'declined', 'noted', 'Cancels what was over already'],
    [['original', 'decline', 'change'], 'offered', 'open', 'Changed by the customer'],
    [['original', 'decline', 'original'], 'offered', 'open', 'Tendered again'],
    [['original', 'cancel', 'original'], 'offered', 'open', 'Tendered again'],
  ] as const)('%s', async (steps, state, notice, remark) => {
    expect(await take([...steps])).toEqual({ tender: state, notice, remark })
  })
})

test('what takes an offer’s place closes it, what only repeats it does not', async () => {
  await take(['original', 'original', 'original at another price'])
  expect(notices().map(({ state }) => state)).toEqual(['overtaken', 'noted', 'open'])
  expect(notices()[0]!.remark).toBe('A later one took its place')
})

test('a cancellation says why the offer is gone', async () => {
  await take(['original', 'cancel'])
  expect(notices()[0]).toMatchObject({ state: 'withdrawn', remark: 'Cancelled by the customer before it was answered' })
})
