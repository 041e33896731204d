import { asc, eq } from 'drizzle-orm'
import fc from 'fast-check'
import { expect, test } from 'vitest'
import { flatCharge } from '#core/charge/charge'
import type { LoadState } from '#core/load/load'
import { logWords } from '#core/load/log-words'
import { readLoadPage } from '#server/load-page/read'
import { awardLoad, changePay } from '#server/offer/award'
import { lapseOffers, recordOffer } from '#server/offer/offers'
import { confirmation, load, offer, outbox, posting } from '#server/schema'
import { ines, now, openLoad, type TestWorld, terms, testWorld } from '#server/testing/world'
import { changeLoad } from './change'
import { carryOut } from './commands'

/** What people, carriers and time may do to a load, in any order. */
type Step =
  | { do: 'offer'; carrier: number; pay: number; minutes: number | null }
  | { do: 'counter' | 'decline' | 'award'; offer: number }
  | { do: 'post' | 'unpost' | 'send' | 'accept' | 'release' | 'cancel' | 'wait' }
  | { do: 'pay'; pay: number }
  | { do: 'weight'; pounds: number }
  | { do: 'advance'; to: LoadState }

const step: fc.Arbitrary<Step> = fc.oneof(
  {
    weight: 4,
    arbitrary: fc.record({
      do: fc.constant('offer' as const),
      carrier: fc.integer({ min: 1, max: 3 }),
      pay: fc.integer({ min: 1000, max: 3000 }),
      minutes: fc.option(fc.integer({ min: 1, max: 50 })),
    }),
  },
  {
    weight: 4,
    arbitrary: fc.record({
      do: fc.constantFrom('counter' as const, 'decline' as const, 'award' as const),
      offer: fc.integer({ min: 1, max: 6 }),
    }),
  },
  {
    weight: 6,
    arbitrary: fc.record({
      do: fc.constantFrom(
        'post' as const,
        'unpost' as const,
        'send' as const,
        'accept' as const,
        'release' as const,
        'wait' as const,
      ),
    }),
  },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('cancel' as const) }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('pay' as const), pay: fc.integer({ min: 0, max: 3000 }) }) },
  {
    weight: 2,
    arbitrary: fc.record({ do: fc.constant('weight' as const), pounds: fc.integer({ min: 30_000, max: 30_003 }) }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      do: fc.constant('advance' as const),
      to: fc.constantFrom<LoadState>(
        'covered',
        'dispatched',
        'in_transit',
        'delivered',
        'paperwork_in',
        'invoiced',
        'paid',
      ),
    }),
  },
)

function take({ db }: TestWorld, loadId: number, each: Step, at: number): unknown {
  const act = { ...ines, now: at }
  const newest = () =>
    db.select({ id: confirmation.id }).from(confirmation).where(eq(confirmation.loadId, loadId)).all().at(-1)?.id ?? 1
  switch (each.do) {
    case 'offer':
      return recordOffer(
        db,
        loadId,
        {
          carrierId: each.carrier,
          payMinor: each.pay * 100,
          source: 'phone',
          goodUntil: each.minutes === null ? null : at + each.minutes * 60_000,
          note: '',
        },
        act,
      )
    case 'counter':
      return carryOut(db, loadId, { kind: 'counter_offer', offerId: each.offer, counterMinor: 90_000 }, act)
    case 'decline':
      return carryOut(db, loadId, { kind: 'decline_offer', offerId: each.offer }, act)
    case 'award':
      return awardLoad(
        db,
        loadId,
        { offerId: each.offer, buyCharges: [flatCharge('line_haul', 150_000)], override: null, role: 'rep' },
        act,
      )
    case 'post':
      return carryOut(db, loadId, { kind: 'post', board: 'Saltlick' }, act)
    case 'unpost':
      return carryOut(db, loadId, { kind: 'unpost', postingId: 1 }, act)
    case 'send':
      return carryOut(db, loadId, { kind: 'send_confirmation', to: 'a@b.example', again: false }, act)
    case 'accept':
      return carryOut(
        db,
        loadId,
        { kind: 'accept_confirmation', confirmationId: newest(), name: 'Ada', title: 'Owner' },
        act,
      )
    case 'release':
      return carryOut(db, loadId, { kind: 'release', reason: 'broke down' }, act)
    case 'cancel':
      return carryOut(db, loadId, { kind: 'cancel', reason: 'customer' }, act)
    case 'wait':
      return lapseOffers(db, at)
    case 'pay':
      return changePay(
        db,
        loadId,
        { buyCharges: [flatCharge('line_haul', each.pay * 100)], role: 'manager', priceReason: 'agreed so' },
        act,
      )
    case 'weight':
      return changeLoad(
        db,
        loadId,
        { terms: terms({ weightLb: each.pounds }), open: true, acknowledged: [], copiedFrom: null },
        act,
      )
    case 'advance':
      return carryOut(db, loadId, { kind: 'advance', to: each.to }, act)
  }
}

