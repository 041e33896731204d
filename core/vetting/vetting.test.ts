import { describe, expect, test } from 'vitest'
import { dayOf, toLocal } from '../time/local'
import type { CarrierToVet, LoadToVet } from './facts'
import { cargo, carrier, certificate, filed, identity, load, record, today } from './testing'
import { usualPolicy } from './usual-policy'
import { barFor, vet } from './vetting'

const codes = (who: CarrierToVet, what: LoadToVet | null = load(), on = today) =>
  vet({ carrier: who, load: what, today: on }, usualPolicy).reasons.map((reason) => `${reason.severity} ${reason.code}`)
type Case = [string, string[], CarrierToVet, (LoadToVet | null)?, string?]
const cases = (table: Case[]) =>
  test.each(table)('%s: %j', (_, expected, who, what, on) =>
    expect(codes(who, what === undefined ? load() : what, on ?? today)).toEqual(expected),
  )

const granted = (grantedOn: string) =>
  carrier({
    register: record({
      authorities: [{ kind: 'common', status: 'active', grantedOn, revokedOn: null, reinstatedOn: null }],
    }),
  })
const reinstated = (revokedOn: string, reinstatedOn: string) =>
  carrier({
    register: record({
      authorities: [{ kind: 'common', status: 'active', grantedOn: '2015-03-01', revokedOn, reinstatedOn }],
    }),
  })
const authority = (over: object) =>
  carrier({
    register: record({
      authorities: [
        { kind: 'common', status: 'active', grantedOn: '2019-05-01', revokedOn: null, reinstatedOn: null, ...over },
      ],
    }),
  })
const liabilityTo = (expiresOn: string) => carrier({ insurance: [certificate({ expiresOn }), cargo()] })
const liabilityCut = (cancelledOn: string) => carrier({ insurance: [certificate({ cancelledOn }), cargo()] })
const cargoTo = (expiresOn: string) => carrier({ insurance: [certificate(), cargo({ expiresOn })] })
const cargoOf = (dollars: number) => carrier({ insurance: [certificate(), cargo({ limitMinor: dollars * 100 })] })
const liabilityOf = (dollars: number) => carrier({ insurance: [certificate({ limitMinor: dollars * 100 }), cargo()] })
const reefer = load({ equipment: 'reefer' })
const cooled = (expiresOn: string, limitMinor = 50_000_00) =>
  carrier({
    insurance: [certificate(), cargo(), certificate({ kind: 'refrigeration', number: 'R-1', limitMinor, expiresOn })],
  })
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

describe('a certificate that does not help', () => {
  const findings = (who: CarrierToVet, what: LoadToVet | null = load()) =>
    vet({ carrier: who, load: what, today }, usualPolicy).reasons.map(({ message, fix }) => `${message} > ${fix}`)
  test('that runs on though the register has the policy cancelled: the register is where to fix it', () =>
    expect(
      findings(
        carrier({
          insurance: [
            certificate(),
            certificate({ source: 'register', insuredName: null, expiresOn: null, cancelledOn: '2026-11-24' }),
            cargo(),
          ],
        }),
      ),
    ).toEqual([
      expect.stringMatching(
        /^Liability ended .* > The certificate runs to Jun 30, 2030, but the register says otherwise.* Another certificate does not help/,
      ),
    ]))
  test('that shows more than the register has filed', () =>
    expect(
      findings(
        carrier({
          insurance: [
            certificate(),
            certificate({ source: 'register', insuredName: null, expiresOn: null, limitMinor: 300_000_00 }),
            cargo(),
          ],
        }),
      ),
    ).toEqual([
      expect.stringMatching(
        /^Liability of \$300,000 is below .* > The certificate shows \$1,000,000, but the register says otherwise/,
      ),
    ]))
  test('that nobody has looked at is not asked for again', () =>
    expect(
      findings(
        carrier({
          insurance: [certificate()],
          documentsWaiting: ['certificate', 'w9'],
          documents: [{ kind: 'agreement', expiresOn: null }],
        }),
      ),
    ).toEqual(
      expect.arrayContaining([
        'Cargo cover: nothing on file > A certificate came in and is waiting for review: see their documents.',
        'W-9 is not on file > W-9 came in and is waiting for review: see their documents.',
      ]),
    ))
  test('where none came, it is asked for', () =>
    expect(findings(carrier({ insurance: [certificate()] }))).toEqual([
      expect.stringContaining('> A certificate of cargo cover that is enough'),
    ]))
})

