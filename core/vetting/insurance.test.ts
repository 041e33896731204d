import { describe, expect, test } from 'vitest'
import { dayOf, toLocal } from '../time/local'
import type { CarrierToVet, LoadToVet } from './facts'
import { cargo, carrier, certificate, filed, load, record, today } from './testing'
import { cases, codes } from './testing-cases'
import { usualPolicy } from './usual-policy'
import { barFor, vet } from './vetting'

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
