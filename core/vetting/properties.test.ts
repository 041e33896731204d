import fc from 'fast-check'
import { expect, test } from 'vitest'
import { addDays, daysBetween } from '../time/local'
import { coveredThrough, endOf, minLimit, stretches } from './cover'
import type { CarrierToVet, Insurance } from './facts'
import { carrier, certificate, load, record, today } from './testing'
import { usualPolicy } from './usual-policy'
import { vet } from './vetting'

const near = fc.integer({ min: -500, max: 500 }).map((days) => addDays(today, days))
const insurance = fc
  .record({
    kind: fc.constantFrom('liability' as const, 'cargo' as const, 'refrigeration' as const),
    number: fc.constantFrom('L-1', 'C-1', 'X-1', 'X-2'),
    insurer: fc.constantFrom('Lark Mutual', 'Granary Casualty'),
    limitMinor: fc.constantFrom(50_000_00, 100_000_00, 750_000_00, 1_000_000_00),
    effectiveOn: near,
    expiresOn: fc.option(near),
    cancelledOn: fc.option(near),
    source: fc.constantFrom('register' as const, 'certificate' as const),
  })
  .map((over): Insurance => certificate({ ...over, insuredName: null }))

const anyCarrier: fc.Arbitrary<CarrierToVet> = fc
  .record({
    insurance: fc.array(insurance, { maxLength: 6 }),
    grantedOn: near,
    powerUnits: fc.integer({ min: 0, max: 30 }),
    outOfService: fc.integer({ min: 0, max: 10 }),
    fatal: fc.integer({ min: 0, max: 3 }),
    loadsHeld: fc.integer({ min: 0, max: 5 }),
    documents: fc.subarray(['w9', 'agreement'] as const),
    lastLoadOn: fc.option(near),
    age: fc.option(fc.integer({ min: 0, max: 300 })),
  })
  .map((parts) =>
    carrier({
      register: record({
        powerUnits: parts.powerUnits,
        vehicle: { inspections: 10, outOfService: parts.outOfService },
        crashes: { fatal: parts.fatal, injury: 0, tow: 0 },
        authorities: [
          { kind: 'common', status: 'active', grantedOn: parts.grantedOn, revokedOn: null, reinstatedOn: null },
        ],
      }),
      insurance: parts.insurance,
      loadsHeld: parts.loadsHeld,
      documents: parts.documents.map((kind) => ({ kind, expiresOn: null })),
      lastLoadOn: parts.lastLoadOn,
      registerAgeHours: parts.age,
    }),
  )
const anyLoad = fc.option(
  fc
    .record({
      equipment: fc.constantFrom('van' as const, 'reefer' as const, 'tanker' as const),
      hazmat: fc.boolean(),
      from: fc.integer({ min: -3, max: 6 }),
      days: fc.integer({ min: 0, max: 6 }),
      freightValueMinor: fc.option(fc.integer({ min: 0, max: 500_000_00 })),
    })
    .map(({ from, days, ...over }) =>
      load({ ...over, pickupOn: addDays(today, from), lastDeliveryOn: addDays(today, from + days) }),
    ),
)

