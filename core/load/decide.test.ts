import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { flatCharge } from '../charge/charge'
import type { Verdict } from '../vetting/vetting'
import type { GateAsked, LoadCommand, LoadFacts, OfferFacts } from './command'
import { decide } from './decide'
import { type LoadState, loadStates } from './load'
import { loadRefusalWords } from './refusals'

const now = Date.UTC(2026, 10, 23, 20)
const verdict = (over: Partial<Verdict> = {}): Verdict => ({
  verdict: 'clear',
  reasons: [],
  signs: [],
  policyVersion: 3,
  ...over,
})
const asked = (over: Partial<GateAsked> = {}): GateAsked => ({
  verdict: verdict(),
  override: null,
  mayOverride: false,
  bar: null,
  ...over,
})
const noW9 = {
  code: 'no_w9',
  severity: 'stop' as const,
  message: 'W-9 is not on file',
  fix: 'Ask for it.',
  rule: 'no_w9',
}
const stopped = (over: Partial<GateAsked> = {}) =>
  asked({
    verdict: verdict({
      verdict: 'stop',
      reasons: [noW9, { ...noW9, code: 'x', severity: 'caution', message: 'a caution' }],
    }),
    ...over,
  })
const offer = (id: number, over: Partial<OfferFacts> = {}): OfferFacts => ({
  id,
  carrierId: id,
  carrierName: `Carrier ${id}`,
  payMinor: 248_000,
  counterMinor: null,
  source: 'phone',
  state: 'open',
  goodUntil: null,
  ...over,
})
const load = (over: Partial<LoadFacts> = {}): LoadFacts => ({
  number: 'PR-20417',
  state: 'uncovered',
  practice: false,
  offers: [offer(1), offer(2)],
  postings: [{ id: 7, board: 'Saltlick', state: 'up' }],
  guide: null,
  confirmation: null,
  award: null,
  targetPayMinor: 225_000,
  maxPayMinor: 250_000,
  sellMinor: 288_000,
  middleMinor: 235_000,
  ...over,
})
const award = (over: Partial<LoadCommand & { kind: 'award' }> = {}): LoadCommand => ({
  kind: 'award',
  offerId: 1,
  buyCharges: [flatCharge('line_haul', 248_000)],
  payMinor: 248_000,
  agreed: { amountMinor: 248_000, currency: 'USD', rateE6: null, rateDay: null },
  price: { reason: null, mayExceed: false },
  gate: asked(),
  ...over,
})
const awarded = {
  award: { carrierId: 1, carrierName: 'Carrier 1', payMinor: 248_000 },
  state: 'covered' as LoadState,
  offers: [offer(1, { state: 'awarded' })],
  postings: [],
}
const confirmation = (state: 'issued' | 'sent' | 'accepted' | 'void', version = 1) => ({ id: 3, version, state })
const kinds = (facts: LoadFacts, command: LoadCommand) => {
  const decision = decide(facts, command, now)
  return 'refusal' in decision ? decision.refusal.code : decision.events.map((event) => event.kind)
}

