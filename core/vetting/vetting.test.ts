import { describe, expect, test } from 'vitest'
import type { CarrierToVet } from './facts'
import { carrier, identity, load, record, today } from './testing'
import { cases } from './testing-cases'
import { usualPolicy } from './usual-policy'
import { vet } from './vetting'

const inspected = (over: object) =>
  carrier({
    register: record({
      vehicle: { inspections: 0, outOfService: 0 },
      driver: { inspections: 20, outOfService: 0 },
      ...over,
    }),
  })

describe('a carrier in order', () => {
  cases([
    ['for a load', [], carrier()],
    ['by itself', [], carrier(), null],
  ])
  test('says so in full', () =>
    expect(vet({ carrier: carrier(), load: load(), today }, usualPolicy)).toEqual({
      verdict: 'clear',
      reasons: [],
      signs: [],
      policyVersion: 0,
    }))
})

describe('safety', () => {
  cases([
    [
      'unsatisfactory',
      ['stop rating_unsatisfactory'],
      carrier({ register: record({ safetyRating: 'unsatisfactory', ratedOn: '2026-02-01' }) }),
    ],
    ['conditional', ['caution rating_conditional'], carrier({ register: record({ safetyRating: 'conditional' }) })],
    ['satisfactory', [], carrier({ register: record({ safetyRating: 'satisfactory' }) })],
    ['vehicles: 33 of 100 out of service', [], inspected({ vehicle: { inspections: 100, outOfService: 33 } })],
    [
      'vehicles: 34 of 100 out of service',
      ['caution vehicle_out_of_service_high'],
      inspected({ vehicle: { inspections: 100, outOfService: 34 } }),
    ],
    ['vehicles: 7 of 7, too few to tell', [], inspected({ vehicle: { inspections: 7, outOfService: 7 } })],
    [
      'vehicles: 8 of 8',
      ['caution vehicle_out_of_service_high'],
      inspected({ vehicle: { inspections: 8, outOfService: 8 } }),
    ],
    ['drivers: 10 of 100', [], inspected({ driver: { inspections: 100, outOfService: 10 } })],
    [
      'drivers: 11 of 100',
      ['caution driver_out_of_service_high'],
      inspected({ driver: { inspections: 100, outOfService: 11 } }),
    ],
    ['nine trucks never inspected', [], inspected({ powerUnits: 9, driver: { inspections: 0, outOfService: 0 } })],
    [
      'ten trucks never inspected',
      ['caution never_inspected'],
      inspected({ powerUnits: 10, driver: { inspections: 0, outOfService: 0 } }),
    ],
    ['eleven trucks, one inspection', [], inspected({ powerUnits: 11, driver: { inspections: 1, outOfService: 0 } })],
    [
      'two crashes, one truck',
      [],
      carrier({ register: record({ powerUnits: 1, crashes: { fatal: 0, injury: 1, tow: 1 } }) }),
    ],
    [
      'three crashes, ten trucks',
      [],
      carrier({ register: record({ powerUnits: 10, crashes: { fatal: 0, injury: 1, tow: 2 } }) }),
    ],
    [
      'three crashes, nine trucks',
      ['caution crashes_high'],
      carrier({ register: record({ powerUnits: 9, crashes: { fatal: 1, injury: 1, tow: 1 } }) }),
    ],
  ])
})