/** Facts that speak against a carrier, each set on top of whatever is known of it. */
const bad: ((who: CarrierToVet) => CarrierToVet)[] = [
  (who) => ({ ...who, doNotUse: 'never again' }),
  (who) => ({ ...who, documents: who.documents.slice(1) }),
  (who) => ({
    ...who,
    insurance: who.insurance.map((policy) => ({ ...policy, limitMinor: Math.floor(policy.limitMinor / 2) })),
  }),
  (who) => ({
    ...who,
    insurance: who.insurance.map((policy) => ({ ...policy, cancelledOn: policy.cancelledOn ?? today })),
  }),
  (who) => ({ ...who, registerAgeHours: (who.registerAgeHours ?? 1000) + 100 }),
  (who) => ({ ...who, loadsHeld: who.loadsHeld + 3 }),
  (who) => ({ ...who, register: who.register && { ...who.register, operating: false } }),
  (who) => ({ ...who, register: who.register && { ...who.register, safetyRating: 'unsatisfactory' as const } }),
  (who) => ({
    ...who,
    register: who.register && {
      ...who.register,
      crashes: { ...who.register.crashes, fatal: who.register.crashes.fatal + 5 },
    },
  }),
  (who) => ({
    ...who,
    register: who.register && {
      ...who.register,
      vehicle: {
        inspections: who.register.vehicle.inspections + 1,
        outOfService: who.register.vehicle.outOfService + 1,
      },
    },
  }),
  (who) => ({ ...who, identity: { ...who.identity, payeeChangedOn: today } }),
  (who) => ({ ...who, identity: { ...who.identity, writer: { mail: 'ada@wander1ngelk.example', phone: null } } }),
  (who) => ({ ...who, identity: { ...who.identity, openOffers: who.identity.openOffers + 6 } }),
  (who) => ({
    ...who,
    identity: {
      ...who.identity,
      shared: [
        ...who.identity.shared,
        { kind: 'bank' as const, value: 'x', with: [{ name: 'Other', dotNumber: '1', closedOn: null }] },
      ],
    },
  }),
]
const order = { clear: 0, caution: 1, stop: 2 }

test('a bad fact more never makes a verdict better, and nothing is asked of chance or the order of asking', () => {
  fc.assert(
    fc.property(anyCarrier, anyLoad, fc.constantFrom(...bad), (who, what, worsen) => {
      const before = vet({ carrier: who, load: what, today }, usualPolicy)
      const after = vet({ carrier: worsen(who), load: what, today }, usualPolicy)
      expect(order[after.verdict]).toBeGreaterThanOrEqual(order[before.verdict])
      expect(vet({ carrier: structuredClone(who), load: what, today }, usualPolicy)).toEqual(before)
    }),
    { numRuns: 1500 },
  )
})

test('a later day of delivery never makes insurance better', () => {
  fc.assert(
    fc.property(
      fc.array(insurance, { maxLength: 6 }),
      fc.integer({ min: 0, max: 60 }),
      fc.integer({ min: 1, max: 60 }),
      (policies, days, more) => {
        const stops = (last: number) =>
          vet(
            {
              carrier: carrier({ insurance: policies }),
              load: load({ lastDeliveryOn: addDays('2026-11-24', last) }),
              today,
            },
            usualPolicy,
          ).reasons.filter((reason) => /_lapses$|^no_/.test(reason.code)).length
        expect(stops(days + more)).toBeGreaterThanOrEqual(stops(days))
      },
    ),
    { numRuns: 500 },
  )
})

test('cover through and least limit, against looking at every single day', () => {
  fc.assert(
    fc.property(
      fc.array(insurance, { maxLength: 7 }),
      near,
      fc.integer({ min: 0, max: 40 }),
      (policies, from, span) => {
        const list = stretches(policies, 'liability')
        const limitOn = (date: string) =>
          list
            .filter((each) => each.from <= date && each.to >= date)
            .reduce((best, each) => Math.max(best, each.limitMinor), 0)
        let naive: string | null = null
        for (let date = from; limitOn(date) > 0 && daysBetween(from, date) < 1200; date = addDays(date, 1)) naive = date
        const through = coveredThrough(list, from)
        if (naive !== null && daysBetween(from, naive) >= 1199) expect(through).toBe('9999-12-31')
        else expect(through).toBe(naive)
        const to = addDays(from, span)
        const least = Math.min(...Array.from({ length: span + 1 }, (_, at) => limitOn(addDays(from, at))))
        expect(minLimit(list, from, to)).toBe(least)
      },
    ),
    { numRuns: 400 },
  )
})

test('a policy covers through the day before its cancellation or its last day, whichever is sooner', () => {
  fc.assert(
    fc.property(fc.option(near), fc.option(near), (expiresOn, cancelledOn) => {
      const ends = [expiresOn, cancelledOn && addDays(cancelledOn, -1), '9999-12-31']
        .filter((each) => each !== null)
        .sort()
      expect(endOf({ expiresOn, cancelledOn })).toBe(ends[0])
    }),
  )
})