describe('award', () => {
  test('awards, covers, turns the others down, takes the postings down, writes the confirmation', () => {
    expect(kinds(load(), award())).toEqual([
      'load_awarded',
      'state_changed',
      'offer_ended',
      'posting_removal_asked',
      'confirmation_issued',
    ])
  })
  test.each<[string, LoadFacts, LoadCommand, string]>([
    ['a second award', load(awarded), award({ offerId: 2 }), 'already_awarded'],
    ['a draft', load({ state: 'draft' }), award(), 'not_uncovered'],
    ['an offer of another load', load(), award({ offerId: 99 }), 'no_such_offer'],
    ['an offer past its time', load({ offers: [offer(1, { goodUntil: now })] }), award(), 'offer_lapsed'],
    ['a declined offer', load({ offers: [offer(1, { state: 'declined' })] }), award(), 'offer_ended'],
    ['pay of nothing', load(), award({ payMinor: 0 }), 'nothing_agreed'],
    ['a failing gate', load(), award({ gate: stopped({ mayOverride: true }) }), 'gate_stops'],
    [
      'an override by somebody not allowed to',
      load(),
      award({ gate: stopped({ override: 'owner vouched' }) }),
      'may_not_override',
    ],
    [
      'an override of what nobody may go past',
      load(),
      award({ gate: stopped({ override: 'owner vouched', mayOverride: true, bar: 'Authority is revoked' }) }),
      'nobody_may_override',
    ],
  ])('%s is refused', (_, facts, command, code) => expect(kinds(facts, command)).toBe(code))

  test.each<[string, Partial<LoadFacts>, number, string]>([
    [
      'nine hundred thousand',
      {},
      90_000_000,
      '$900,000 is $897,500 above max; $900,000 is a loss of $897,120; $900,000 is 383 times what this lane costs ($2,350): a digit too many?',
    ],
    ['a dollar above max', {}, 250_100, '$2,501 is $1 above max'],
    ['a loss where no max is set', { maxPayMinor: null }, 290_000, '$2,900 is a loss of $20'],
    ['a digit too few', {}, 24_000, '$240 is a 10th of what this lane costs ($2,350): a digit too few?'],
  ])('%s needs somebody who may, and a reason that stays in the log', (_, over, payMinor, words) => {
    const at = (price: { reason: string | null; mayExceed: boolean }) =>
      decide(load(over), award({ payMinor, price }), now)
    expect(at({ reason: 'please', mayExceed: false })).toMatchObject({
      refusal: { code: 'may_not_exceed', facts: { detail: expect.stringContaining(words) } },
    })
    expect(at({ reason: null, mayExceed: true })).toMatchObject({ refusal: { code: 'price_needs_reason' } })
    const passed = at({ reason: 'the customer pays it', mayExceed: true })
    expect('events' in passed && passed.events.find(({ kind }) => kind === 'price_passed')).toMatchObject({
      payMinor,
      because: 'the customer pays it',
    })
  })
  test('at max exactly, and where nothing is known, no leave is needed', () => {
    expect(kinds(load(), award({ payMinor: 250_000 }))).not.toContain('price_passed')
    expect(
      kinds(load({ maxPayMinor: null, sellMinor: 0, middleMinor: null }), award({ payMinor: 9_000_000 })),
    ).toContain('load_awarded')
  })
  test('max itself is not raised past the sell price by who may not', () => {
    const raise = (mayExceed: boolean) =>
      kinds(load(), { kind: 'set_limits', targetPayMinor: 200_000, maxPayMinor: 300_000, mayExceed })
    expect(raise(false)).toBe('may_not_exceed')
    expect(raise(true)).toEqual(['limits_set'])
  })
  test('a manager overrides with a reason that stays on the record', () => {
    const decision = decide(load(), award({ gate: stopped({ override: 'owner vouched', mayOverride: true }) }), now)
    expect('events' in decision && decision.events[0]).toMatchObject({
      kind: 'load_awarded',
      override: 'owner vouched',
      policyVersion: 3,
    })
    expect('events' in decision && decision.events[1]).toEqual({
      kind: 'gate_passed',
      carrierId: 1,
      stage: 'award',
      reasons: [{ code: 'no_w9', message: 'W-9 is not on file' }],
      because: 'owner vouched',
      policyVersion: 3,
    })
  })
  test('an override that was not needed is not recorded as one', () => {
    const decision = decide(load(), award({ gate: asked({ override: 'just in case', mayOverride: true }) }), now)
    expect('events' in decision && decision.events[0]).toMatchObject({ override: null })
  })
  test('after a carrier fell through, the next confirmation goes on counting', () => {
    const decision = decide(load({ confirmation: confirmation('void', 2) }), award(), now)
    expect('events' in decision && decision.events.at(-1)).toEqual({ kind: 'confirmation_issued', version: 3 })
  })
})