describe('documents, permits, equipment and our own knowledge', () => {
  const held = (loadsHeld: number, powerUnits = 2) => carrier({ loadsHeld, register: record({ powerUnits }) })
  const agreementTo = (expiresOn: string) =>
    carrier({
      documents: [
        { kind: 'w9', expiresOn: null },
        { kind: 'agreement', expiresOn },
      ],
    })
  const permitTo = (kind: 'hazmat' | 'canada' | 'mexico', expiresOn: string | null) =>
    carrier({ permits: [{ kind, expiresOn }] })
  const lastOn = (lastLoadOn: string) => carrier({ lastLoadOn })
  cases([
    ['do not use', ['stop do_not_use'], carrier({ doNotUse: 'handed our load on in May' })],
    ['no W-9', ['stop no_w9'], carrier({ documents: [{ kind: 'agreement', expiresOn: null }] })],
    ['no agreement', ['stop no_agreement'], carrier({ documents: [{ kind: 'w9', expiresOn: null }] })],
    ['the agreement ends the day before delivery', ['stop no_agreement'], agreementTo('2026-11-24')],
    ['the agreement ends on the day', [], agreementTo('2026-11-25')],
    ['the agreement ends the day after', [], agreementTo('2026-11-26')],
    ['two trucks, one load held', [], held(1)],
    ['two trucks, two loads held', ['caution too_few_units'], held(2)],
    ['two trucks, three loads held', ['caution too_few_units'], held(3)],
    ['no truck in the register', ['caution too_few_units'], held(0, 0)],
    ['hazmat without a permit', ['stop no_permit_hazmat'], carrier(), load({ hazmat: true })],
    [
      'hazmat permit ends the day before delivery',
      ['stop no_permit_hazmat'],
      permitTo('hazmat', '2026-11-24'),
      load({ hazmat: true }),
    ],
    ['hazmat permit ends on the day', [], permitTo('hazmat', '2026-11-25'), load({ hazmat: true })],
    ['hazmat permit without end', [], permitTo('hazmat', null), load({ hazmat: true })],
    ['to Canada without a permit', ['stop no_permit_canada'], carrier(), load({ countries: ['US', 'CA'] })],
    ['to Canada with one', [], permitTo('canada', null), load({ countries: ['US', 'CA'] })],
    [
      'to Mexico with one for Canada',
      ['stop no_permit_mexico'],
      permitTo('canada', null),
      load({ countries: ['US', 'MX'] }),
    ],
    ['equipment not listed', ['caution equipment_not_listed'], carrier(), load({ equipment: 'tanker' })],
    ['no equipment listed at all', [], carrier({ equipment: [] }), load({ equipment: 'tanker' })],
    ['last load a year and a day ago', ['caution gone_quiet'], lastOn('2025-11-22')],
    ['last load a year ago', [], lastOn('2025-11-23')],
    ['last load a year less a day ago', [], lastOn('2025-11-24')],
    ['never a load', [], carrier({ lastLoadOn: null })],
    ['last load on a leap day, asked a year later', [], lastOn('2028-02-29'), null, '2029-02-28'],
    ['the day after', ['caution gone_quiet'], lastOn('2028-02-28'), null, '2029-03-01'],
  ])
})