describe('authority', () => {
  cases([
    ['not in the register', ['stop not_in_register'], carrier({ register: null })],
    ['revoked', ['stop authority_not_active'], authority({ status: 'revoked', revokedOn: '2026-11-22' })],
    ['inactive', ['stop authority_not_active'], authority({ status: 'inactive' })],
    ['a broker’s authority alone', ['stop authority_not_active'], authority({ kind: 'broker' })],
    ['contract authority is enough', [], authority({ kind: 'contract' })],
    ['none at all', ['stop authority_not_active'], carrier({ register: record({ authorities: [] }) })],
    ['put out of service', ['stop authority_not_active'], carrier({ register: record({ operating: false }) })],
    ['granted 181 days ago', [], granted('2026-05-26')],
    ['granted 180 days ago', [], granted('2026-05-27')],
    ['granted 179 days ago', ['caution authority_young'], granted('2026-05-28')],
    ['granted 31 days ago', ['caution authority_young'], granted('2026-10-23')],
    ['granted 30 days ago', ['caution authority_young'], granted('2026-10-24')],
    ['granted 29 days ago', ['stop authority_young'], granted('2026-10-25')],
    ['granted today', ['stop authority_young'], granted(today)],
    [
      'an old contract authority beside a young common one',
      [],
      carrier({
        register: record({
          authorities: [
            { kind: 'common', status: 'active', grantedOn: '2026-11-01', revokedOn: null, reinstatedOn: null },
            { kind: 'contract', status: 'active', grantedOn: '2012-01-01', revokedOn: null, reinstatedOn: null },
          ],
        }),
      }),
    ],
    ['reinstated 91 days ago', [], reinstated('2026-08-01', '2026-08-24')],
    ['reinstated 90 days ago', [], reinstated('2026-08-01', '2026-08-25')],
    ['reinstated 89 days ago', ['caution authority_reinstated'], reinstated('2026-08-01', '2026-08-26')],
    ['a gap of two days', [], reinstated('2026-10-01', '2026-10-03')],
    ['a gap of three days', ['caution authority_reinstated'], reinstated('2026-10-01', '2026-10-04')],
    [
      'a gap over New Year',
      ['caution authority_reinstated'],
      carrier({ ...reinstated('2026-12-30', '2027-01-02') }),
      load({ pickupOn: '2027-01-05', lastDeliveryOn: '2027-01-06' }),
      '2027-01-04',
    ],
  ])

  test('the register’s silence: caution after 36 hours, stop after a week', () => {
    const after = (registerAgeHours: number | null) => codes(carrier({ registerAgeHours }))
    expect([35.9, 36, 36.1, 167.9, 168, 168.1, null].map((hours) => after(hours)[0] ?? 'clear')).toEqual([
      'clear',
      'clear',
      'caution register_old',
      'caution register_old',
      'caution register_old',
      'stop register_old',
      'stop register_old',
    ])
  })
})

