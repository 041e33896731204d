import { describe, expect, test } from 'vitest'
import { flatCharge } from '../charge/charge'
import { changesBetween, loadChanges } from './changes'
import { plainFreight } from './freight'
import { type LoadTerms, plainParties } from './load'
import { type LogEvent, logWords } from './log-words'
import { plainStop } from './stop'
import { freightWords } from './words'

describe('the log in words', () => {
  test.each<[LogEvent, string]>([
    [{ kind: 'load_created', copiedFrom: null, practice: false }, 'Load created'],
    [{ kind: 'load_created', copiedFrom: 'PR-1', practice: false }, 'Load created as a copy of PR-1'],
    [{ kind: 'state_changed', from: 'draft', to: 'uncovered' }, 'Opened for cover'],
    [{ kind: 'state_changed', from: 'in_transit', to: 'delivered' }, 'In transit to delivered'],
    [
      {
        kind: 'limits_set',
        from: { targetPayMinor: 220_000, maxPayMinor: 240_000 },
        to: { targetPayMinor: 220_000, maxPayMinor: 250_000 },
      },
      'Target $2,200, max $2,400 to $2,500',
    ],
    [{ kind: 'posting_up', board: 'Saltlick', attempts: 1 }, 'On Saltlick'],
    [{ kind: 'posting_down', board: 'Saltlick', attempts: 3 }, 'Off Saltlick at try 3'],
    [
      {
        kind: 'offer_recorded',
        carrierId: 1,
        carrierName: 'Night Heron',
        payMinor: 248_000,
        source: 'phone',
        goodUntil: null,
        note: '',
      },
      'Offer $2,480 from Night Heron by phone',
    ],
    [
      { kind: 'offer_countered', offerId: 1, carrierName: 'Night Heron', from: 248_000, to: 235_000 },
      'We countered Night Heron: $2,350 against $2,480',
    ],
    [
      { kind: 'offer_ended', offerId: 1, carrierName: 'Night Heron', payMinor: 248_000, to: 'turned_down' },
      'Offer $2,480 from Night Heron turned down',
    ],
    [
      {
        kind: 'load_awarded',
        offerId: 1,
        carrierId: 1,
        carrierName: 'Night Heron',
        buyCharges: [],
        payMinor: 248_000,
        override: 'owner vouched',
        policyVersion: 3,
      },
      'Awarded to Night Heron at $2,480, vetting overridden: owner vouched',
    ],
    [
      {
        kind: 'terms_changed',
        changes: [
          { field: 'Pay', from: '$1', to: '$2' },
          { field: 'Pallets', from: 'none', to: '3' },
        ],
      },
      'Changed: Pay $1 to $2; Pallets none to 3',
    ],
    [
      { kind: 'confirmation_accepted', confirmationId: 1, version: 2, name: 'Ada Finch', title: 'Dispatcher' },
      'Rate confirmation version 2 accepted by Ada Finch, Dispatcher',
    ],
    [
      { kind: 'confirmation_objected', confirmationId: 1, version: 2, objection: 'no', name: 'Ada Finch', text: '' },
      'Ada Finch says no to rate confirmation version 2',
    ],
    [
      {
        kind: 'confirmation_objected',
        confirmationId: 1,
        version: 1,
        objection: 'not_right',
        name: 'Ada Finch',
        text: 'Pickup is at 9',
      },
      'Ada Finch reports a mistake in rate confirmation version 1: Pickup is at 9',
    ],
    [
      { kind: 'mail_failed', version: 1, to: 'a@b.example', problem: 'no such mailbox' },
      'Email to a@b.example failed: no such mailbox',
    ],
    [
      { kind: 'award_released', carrierName: 'Night Heron', reason: 'truck broke down' },
      'Night Heron released: truck broke down',
    ],
    [{ kind: 'message_left', sender: 'x@y.example', subject: '' }, 'Email from x@y.example: no subject'],
    [{ kind: 'kept_in_the_building', what: 'the mail' }, 'Practice: the mail not sent'],
    [{ kind: 'load_created', copiedFrom: null, practice: false, quote: 'Q-40001' }, 'Load created from Q-40001'],
    [
      {
        kind: 'limits_set',
        from: { targetPayMinor: null, maxPayMinor: null },
        to: { targetPayMinor: 220_000, maxPayMinor: 250_000 },
      },
      'Target $2,200, max $2,500',
    ],
    [{ kind: 'posting_asked', board: 'Saltlick' }, 'Posting requested from Saltlick'],
    [{ kind: 'posting_update_asked', postingId: 1, board: 'Saltlick' }, 'Change passed on to Saltlick'],
    [{ kind: 'posting_removal_asked', postingId: 1, board: 'Saltlick' }, 'Saltlick asked to take the posting down'],
    [{ kind: 'posting_updated', board: 'Saltlick', attempts: 2 }, 'Saltlick shows the change at try 2'],
    [
      { kind: 'posting_refused', board: 'Saltlick', problem: 'no such lane' },
      'Saltlick refused the posting: no such lane',
    ],
    [
      {
        kind: 'gate_passed',
        carrierId: 1,
        stage: 'dispatch',
        reasons: [
          { code: 'a', message: 'Cargo cover ends early' },
          { code: 'b', message: 'New authority' },
        ],
        because: 'Ruth called the insurer',
        policyVersion: 3,
      },
      'Vetting overridden at dispatch: Cargo cover ends early; New authority. Because: Ruth called the insurer',
    ],
    [
      { kind: 'gate_alert', carrierName: 'Night Heron', reasons: ['Cargo cover cancelled'], policyVersion: 3 },
      'Night Heron would now be blocked by vetting: Cargo cover cancelled. Dispatch waits.',
    ],
    [
      { kind: 'gate_fixed', reasons: ['Cargo cover cancelled'] },
      'Vetting is clear again: Cargo cover cancelled is fixed',
    ],
    [{ kind: 'confirmation_issued', version: 2 }, 'Rate confirmation version 2 written'],
    [{ kind: 'confirmation_voided', confirmationId: 1, version: 1 }, 'Rate confirmation version 1 void'],
    [
      { kind: 'confirmation_mail_asked', confirmationId: 1, version: 1, to: 'a@b.example' },
      'Rate confirmation version 1 to be emailed to a@b.example',
    ],
    [
      { kind: 'mail_delivered', version: 1, to: 'a@b.example', attempts: 2 },
      'Rate confirmation version 1 emailed to a@b.example at try 2',
    ],
    [{ kind: 'load_cancelled', from: 'covered', reason: 'not ready' }, 'Cancelled: not ready'],
    [
      { kind: 'tender_accepted', shipmentId: 'S1', partner: 'Paper Heron', change: false },
      'Tender S1 of Paper Heron accepted',
    ],
    [
      { kind: 'tender_accepted', shipmentId: 'S1', partner: 'Paper Heron', change: true },
      "Paper Heron's change of S1 accepted",
    ],
    [
      { kind: 'tender_change_declined', shipmentId: 'S1', partner: 'Paper Heron', reason: 'no truck that early' },
      "Paper Heron's change of S1 declined: no truck that early",
    ],
    [
      { kind: 'exchange_failed', document: '990', partner: 'Paper Heron', problem: 'folder is full' },
      '990 to Paper Heron failed: folder is full',
    ],
    [
      { kind: 'truck_not_used', payMinor: 15_000, sellMinor: 20_000 },
      'Truck ordered and not used: $150 to the carrier, $200 to the customer',
    ],
    [
      { kind: 'carrier_notified', to: 'Night Heron', what: 'the load is cancelled' },
      'Night Heron notified: the load is cancelled',
    ],
    [
      { kind: 'status_noted', words: 'Arrived at Twin Falls', sent: true },
      'Arrived at Twin Falls, sent to the customer (214)',
    ],
    [{ kind: 'status_noted', words: 'Arrived at Twin Falls', sent: false }, 'Arrived at Twin Falls'],
    [{ kind: 'partner_joined', partner: 'Paper Heron', shipmentId: 'S1' }, 'Reports to Paper Heron as S1 from now on'],
    [{ kind: 'invoice_sent', partner: 'Paper Heron', totalMinor: 288_000 }, 'Invoice of $2,880 to Paper Heron (210)'],
  ])('%o', (event, words) => expect(logWords(event)).toBe(words))
})