describe('offers', () => {
  const record: LoadCommand = {
    kind: 'record_offer',
    carrierId: 1,
    carrierName: 'Carrier 1',
    payMinor: 240_000,
    source: 'phone',
    goodUntil: null,
    note: '',
  }
  test('a new price is the same carrier’s one offer, at the new price', () => {
    expect(kinds(load(), record)).toEqual(['offer_repriced'])
    expect(kinds(load(), { ...record, carrierId: 9 })).toEqual(['offer_recorded'])
  })
  test('a price with a digit too many is asked about where a person typed it, and recorded when meant', () => {
    expect(kinds(load(), { ...record, payMinor: 2_400_000, isTyped: true })).toBe('offer_out_by_ten')
    expect(kinds(load(), { ...record, payMinor: 2_400_000, isTyped: true, sure: true })).toEqual(['offer_repriced'])
    expect(kinds(load({ middleMinor: null }), { ...record, payMinor: 2_400_000, isTyped: true })).toEqual([
      'offer_repriced',
    ])
  })
  test('who wrote is answered in writing, who called is to be told by phone', () => {
    const counter = { kind: 'counter_offer', offerId: 1, counterMinor: 230_000 } as const
    const decline = { kind: 'decline_offer', offerId: 1 } as const
    const events = (source: 'mail' | 'phone', command: LoadCommand) => {
      const decision = decide(load({ offers: [offer(1, { source })] }), command, now)
      return 'events' in decision ? decision.events : []
    }
    expect(events('mail', counter)).toMatchObject([
      { kind: 'offer_countered', byPhone: false },
      { kind: 'offer_answer_asked', answer: 'countered', amountMinor: 230_000 },
    ])
    expect(events('mail', decline)).toMatchObject([
      { kind: 'offer_ended', to: 'declined' },
      { kind: 'offer_answer_asked', answer: 'declined' },
    ])
    expect(events('phone', counter)).toMatchObject([{ kind: 'offer_countered', byPhone: true }])
    expect(events('phone', decline)).toMatchObject([{ kind: 'offer_ended', byPhone: true }])
  })
  test('none on a draft, none once awarded', () => {
    expect(kinds(load({ state: 'draft' }), record)).toBe('not_uncovered')
    expect(kinds(load(awarded), record)).toBe('already_awarded')
  })
  test('none that is past already', () =>
    expect(kinds(load(), { ...record, goodUntil: now })).toBe('offer_already_past'))
  test('lapsing takes those whose minute has come, not a minute before', () => {
    const facts = load({
      offers: [
        offer(1, { goodUntil: now }),
        offer(2, { goodUntil: now + 1 }),
        offer(3, { goodUntil: now - 1, state: 'declined' }),
      ],
    })
    expect(decide(facts, { kind: 'lapse_offers' }, now)).toEqual({
      events: [{ kind: 'offer_ended', offerId: 1, carrierName: 'Carrier 1', payMinor: 248_000, to: 'lapsed' }],
    })
  })
  test('a counter is lower, and tells from what to what', () => {
    expect(kinds(load(), { kind: 'counter_offer', offerId: 1, counterMinor: 248_000 })).toBe('counter_not_lower')
    expect(decide(load(), { kind: 'counter_offer', offerId: 1, counterMinor: 235_000 }, now)).toMatchObject({
      events: [{ from: 248_000, to: 235_000 }],
    })
  })
  test('declining twice is reported', () =>
    expect(kinds(load({ offers: [offer(1, { state: 'declined' })] }), { kind: 'decline_offer', offerId: 1 })).toBe(
      'offer_ended',
    ))
})

describe('an offer that has ended', () => {
  const declined = offer(1, { state: 'declined', payMinor: 241_000 })
  const reopen: LoadCommand = { kind: 'reopen_offer', offerId: 1 }
  test('stands again at its last price', () =>
    expect(decide(load({ offers: [declined, offer(2)] }), reopen, now)).toEqual({
      events: [{ kind: 'offer_reopened', offerId: 1, carrierName: 'Carrier 1', payMinor: 241_000 }],
    }))
  test.each<[string, Partial<LoadFacts>, string]>([
    ['its carrier has another open', { offers: [declined, offer(2, { carrierId: 1 })] }, 'offer_stands'],
    ['it stands already', { offers: [offer(1)] }, 'offer_stands'],
    ['the load is another carrier’s', { ...awarded, offers: [declined] }, 'already_awarded'],
    ['the load is a draft', { state: 'draft', offers: [declined] }, 'not_uncovered'],
    ['there is none', { offers: [offer(2)] }, 'no_such_offer'],
  ])('not where %s', (_, over, code) => expect(kinds(load(over), reopen)).toBe(code))
})