describe('insurance through the delivery', () => {
  cases([
    ['liability ends the day before delivery', ['stop liability_lapses'], liabilityTo('2026-11-24')],
    ['liability ends on the day of delivery', ['caution liability_ends_soon'], liabilityTo('2026-11-25')],
    ['liability ends the day after delivery', ['caution liability_ends_soon'], liabilityTo('2026-11-26')],
    ['liability ends three days after', ['caution liability_ends_soon'], liabilityTo('2026-11-28')],
    ['liability ends four days after', [], liabilityTo('2026-11-29')],
    ['liability ended yesterday', ['stop liability_lapses'], liabilityTo('2026-11-22')],
    ['liability ends today, pickup tomorrow', ['stop liability_lapses'], liabilityTo('2026-11-23')],
    ['liability cancelled from the day before delivery', ['stop liability_lapses'], liabilityCut('2026-11-24')],
    ['liability cancelled from the day of delivery', ['stop liability_lapses'], liabilityCut('2026-11-25')],
    ['liability cancelled from the day after delivery', ['caution liability_ends_soon'], liabilityCut('2026-11-26')],
    ['cargo ends the day before delivery', ['stop cargo_lapses'], cargoTo('2026-11-24')],
    ['cargo ends on the day of delivery', ['caution cargo_ends_soon'], cargoTo('2026-11-25')],
    ['cargo ends the day after delivery', ['caution cargo_ends_soon'], cargoTo('2026-11-26')],
    ['cargo ends well after', [], cargoTo('2026-12-25')],
    ['by itself: ended yesterday', ['stop liability_lapses'], liabilityTo('2026-11-22'), null],
    ['by itself: ends today', ['caution liability_ends_soon'], liabilityTo('2026-11-23'), null],
    ['by itself: ends in a week', [], liabilityTo('2026-11-30'), null],
    [
      'delivered on New Year’s Eve, ends then',
      ['caution liability_ends_soon'],
      liabilityTo('2026-12-31'),
      load({ pickupOn: '2026-12-30', lastDeliveryOn: '2026-12-31' }),
    ],
    [
      'delivered on New Year’s Day, ends the day before',
      ['stop liability_lapses'],
      liabilityTo('2026-12-31'),
      load({ pickupOn: '2026-12-30', lastDeliveryOn: '2027-01-01' }),
    ],
    [
      'delivered on a leap day, ends the day before',
      ['stop liability_lapses'],
      liabilityTo('2028-02-28'),
      load({ pickupOn: '2028-02-28', lastDeliveryOn: '2028-02-29' }),
      '2028-02-27',
    ],
    [
      'delivered on a leap day, ends then',
      ['caution liability_ends_soon'],
      liabilityTo('2028-02-29'),
      load({ pickupOn: '2028-02-28', lastDeliveryOn: '2028-02-29' }),
      '2028-02-27',
    ],
    [
      'not yet in force at pickup',
      ['stop cargo_lapses'],
      carrier({ insurance: [certificate(), cargo({ effectiveOn: '2026-11-25' })] }),
    ],
    [
      'in force from the day of pickup',
      [],
      carrier({ insurance: [certificate(), cargo({ effectiveOn: '2026-11-24' })] }),
    ],
    [
      'renewed without a gap',
      [],
      carrier({
        insurance: [
          certificate({ expiresOn: '2026-11-24' }),
          certificate({ number: 'L-2', effectiveOn: '2026-11-25' }),
          cargo(),
        ],
        register: record({ filings: [filed(), filed({ number: 'L-2' })] }),
      }),
    ],
    [
      'renewed with a day between',
      ['stop liability_lapses'],
      carrier({
        insurance: [
          certificate({ expiresOn: '2026-11-23' }),
          certificate({ number: 'L-2', effectiveOn: '2026-11-25' }),
          cargo(),
        ],
        register: record({ filings: [filed(), filed({ number: 'L-2' })] }),
      }),
      load({ pickupOn: '2026-11-23' }),
    ],
    [
      'the register says cancelled, the certificate does not know',
      ['stop liability_lapses'],
      carrier({
        insurance: [
          certificate(),
          certificate({ source: 'register', insuredName: null, expiresOn: null, cancelledOn: '2026-11-24' }),
          cargo(),
        ],
      }),
    ],
    [
      'a filing alone runs until it is cancelled',
      [],
      carrier({ insurance: [certificate({ source: 'register', insuredName: null, expiresOn: null }), cargo()] }),
    ],
    [
      'overdue delivery, cover ended since',
      ['stop liability_lapses'],
      liabilityTo('2026-11-22'),
      load({ pickupOn: '2026-11-19', lastDeliveryOn: '2026-11-21' }),
    ],
    ['no liability at all', ['stop no_liability'], carrier({ insurance: [cargo()] })],
    ['no cargo cover at all', ['stop no_cargo'], carrier({ insurance: [certificate()] })],
    ['nothing at all', ['stop no_liability', 'stop no_cargo'], carrier({ insurance: [] })],
  ])

  test('grace: the policy’s days are added to what has ended, not to what is low', () => {
    const lenient = {
      ...usualPolicy,
      rules: usualPolicy.rules.map((rule) =>
        rule.kind === 'insurance_lapses' ? { ...rule, ask: { grace: 2 } } : rule,
      ),
    }
    const stops = (expiresOn: string) =>
      vet({ carrier: liabilityTo(expiresOn), load: load(), today }, lenient).verdict === 'stop'
    expect(['2026-11-22', '2026-11-23', '2026-11-24'].map(stops)).toEqual([true, false, false])
  })

  // 11 pm on the 25th in Phoenix is already the 26th in Columbus and for the world clock.
  test.each([
    ['America/Phoenix', '2026-11-26T06:00:00Z', '2026-11-25'],
    ['America/New_York', '2026-11-26T04:59:00Z', '2026-11-25'],
    ['America/New_York', '2026-11-26T05:00:00Z', '2026-11-26'],
    ['America/Boise', '2026-11-26T06:59:00Z', '2026-11-25'],
    ['America/Boise', '2026-11-26T07:00:00Z', '2026-11-26'],
    ['America/Los_Angeles', '2026-11-26T07:59:00Z', '2026-11-25'],
    ['America/St_Johns', '2026-11-26T03:29:00Z', '2026-11-25'],
    ['America/St_Johns', '2026-11-26T03:30:00Z', '2026-11-26'],
    ['America/Anchorage', '2026-11-26T08:59:00Z', '2026-11-25'],
  ])('the delivery’s day is that of its own place: %s at %s', (zone, at, day) => {
    const lastDeliveryOn = dayOf(toLocal(Date.parse(at), zone))
    expect(lastDeliveryOn).toBe(day)
    expect(codes(liabilityTo('2026-11-25'), load({ lastDeliveryOn }))).toEqual([
      day === '2026-11-25' ? 'caution liability_ends_soon' : 'stop liability_lapses',
    ])
  })
})