describe('changes', () => {
  const terms: LoadTerms = {
    customerId: 1,
    equipment: 'van',
    lengthFt: 53,
    tempMinF: null,
    tempMaxF: null,
    team: false,
    commodity: 'Boxes',
    commodityHidden: false,
    weightLb: 30_000,
    pallets: null,
    ...plainFreight,
    ...plainParties,
    freightValueMinor: null,
    practice: false,
    stops: [
      {
        ...plainStop,
        kind: 'pickup',
        facilityId: 1,
        earliestLocal: '2026-12-31T22:00',
        latestLocal: null,
        booking: 'first_come',
      },
      {
        ...plainStop,
        kind: 'delivery',
        facilityId: 2,
        earliestLocal: '2027-01-02T08:00',
        latestLocal: null,
        booking: 'appointment',
      },
    ],
    references: [],
    notes: [],
    sellCharges: [flatCharge('line_haul', 100_000)],
  }
  const names = {
    customer: (id: number) => `Customer ${id}`,
    facility: (id: number) => `Facility ${id}`,
    person: (id: number) => `Rep ${id}`,
  }
  const changes = (over: Partial<LoadTerms>) =>
    loadChanges(terms, { ...terms, ...over }, names).map(({ field, from, to }) => `${field}: ${from} > ${to}`)

  test('the same terms are none', () => expect(changes({})).toEqual([]))
  test('names stand for numbers', () =>
    expect(changes({ customerId: 2 })).toEqual(['Customer: Customer 1 > Customer 2']))
  test('a moved pickup tells both times', () => {
    expect(changes({ stops: [{ ...terms.stops[0]!, earliestLocal: '2027-01-01T06:00' }, terms.stops[1]!] })).toEqual([
      'Stop 1 window: 2026-12-31 22:00 > 2027-01-01 06:00',
    ])
  })
  test('a stop more is two lines more', () =>
    expect(changes({ stops: [terms.stops[0]!, { ...terms.stops[1]!, facilityId: 3 }, terms.stops[1]!] })).toHaveLength(
      3,
    ))
  test('what comes and what goes is none on the other side', () => {
    expect(changes({ notes: [{ audience: 'us', text: 'Thin' }], sellCharges: [] })).toEqual([
      'Notes: none > For us: Thin',
      'Sell charges: Line haul 1,000 flat > none',
    ])
    expect(changesBetween([['a', '1']], [['b', '2']])).toEqual([
      { field: 'a', from: '1', to: 'none' },
      { field: 'b', from: 'none', to: '2' },
    ])
  })
})

test.each([
  [{ tempMinF: 34, tempMaxF: 38 }, 'Reefer 53 ft, 34 to 38 °F, 42,300 lb'],
  [{ tempMinF: 34, tempMaxF: 34 }, 'Reefer 53 ft, 34 °F, 42,300 lb'],
  [{ tempMinF: null, tempMaxF: -5, team: true }, 'Reefer 53 ft, -5 °F, 42,300 lb, team'],
  [{ tempMinF: null, tempMaxF: null, lengthFt: null }, 'Reefer, 42,300 lb'],
])('freight in words: %o', (over, words) => {
  expect(freightWords({ equipment: 'reefer', lengthFt: 53, weightLb: 42_300, team: false, ...over })).toBe(words)
})
