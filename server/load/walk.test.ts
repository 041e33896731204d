import { eq } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { flatCharge } from '#core/charge/charge'
import type { LoadCommand } from '#core/load/command'
import { type LoadState, loadStates } from '#core/load/load'
import { usualTerms } from '#core/posting/terms'
import { clearVerdict } from '#core/vetting/vetting'
import { run } from '#server/kernel/run'
import { confirmation, load, offer, posting } from '#server/schema'
import { openProject } from '#server/testing/bids'
import { ruth, tried } from '#server/testing/walk'
import { openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { loadSubject } from './commands'

let world: TestWorld
beforeAll(() => {
  world = testWorld()
})
afterAll(() => world.end())

describe('every command of a load, from every state', () => {
  const gate = { verdict: clearVerdict(0), override: null, mayOverride: true, bar: null }
  const agreed = { amountMinor: 200_000, currency: 'USD' as const, rateE6: null, rateDay: null }
  const price = { reason: 'because', mayExceed: true }
  const buyCharges = [flatCharge('line_haul', 200_000)]
  const commands = {
    open: { kind: 'open', problems: [] },
    withdraw: { kind: 'withdraw', reason: 'paperwork' },
    set_limits: { kind: 'set_limits', targetPayMinor: 190_000, maxPayMinor: 210_000, mayExceed: true },
    post: { kind: 'post', board: 'Saltlick' },
    unpost: { kind: 'unpost', postingId: 1 },
    record_offer: {
      kind: 'record_offer',
      carrierId: 2,
      carrierName: 'Carrier 2',
      payMinor: 205_000,
      source: 'phone',
      goodUntil: null,
      note: '',
    },
    counter_offer: { kind: 'counter_offer', offerId: 1, counterMinor: 195_000 },
    decline_offer: { kind: 'decline_offer', offerId: 1 },
    reopen_offer: { kind: 'reopen_offer', offerId: 1 },
    lapse_offers: { kind: 'lapse_offers' },
    award: { kind: 'award', offerId: 1, buyCharges, payMinor: 200_000, agreed, price, gate },
    revise: { kind: 'revise', changes: [{ field: 'Weight', from: '1', to: '2' }], carrierSeesIt: true },
    send_confirmation: { kind: 'send_confirmation', to: 'a@b.example', again: false, gate },
    accept_confirmation: { kind: 'accept_confirmation', confirmationId: 1, name: 'Ada', title: 'Owner' },
    object_to_confirmation: {
      kind: 'object_to_confirmation',
      confirmationId: 1,
      objection: 'no',
      name: 'Ada',
      text: 'truck broke down',
    },
    offer_guide: { kind: 'offer_guide', laneId: 1, candidates: [] },
    answer_guide: { kind: 'answer_guide', guideOfferId: 1, answer: 'accepted', name: 'Ada' },
    stop_guide: { kind: 'stop_guide' },
    set_posting: { kind: 'set_posting', terms: usualTerms, boards: ['Saltlick'] },
    give_to: { kind: 'give_to', from: { id: 1, name: 'Ines' }, to: { id: 2, name: 'Ruth' } },
    release: { kind: 'release', reason: 'broke down' },
    advance: { kind: 'advance', to: 'dispatched', gate },
    cancel: { kind: 'cancel', reason: 'customer' },
  } satisfies { [Kind in LoadCommand['kind']]: LoadCommand & { kind: Kind } }
  const steps: LoadCommand[] = [
    ...Object.values(commands),
    ...loadStates.map((to): LoadCommand => ({ kind: 'advance', to, gate })),
  ]
  let loadId: number
  beforeAll(() => {
    loadId = openLoad(world.db)
    run(world.db, loadSubject, loadId, { ...commands.record_offer, carrierId: 1, carrierName: 'Carrier 1' }, ruth)
    run(world.db, loadSubject, loadId, commands.post, ruth)
    openProject(world.db)
  })
  const bring = (state: LoadState) => () => {
    if (state !== 'draft' && state !== 'uncovered') {
      const offerId = world.db.select().from(offer).where(eq(offer.loadId, loadId)).get()!.id
      run(world.db, loadSubject, loadId, { ...commands.award, offerId }, ruth)
    }
    world.db.update(load).set({ state }).where(eq(load.id, loadId)).run()
  }
  test.each(loadStates)('%s', (state) => {
    const postingId = world.db.select().from(posting).get()!.id
    const offerId = world.db.select().from(offer).where(eq(offer.loadId, loadId)).get()!.id
    for (const step of steps)
      tried(world.db, bring(state), () => {
        const own = world.db.select().from(confirmation).get()?.id ?? 1
        const command = {
          ...step,
          ...('offerId' in step ? { offerId } : {}),
          ...('postingId' in step ? { postingId } : {}),
          ...('confirmationId' in step ? { confirmationId: own } : {}),
        }
        return run(world.db, loadSubject, loadId, command, ruth)
      })
  })
  test('and none of a load that is not there', () => {
    for (const step of steps) expect(run(world.db, loadSubject, 9999, step, ruth)).toHaveProperty('refusal.code')
  })
})
