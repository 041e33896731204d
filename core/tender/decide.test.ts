import { describe, expect, test } from 'vitest'
import { refusalWords } from '../decision/refusal'
import { decideTender, type NoticeToDecide, type TenderCommand } from './decide'
import { tenderRefusals } from './refusals'

const facts: NoticeToDecide = {
  notice: { id: 7, state: 'open', purpose: 'original', shipmentId: 'SM1', answeredBy: null },
  tender: { state: 'offered', loadId: null },
  onExpiry: 'lapse',
  load: null,
  misplaced: null,
}
const cancelled = (load: NoticeToDecide['load']): NoticeToDecide => ({
  ...facts,
  notice: { ...facts.notice, purpose: 'cancel' },
  tender: { state: 'accepted', loadId: 3 },
  load,
})
const yes: TenderCommand = { kind: 'accept', noticeId: 7, note: '' }
const no: TenderCommand = { kind: 'decline', noticeId: 7, reasonCode: 'BG', note: '' }
const bill: TenderCommand = { ...yes, cancel: { carrier: 'bill', payMinor: 15_000, sellMinor: 20_000 } }

describe('an answer to a tender', () => {
  test.each<[string, NoticeToDecide, TenderCommand, string | object]>([
    ['is a yes', facts, yes, { kind: 'tender_accepted', noticeId: 7, change: false, note: '' }],
    ['is a no', facts, no, { kind: 'tender_declined', noticeId: 7, change: false, reasonCode: 'BG', note: '' }],
    [
      'to a change of what has a load',
      { ...facts, tender: { state: 'accepted', loadId: 3 } },
      yes,
      { kind: 'tender_accepted', noticeId: 7, change: true, note: '' },
    ],
    ['is given once', { ...facts, notice: { ...facts.notice, state: 'declined' } }, yes, 'already_declined'],
    ['comes too late', { ...facts, notice: { ...facts.notice, state: 'lapsed' } }, no, 'already_lapsed'],
    [
      'with others stops at a place that lies elsewhere',
      { ...facts, misplaced: { words: 'S4 is Shed 4', milesAway: 212 } },
      { ...yes, amongMany: true },
      'facility_elsewhere',
    ],
    [
      'alone does not',
      { ...facts, misplaced: { words: 'S4 is Shed 4', milesAway: 212 } },
      yes,
      { kind: 'tender_accepted', noticeId: 7, change: false, note: '' },
    ],
    ['cannot decline a cancellation', cancelled({ state: 'covered', carrierName: 'Carrier 1' }), no, 'cancel_stands'],
    ['to a cancellation of no load', cancelled(null), yes, 'no_such_load'],
    [
      'sets a carrier free that is not on its way',
      cancelled({ state: 'covered', carrierName: 'Carrier 1' }),
      yes,
      { kind: 'tender_cancelled', noticeId: 7, choice: null },
    ],
    [
      'has to say what becomes of one that is',
      cancelled({ state: 'dispatched', carrierName: 'Carrier 1' }),
      yes,
      'carrier_undecided',
    ],
    [
      'pays it for the truck',
      cancelled({ state: 'dispatched', carrierName: 'Carrier 1' }),
      bill,
      { kind: 'tender_cancelled', noticeId: 7, choice: { carrier: 'bill', payMinor: 15_000, sellMinor: 20_000 } },
    ],
    ['pays nobody where nobody has it', cancelled({ state: 'uncovered', carrierName: null }), bill, 'nobody_to_pay'],
  ])('%s', (_, known, command, outcome) => {
    const decision = decideTender(known, command)
    if (typeof outcome === 'string') {
      if (!('refusal' in decision)) throw new Error('not refused')
      expect(decision.refusal.code).toBe(outcome)
      expect(refusalWords(tenderRefusals, decision.refusal)).toMatch(/^[A-Z].*\.$/)
    } else expect(decision).toEqual({ events: [outcome] })
  })
  test.each([
    ['lapse', 'lapse'],
    ['decline', 'decline'],
    ['keep', undefined],
  ] as const)('not given in time, with %s', (onExpiry, became) => {
    const decision = decideTender({ ...facts, onExpiry }, { kind: 'expire', noticeId: 7 })
    expect(decision).toEqual({ events: became ? [{ kind: 'tender_expired', noticeId: 7, became }] : [] })
  })
  test('a cancellation does not run out, nor what is answered', () => {
    for (const known of [
      cancelled({ state: 'dispatched', carrierName: 'Carrier 1' }),
      { ...facts, notice: { ...facts.notice, state: 'accepted' as const } },
    ])
      expect(decideTender(known, { kind: 'expire', noticeId: 7 })).toEqual({ events: [] })
  })
})