describe('how much is insured', () => {
  cases([
    ['liability a dollar short of a million', ['stop liability_low'], liabilityOf(999_999)],
    ['liability of a million', [], liabilityOf(1_000_000)],
    ['liability a dollar short of the law', ['stop liability_low'], liabilityOf(749_999)],
    ['cargo a dollar short, value not given', ['stop cargo_low'], cargoOf(99_999)],
    ['cargo of 100,000, value not given', [], cargoOf(100_000)],
    ['cargo of 100,000, worth 100,000', [], cargoOf(100_000), load({ freightValueMinor: 100_000_00 })],
    [
      'cargo of 100,000, worth a cent more',
      ['stop cargo_low'],
      cargoOf(100_000),
      load({ freightValueMinor: 100_000_01 }),
    ],
    ['cargo of 50,000, worth 40,000', [], cargoOf(50_000), load({ freightValueMinor: 40_000_00 })],
    [
      'the filing is lower than the certificate',
      ['stop liability_low'],
      carrier({
        insurance: [
          certificate(),
          certificate({ source: 'register', expiresOn: null, insuredName: null, limitMinor: 750_000_00 }),
          cargo(),
        ],
      }),
    ],
    [
      'enough now, less from the delivery day on',
      ['stop cargo_low'],
      carrier({
        insurance: [
          certificate(),
          cargo({ expiresOn: '2026-11-24' }),
          cargo({ number: 'C-2', limitMinor: 50_000_00, effectiveOn: '2026-11-20' }),
        ],
      }),
    ],
    [
      'a small policy beside a big one',
      [],
      carrier({ insurance: [certificate(), cargo(), cargo({ number: 'C-2', limitMinor: 10_000_00 })] }),
    ],
    ['reefer without refrigeration cover', ['caution no_refrigeration'], carrier(), reefer],
    ['reefer with it', [], cooled('2027-06-30'), reefer],
    ['its refrigeration cover ends the day before', ['stop refrigeration_lapses'], cooled('2026-11-24'), reefer],
    ['its refrigeration cover ends on the day', ['caution refrigeration_ends_soon'], cooled('2026-11-25'), reefer],
    ['a van needs none', [], carrier(), load()],
  ])
  test('which of two stops for one thing: the one that fewer may go past', () => {
    const verdict = vet({ carrier: liabilityOf(500_000), load: load(), today }, usualPolicy)
    expect(verdict.reasons.map((reason) => reason.rule)).toEqual(['liability_below_law'])
    expect(barFor('manager', verdict, usualPolicy)?.code).toBe('liability_low')
    const trade = vet({ carrier: liabilityOf(800_000), load: load(), today }, usualPolicy)
    expect([barFor('manager', trade, usualPolicy), barFor('rep', trade, usualPolicy)?.code]).toEqual([
      null,
      'liability_low',
    ])
  })
})

describe('certificates against the register', () => {
  cases([
    [
      'another insurer than on file',
      ['caution insurer_not_on_file'],
      carrier({ insurance: [certificate({ insurer: 'Old Ferry Underwriters' }), cargo()] }),
    ],
    [
      'no liability on file with the register',
      ['caution insurer_not_on_file'],
      carrier({ register: record({ filings: [] }) }),
    ],
    [
      'the insurer written otherwise',
      [],
      carrier({ insurance: [certificate({ insurer: 'LARK MUTUAL, INC.' }), cargo()] }),
    ],
    [
      'made out to another firm',
      ['caution insured_name_differs'],
      carrier({ insurance: [certificate({ insuredName: 'Wandering Moose Haulage' }), cargo()] }),
    ],
    [
      'made out to its trade name',
      [],
      carrier({
        register: record({ tradeName: 'Elk Express' }),
        insurance: [certificate({ insuredName: 'ELK EXPRESS LLC' }), cargo()],
      }),
    ],
    [
      'another policy number',
      ['caution policy_number_differs'],
      carrier({ insurance: [certificate({ number: 'L-77' }), cargo()] }),
    ],
    ['the number written otherwise', [], carrier({ insurance: [certificate({ number: 'l 1' }), cargo()] })],
    [
      'an expired certificate of another insurer does not count',
      [],
      carrier({
        insurance: [
          certificate(),
          certificate({
            number: 'OLD',
            insurer: 'Granary Casualty',
            effectiveOn: '2025-01-01',
            expiresOn: '2025-12-31',
          }),
          cargo(),
        ],
      }),
    ],
  ])
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