describe('signs', () => {
  const wrote = (mail: string) => identity({ writer: { mail, phone: null } })
  const shared = (
    kind: 'phone' | 'bank' | 'officer' | 'vehicle' | 'insurance_policy' | 'address',
    closedOn: string | null = null,
  ) => ({ kind, value: 'X', with: [{ name: 'Hollow Fox Freight', dotNumber: '9', closedOn }] })
  const signs = (who: CarrierToVet) => vet({ carrier: who, load: load(), today }, usualPolicy)
  test.each<[string, string[], CarrierToVet]>([
    ['the register’s own domain', [], wrote('ada@wanderingelk.example')],
    ['a subdomain of it', [], wrote('ada@mail.wanderingelk.example')],
    ['a letter swapped', ['mail_looks_alike'], wrote('ada@wandernigelk.example')],
    ['a digit for a letter', ['mail_looks_alike'], wrote('ada@wander1ngelk.example')],
    ['a Cyrillic letter', ['mail_looks_alike'], wrote('ada@wаnderingelk.example')],
    ['a hyphen', ['mail_looks_alike'], wrote('ada@wandering-elk.example')],
    ['a word hung on', ['mail_looks_alike'], wrote('ada@wanderingelk-dispatch.example')],
    ['another ending', ['mail_other_ending'], wrote('ada@wanderingelk.test')],
    ['another domain altogether', ['mail_different'], wrote('ada@hollowfox.example')],
    ['a free address', ['mail_free'], wrote('ada@fremail.example')],
    [
      'an address on file',
      [],
      identity({ writer: { mail: 'ada@hollowfox.example', phone: null }, mails: ['Ada@HollowFox.example'] }),
    ],
    ['a strange phone', ['phone_not_on_file'], identity({ writer: { mail: null, phone: '(406) 555-0199' } })],
    ['a known phone, written otherwise', [], identity({ writer: { mail: null, phone: '+1 208 555 0150' } })],
    ['contact changed 30 days ago', [], identity({ contactChangedOn: '2026-10-24' })],
    ['contact changed 29 days ago', ['contact_changed'], identity({ contactChangedOn: '2026-10-25' })],
    ['payee changed 29 days ago', ['payee_changed'], identity({ payeeChangedOn: '2026-10-25' })],
    ['payee changed 30 days ago', [], identity({ payeeChangedOn: '2026-10-24' })],
    ['same bank', ['bank_shared'], identity({ shared: [shared('bank')] })],
    ['same officer', ['officer_shared'], identity({ shared: [shared('officer')] })],
    ['same vehicle', ['vehicle_shared'], identity({ shared: [shared('vehicle')] })],
    ['same policy', ['insurance_shared'], identity({ shared: [shared('insurance_policy')] })],
    ['four at one address', [], identity({ shared: [{ ...shared('address'), count: 3 }] })],
    ['five at one address', ['address_shared'], identity({ shared: [{ ...shared('address'), count: 4 }] })],
    [
      'a closed carrier’s officer, at another door',
      ['officer_shared'],
      identity({ shared: [shared('officer', '2018-12-01')] }),
    ],
    [
      'a closed carrier’s officer at the same door',
      ['reborn', 'officer_shared'],
      identity({ shared: [shared('officer', '2018-12-01'), shared('address', '2018-12-01')] }),
    ],
    ['150 miles away', [], identity({ position: { milesAway: 150, saidPlace: 'Boise' } })],
    ['151 miles away', ['truck_far_away'], identity({ position: { milesAway: 151, saidPlace: 'Boise' } })],
    ['offers on four more loads with five trucks', [], identity({ openOffers: 4 })],
    ['offers on five more loads with five trucks', ['more_offers_than_trucks'], identity({ openOffers: 5 })],
    ['80% of the low end', [], identity({ price: { payMinor: 160_000, lowMinor: 200_000 } })],
    ['a cent under it', ['price_far_under'], identity({ price: { payMinor: 159_999, lowMinor: 200_000 } })],
    ['driver’s phone', ['driver_seen_elsewhere'], identity({ driverPhoneSeenFor: 'Hollow Fox' })],
    ['truck', ['truck_seen_elsewhere'], identity({ truckSeenFor: 'Hollow Fox' })],
  ])('%s: %j', (_, expected, who) => expect(signs(who).signs.map((sign) => sign.code)).toEqual(expected))

  test('a closed carrier reborn: within two years before and half a year after', () => {
    const reborn = (closedOn: string) =>
      signs(
        carrier({
          register: record({
            authorities: [
              { kind: 'common', status: 'active', grantedOn: '2026-03-01', revokedOn: null, reinstatedOn: null },
            ],
          }),
          identity: { ...carrier().identity, shared: [shared('phone', closedOn)] },
        }),
      ).signs.some((sign) => sign.code === 'reborn')
    expect(['2024-02-29', '2024-03-02', '2026-02-28', '2026-08-28', '2026-08-29'].map(reborn)).toEqual([
      false,
      true,
      true,
      true,
      false,
    ])
  })
  test('signs weigh together: four is nothing, five is caution, twelve stops', () => {
    const weigh = (over: Parameters<typeof identity>[0]) => signs(identity(over)).verdict
    expect(weigh({ shared: [shared('officer')] })).toBe('clear')
    expect(weigh({ payeeChangedOn: today })).toBe('caution')
    expect(weigh({ payeeChangedOn: today, shared: [shared('officer')] })).toBe('caution')
    expect(weigh({ payeeChangedOn: today, shared: [shared('officer')], contactChangedOn: today })).toBe('stop')
  })
  test('a lookalike is reported for what it is even where somebody put it on file', () => {
    expect(
      signs(
        identity({ writer: { mail: 'ada@wander1ngelk.example', phone: null }, mails: ['ada@wander1ngelk.example'] }),
      ).signs[0]?.code,
    ).toBe('mail_looks_alike')
  })
})