describe('back to a draft', () => {
  const withdraw: LoadCommand = { kind: 'withdraw', reason: 'waits for the customer’s paperwork' }
  test('comes off the boards and keeps its offers', () =>
    expect(kinds(load(), withdraw)).toEqual(['load_withdrawn', 'state_changed', 'posting_removal_asked']))
  test.each(loadStates.filter((state) => state !== 'uncovered'))('not from %s', (state) =>
    expect(kinds(load({ state }), withdraw)).toBe('not_uncovered'),
  )
})

describe('confirmation', () => {
  const sent = load({ ...awarded, confirmation: confirmation('sent') })
  const accept: LoadCommand = { kind: 'accept_confirmation', confirmationId: 3, name: 'Ada Finch', title: 'Dispatcher' }
  test('is accepted once', () => {
    expect(kinds(sent, accept)).toEqual(['confirmation_accepted'])
    expect(kinds(load({ ...awarded, confirmation: confirmation('accepted') }), accept)).toBe('already_accepted')
  })
  test('an objection is noted once, ends nothing, and lets a yes follow', () => {
    const objected: LoadCommand = {
      kind: 'object_to_confirmation',
      confirmationId: 3,
      objection: 'not_right',
      name: 'Ada',
      text: 'Pickup is at 9',
    }
    expect(kinds(sent, objected)).toEqual(['confirmation_objected'])
    const noted = load({
      ...awarded,
      confirmation: { ...confirmation('sent'), objection: 'not_right', objectionText: 'Pickup is at 9' },
    })
    expect(kinds(noted, objected)).toEqual([])
    expect(kinds(noted, { ...objected, objection: 'no' })).toEqual(['confirmation_objected'])
    expect(kinds(noted, accept)).toEqual(['confirmation_accepted'])
    expect(kinds(load({ ...awarded, confirmation: confirmation('accepted') }), objected)).toBe('already_accepted')
    expect(kinds(sent, { ...objected, confirmationId: 2 })).toBe('confirmation_void')
  })
  test('a void one cannot be accepted', () => {
    expect(kinds(sent, { ...accept, confirmationId: 2 })).toBe('confirmation_void')
    expect(kinds(load({ confirmation: confirmation('void') }), accept)).toBe('confirmation_void')
  })
  test('a changed term voids it and writes the next version', () => {
    const decision = decide(
      sent,
      { kind: 'revise', carrierSeesIt: true, changes: [{ field: 'Pay', from: '2,480', to: '2,500' }] },
      now,
    )
    expect('events' in decision && decision.events.map((event) => event.kind)).toEqual([
      'terms_changed',
      'confirmation_voided',
      'confirmation_issued',
    ])
    expect('events' in decision && decision.events.at(-1)).toMatchObject({ version: 2 })
  })
  test('what the carrier does not see leaves it standing', () => {
    expect(
      kinds(sent, { kind: 'revise', carrierSeesIt: false, changes: [{ field: 'Note for us', from: 'none', to: 'x' }] }),
    ).toEqual(['terms_changed'])
  })
  test('nothing changed writes nothing', () =>
    expect(kinds(sent, { kind: 'revise', carrierSeesIt: true, changes: [] })).toEqual([]))
  test('a change before the award goes to the board, not to a confirmation', () => {
    expect(
      kinds(load(), { kind: 'revise', carrierSeesIt: true, changes: [{ field: 'Weight', from: '1', to: '2' }] }),
    ).toEqual(['terms_changed', 'posting_update_asked'])
  })
  test('is not mailed twice by two presses, but again when asked', () => {
    expect(kinds(sent, { kind: 'send_confirmation', to: 'a@b.example', again: false })).toBe('already_sent')
    expect(kinds(sent, { kind: 'send_confirmation', to: 'a@b.example', again: true })).toEqual([
      'confirmation_mail_asked',
    ])
  })
  test.each<[string, Partial<GateAsked>, string | string[]]>([
    ['is held back where the gate would no longer pass them', {}, 'gate_holds_confirmation'],
    ['is not sent on the word of somebody who may not give it', { override: 'renewal seen' }, 'may_not_override'],
    [
      'is not sent past what nobody may go past',
      { override: 'renewal seen', mayOverride: true, bar: 'Authority is revoked' },
      'nobody_may_override',
    ],
    [
      'is sent for a manager’s reason, which stays on the record',
      { override: 'renewal seen', mayOverride: true },
      ['gate_passed', 'confirmation_mail_asked'],
    ],
  ])('%s', (_, over, outcome) => {
    expect(kinds(sent, { kind: 'send_confirmation', to: 'a@b.example', again: true, gate: stopped(over) })).toEqual(
      outcome,
    )
  })
  test('a gate that is clear leaves no trace of a reason that was not needed', () => {
    expect(
      kinds(sent, {
        kind: 'send_confirmation',
        to: 'a@b.example',
        again: true,
        gate: asked({ override: 'just in case', mayOverride: true }),
      }),
    ).toEqual(['confirmation_mail_asked'])
  })
  test('a truck is not dispatched before the carrier said yes', () =>
    expect(kinds(sent, { kind: 'advance', to: 'dispatched' })).toBe('not_confirmed'))
  test('falling through opens the load again and voids it', () => {
    expect(kinds(sent, { kind: 'release', reason: 'truck broke down' })).toEqual([
      'award_released',
      'state_changed',
      'confirmation_voided',
    ])
  })
})

