import { describe, expect, test } from 'vitest'
import { expiryOf, termsWords, usualTerms, wrongTerms } from './terms'

const now = Date.UTC(2026, 11, 31, 23, 30)
const minute = 60_000
const load = { maxPayMinor: 250_000, pickupBy: now + 300 * minute }

describe('terms that cannot be posted', () => {
  test.each([
    [{ payKind: 'asking', payMinor: null }, 'payMinor', 'Give the price'],
    [{ payKind: 'asking', payMinor: 2_45 }, 'payMinor', 'looks like a price per mile'],
    [{ payKind: 'highest', payMinor: 250_001 }, 'payMinor', 'above max'],
    [{ expiresAt: now }, 'expiresAt', 'in the past'],
    [{ expiresAt: now + 301 * minute }, 'expiresAt', 'after the pickup closes'],
  ] as const)('%j', (over, path, words) =>
    expect(wrongTerms({ ...usualTerms, ...over }, load, now)).toEqual({
      path,
      message: expect.stringContaining(words),
    }),
  )
  test.each([
    [{}],
    [{ payKind: 'none', payMinor: 1 }],
    [{ payKind: 'highest', payMinor: 250_000 }],
    [{ expiresAt: now + 300 * minute }],
  ] as const)('%j can', (over) => expect(wrongTerms({ ...usualTerms, ...over }, load, now)).toBeNull())
  test('no max, no limit', () =>
    expect(
      wrongTerms({ ...usualTerms, payKind: 'asking', payMinor: 9e6 }, { ...load, maxPayMinor: null }, now),
    ).toBeNull())
})

describe('a posting ends', () => {
  test.each([
    ['90 minutes before the pickup closes', null, 300, 210],
    ['when the pickup closes, if it is posted at the last minute', null, 80, 80],
    ['two hours after it was posted, if the pickup has closed', null, -30, 120],
    ['when somebody said', 45, 300, 45],
    ['as usual, where what somebody said was over before it was posted', -10, 300, 210],
  ])('%s', (_, said, pickupIn, endsIn) =>
    expect(expiryOf({ ...usualTerms, expiresAt: said && now + said * minute }, now + pickupIn * minute, now)).toBe(
      now + endsIn * minute,
    ),
  )
})

test('what is chosen otherwise than usual is said', () => {
  expect(termsWords(usualTerms)).toBe('')
  expect(
    termsWords({
      ...usualTerms,
      ...{ payKind: 'asking', payMinor: 240_000, places: 'area', times: 'asap', gear: ['tarps'], minTrucks: 5 },
      ...{ alsoEquipment: ['conestoga'], freight: 'Dry goods', answerBy: 'email', comments: ['Call first'] },
    }),
  ).toBe(
    'asking price $2,400, market area only, as soon as possible, or conestoga, needs tarps, freight shown as “Dry goods”, carriers with 5 trucks or more, answers by email, “Call first”',
  )
})
