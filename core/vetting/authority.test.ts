import { describe, expect, test } from 'vitest'
import { carrier, load, record, today } from './testing'
import { cases, codes } from './testing-cases'

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