describe('the life of a load', () => {
  const confirmed = { ...awarded, confirmation: confirmation('accepted') }
  test('runs step by step from covered to paid', () => {
    const life: LoadState[] = ['covered', 'dispatched', 'in_transit', 'delivered', 'paperwork_in', 'invoiced', 'paid']
    life.slice(1).forEach((to, index) => {
      expect(kinds(load({ ...confirmed, state: life[index]! }), { kind: 'advance', to })).toEqual(['state_changed'])
    })
  })
  test('and no other way', () => {
    fc.assert(
      fc.property(fc.constantFrom(...loadStates), fc.constantFrom(...loadStates), (from, to) => {
        const decision = decide(load({ ...confirmed, state: from }), { kind: 'advance', to }, now)
        const backwards = loadStates.indexOf(to) <= loadStates.indexOf(from)
        const allowedBack = (from === 'dispatched' && to === 'covered') || (from === 'paid' && to === 'invoiced')
        return 'refusal' in decision ? loadRefusalWords(decision.refusal).endsWith('.') : !backwards || allowedBack
      }),
    )
  })
  test('a refusal is a sentence about this load', () => {
    const decision = decide(load({ state: 'paid' }), { kind: 'cancel', reason: 'x' }, now)
    if (!('refusal' in decision)) throw new Error('not refused')
    expect(decision.refusal.code).toBe('too_late_to_cancel')
    expect(loadRefusalWords(decision.refusal)).toBe('PR-20417 is paid: too late to cancel.')
  })
  test('cancelling ends offers, postings and the confirmation', () => {
    expect(kinds(load({ confirmation: confirmation('issued') }), { kind: 'cancel', reason: 'customer' })).toEqual([
      'load_cancelled',
      'offer_ended',
      'offer_ended',
      'posting_removal_asked',
      'confirmation_voided',
    ])
  })
  test('a draft with something that stops it stays a draft', () => {
    const past = {
      path: 'stops.0',
      code: 'in_the_past' as const,
      severity: 'stop' as const,
      message: 'Sun, Nov 22 is in the past',
    }
    expect(kinds(load({ state: 'draft' }), { kind: 'open', problems: [past] })).toBe('not_ready')
    expect(kinds(load({ state: 'draft' }), { kind: 'open', problems: [{ ...past, severity: 'caution' }] })).toEqual([
      'state_changed',
    ])
  })
})

describe('postings and limits', () => {
  test('one posting a board', () => {
    expect(kinds(load(), { kind: 'post', board: 'Saltlick' })).toBe('already_posted')
    expect(
      kinds(load({ postings: [{ id: 7, board: 'Saltlick', state: 'down' }] }), { kind: 'post', board: 'Saltlick' }),
    ).toEqual(['posting_asked'])
  })
  test('a target above the most is refused, no change is no event', () => {
    expect(kinds(load(), { kind: 'set_limits', targetPayMinor: 3, maxPayMinor: 2 })).toBe('target_over_max')
    expect(kinds(load(), { kind: 'set_limits', targetPayMinor: 225_000, maxPayMinor: 250_000 })).toEqual([])
  })
})