/** What must hold of a load after every step, whatever came before. */
function holds({ db }: TestWorld, loadId: number, at: number): void {
  const row = db.select().from(load).where(eq(load.id, loadId)).get()!
  const offers = db.select().from(offer).all()
  const confirmations = db.select().from(confirmation).orderBy(asc(confirmation.version)).all()
  const standing = confirmations.filter((each) => each.state !== 'void')
  const awarded = offers.filter((each) => each.state === 'awarded')
  const held = ['covered', 'dispatched', 'in_transit', 'delivered', 'paperwork_in', 'invoiced', 'paid'].includes(
    row.state,
  )

  expect(awarded.length).toBeLessThanOrEqual(1)
  if (held) {
    expect(awarded[0]?.carrierId).toBe(row.carrierId)
    expect(standing).toHaveLength(1)
    expect(standing[0]!.terms.totalMinor).toBe(row.payMinor)
    expect(standing[0]!.terms.freight).toContain(row.weightLb.toLocaleString('en-US'))
  } else {
    expect(standing).toEqual([])
  }
  if (row.state === 'uncovered') expect([row.carrierId, awarded.length]).toEqual([null, 0])
  else expect(offers.filter((each) => each.state === 'open')).toEqual([])
  expect(confirmations.map((each) => each.version)).toEqual(confirmations.map((_, index) => index + 1))
  const out = db
    .select()
    .from(posting)
    .all()
    .filter((each) => each.state === 'asked' || each.state === 'up')
  expect(out.length).toBeLessThanOrEqual(row.state === 'uncovered' ? 1 : 0)

  // The log tells the same story as the tables.
  const page = readLoadPage(db, loadId, at)!
  const events = page.log.map((line) => line.event)
  const last = events.find((event) => event.kind === 'state_changed' || event.kind === 'load_cancelled')
  expect(last?.kind === 'state_changed' ? last.to : 'cancelled').toBe(row.state)
  expect(events.filter((event) => event.kind === 'offer_recorded')).toHaveLength(offers.length)
  expect(events.filter((event) => event.kind === 'confirmation_issued')).toHaveLength(confirmations.length)
  expect(events.filter((event) => event.kind === 'confirmation_mail_asked')).toHaveLength(
    db
      .select()
      .from(outbox)
      .all()
      .filter((entry) => entry.kind === 'mail').length,
  )
  for (const event of events) expect(logWords(event)).not.toMatch(/undefined|null|NaN|\[object/)
}

test('whatever happens in whatever order: one award, one standing confirmation, a complete log', () => {
  fc.assert(
    fc.property(fc.array(step, { minLength: 4, maxLength: 30 }), (steps) => {
      const world = testWorld()
      try {
        const loadId = openLoad(world.db, { weightLb: 30_000 })
        steps.forEach((each, index) => {
          const at = now + index * 60_000
          take(world, loadId, each, at)
          holds(world, loadId, at)
        })
      } finally {
        world.end()
      }
    }),
    { numRuns: 60 },
  )
}, 120_000)

test('such a walk does reach the far ends of a load’s life', () => {
  const world = testWorld()
  const loadId = openLoad(world.db, { weightLb: 30_000 })
  const walk: Step[] = [
    { do: 'post' },
    { do: 'offer', carrier: 1, pay: 1500, minutes: null },
    { do: 'award', offer: 1 },
    { do: 'pay', pay: 1600 },
    { do: 'send' },
    { do: 'accept' },
    ...(['dispatched', 'in_transit', 'delivered', 'paperwork_in', 'invoiced', 'paid'] as const).map(
      (to): Step => ({ do: 'advance', to }),
    ),
  ]
  walk.forEach((each, index) => {
    expect(take(world, loadId, each, now + index), each.do).toEqual({ done: true })
    holds(world, loadId, now + index)
  })
  expect(world.db.select().from(load).get()!.state).toBe('paid')
  world.end()
})
