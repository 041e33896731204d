import { describe, expect, test } from 'vitest'
import { flatCharge } from '../charge/charge'
import { type LoadTerms, loadTermsSchema } from './load'
import { stopSchema } from './stop'

const stop = (kind: 'pickup' | 'delivery', over: object = {}) => ({
  kind,
  facilityId: 1,
  earliestLocal: '2026-12-31T23:30',
  latestLocal: null,
  booking: 'first_come',
  ...over,
})
const terms = (over: object = {}) => ({
  customerId: 1,
  equipment: 'van',
  commodity: 'Boxes',
  weightLb: 30_000,
  stops: [stop('pickup'), stop('delivery', { earliestLocal: '2027-01-02T08:00' })],
  ...over,
})
const wrong = (over: object) => {
  const parsed = loadTermsSchema.safeParse(terms(over))
  return parsed.success ? [] : parsed.error.issues.map((issue) => issue.path.join('.'))
}

describe('a load’s terms', () => {
  test('the least that makes a load is filled in with what is usual', () => {
    expect(loadTermsSchema.parse(terms())).toMatchObject({
      lengthFt: 53,
      team: false,
      practice: false,
      commodityHidden: false,
      references: [],
      notes: [],
      sellCharges: [],
    } satisfies Partial<LoadTerms>)
  })
  test.each([
    ['no customer', { customerId: undefined }, ['customerId']],
    ['customer of nothing', { customerId: 0 }, ['customerId']],
    ['a truck that is none', { equipment: 'barge' }, ['equipment']],
    ['freight of blanks', { commodity: '   ' }, ['commodity']],
    ['no weight', { weightLb: undefined }, ['weightLb']],
    ['a weight no truck carries', { weightLb: 900_000 }, ['weightLb']],
    ['half a pound', { weightLb: 1.5 }, ['weightLb']],
    ['a range upside down', { tempMinF: 40, tempMaxF: 30 }, ['tempMaxF']],
    ['only a delivery', { stops: [stop('delivery'), stop('delivery')] }, ['stops.0.kind']],
    ['only pickups', { stops: [stop('pickup'), stop('pickup')] }, ['stops']],
    ['one stop', { stops: [stop('pickup')] }, ['stops', 'stops']],
    [
      'a window that closes before it opens',
      { stops: [stop('pickup', { latestLocal: '2026-12-31T22:00' }), stop('delivery')] },
      ['stops.0.latestLocal'],
    ],
    ['a reference without a number', { references: [{ kind: 'purchase_order', value: ' ' }] }, ['references.0.value']],
    [
      'a reference on a document that is none',
      { references: [{ kind: 'other', value: '1', showOn: ['postcard'] }] },
      ['references.0.showOn.0'],
    ],
    ['an empty note', { notes: [{ audience: 'carrier', text: '' }] }, ['notes.0.text']],
    ['a note for nobody', { notes: [{ audience: 'press', text: 'x' }] }, ['notes.0.audience']],
    [
      'a charge of words',
      { sellCharges: [{ ...flatCharge('line_haul', 1), rateE4: 'much' }] },
      ['sellCharges.0.rateE4'],
    ],
    [
      'a charge below nothing',
      { sellCharges: [{ ...flatCharge('line_haul', 1), rateE4: -1 }] },
      ['sellCharges.0.rateE4'],
    ],
    [
      'a currency of its own',
      { sellCharges: [{ ...flatCharge('line_haul', 1), currency: 'XYZ' }] },
      ['sellCharges.0.currency'],
    ],
  ])('%s', (_, over, paths) => {
    const found = wrong(over)
    expect(found.length).toBeGreaterThan(0)
    for (const path of found) expect(paths).toContain(path)
  })
  test('a window of one minute and one over midnight are both windows', () => {
    expect(stopSchema.safeParse(stop('pickup', { latestLocal: '2026-12-31T23:30' })).success).toBe(true)
    expect(stopSchema.safeParse(stop('pickup', { latestLocal: '2027-01-01T00:30' })).success).toBe(true)
  })
  test('unknown fields do not come through', () =>
    expect(loadTermsSchema.parse(terms({ sellMinor: 1, id: 7 }))).not.toHaveProperty('id'))
})
