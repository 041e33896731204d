import { describe, expect, test } from 'vitest'
import { flatCharge } from '#core/charge/charge'
import { plainFreight } from '#core/load/freight'
import { loadTermsSchema, plainParties } from '#core/load/load'
import { plainStop } from '#core/load/stop'
import type { LoadFormStart } from '#server/load/form'
import { emptyForm, type FacilityChoice, type FormValues } from './form-fields'
import { formPath, missingFields, problemsSoFar } from './form-problems'
import { chargesFrom, formFrom, proposedWhen, readRate, termsFrom, windowsOf } from './form-values'

const now = Date.UTC(2026, 10, 23, 20, 12)
const facility = (id: number, over: Partial<FacilityChoice> = {}): FacilityChoice => ({
  id,
  name: 'Shed 4',
  address: '12 Canal Rd',
  city: 'Twin Falls',
  region: 'ID',
  postal: '83301',
  zone: 'America/Boise',
  lat: 42.56,
  lon: -114.46,
  booking: 'appointment',
  opens: null,
  closes: null,
  ...over,
})
const route = { miles: 796, legs: [{ miles: 796, hours: 13.9, byRoad: true }] }
const phoenix = facility(2, {
  name: 'Harrow DC',
  city: 'Phoenix',
  region: 'AZ',
  zone: 'America/Phoenix',
  lat: 33.45,
  lon: -112.07,
})
const start: LoadFormStart = {
  number: 'PR-20001',
  version: 1,
  state: 'paid',
  payer: null,
  customer: { id: 1, name: 'Snowmelt', city: '', region: '', hasPayer: true, currency: 'USD' },
  facilities: [facility(1), phoenix] as unknown as LoadFormStart['facilities'],
  terms: {
    customerId: 1,
    equipment: 'reefer',
    lengthFt: 53,
    tempMinF: 36,
    tempMaxF: 38,
    team: false,
    commodity: 'Seed potatoes',
    commodityHidden: false,
    weightLb: 42_300,
    pallets: null,
    ...plainFreight,
    ...plainParties,
    freightValueMinor: 50_000_00,
    practice: true,
    stops: [
      {
        ...plainStop,
        kind: 'pickup',
        facilityId: 1,
        earliestLocal: '2026-10-30T08:00',
        latestLocal: '2026-10-30T11:00',
        booking: 'appointment',
      },
      {
        ...plainStop,
        kind: 'delivery',
        facilityId: 2,
        earliestLocal: '2026-11-01T07:00',
        latestLocal: null,
        booking: 'first_come',
      },
    ],
    references: [
      { kind: 'pickup_number', name: '', value: 'PU1', showOn: ['rate_confirmation'] },
      { kind: 'contract_number', name: '', value: 'C9', showOn: ['invoice'] },
    ],
    notes: [{ audience: 'carrier', text: 'Two straps' }],
    sellCharges: [
      { ...flatCharge('line_haul', 288_050) },
      {
        kind: 'fuel_surcharge',
        basis: 'per_mile',
        rateE4: 4_550,
        quantity: null,
        currency: 'USD',
        note: '',
        day: null,
      },
    ],
  },
}
const copy = () => formFrom(start, { keepTimes: false })
const withWhen = (values: FormValues, first: string, second: string): FormValues => ({
  ...values,
  stops: [
    { ...values.stops[0]!, when: first },
    { ...values.stops[1]!, when: second },
  ],
})

describe('a form begun from a load', () => {
  test('a change holds everything and says the same terms back', () => {
    const values = formFrom(start, { keepTimes: true })
    expect(loadTermsSchema.parse(termsFrom(values, now, []))).toEqual(start.terms)
  })
  test('a copy leaves only the dates to give', () => {
    expect(Object.keys(missingFields(copy(), now, []))).toEqual(['stops.0.when', 'stops.1.when'])
  })
  test('a copy has no old numbers, but keeps the contract; it is not practice', () => {
    expect(copy().references.map((reference) => reference.kind)).toEqual(['contract_number'])
    expect(copy().practice).toBe(false)
  })
  test('the delivery is proposed as it stood to the old pickup, over a month end', () => {
    expect(proposedWhen(copy(), 1, now, route.legs)).toBeNull()
    expect(proposedWhen(withWhen(copy(), '11/30 8-11', ''), 1, now, route.legs)).toBe('2026-12-02 07:00')
  })
})

describe('a delivery that nobody has given a time', () => {
  const fresh = (over: Partial<FacilityChoice> = {}, when = 'tue 8'): FormValues => ({
    ...emptyForm,
    stops: [
      { ...emptyForm.stops[0]!, facility: facility(1), when },
      { ...emptyForm.stops[1]!, facility: { ...phoenix, ...over } },
    ],
  })
  // Loaded by 9:00 in Boise; 13.9 hours at the wheel take half an hour's break and a rest of ten: 9:24 on Wednesday, by the same clock in winter.
  test('follows the drive: the first full hour after a truck can be there, until the dock closes', () =>
    expect(proposedWhen(fresh(), 1, now, route.legs)).toBe('2026-11-25 10:00-17:00'))
  test('waits for the dock to open', () =>
    expect(proposedWhen(fresh({ opens: '13:00', closes: '22:00' }), 1, now, route.legs)).toBe('2026-11-25 13:00-22:00'))
  test('is the next day where the dock has closed by then', () =>
    expect(proposedWhen(fresh({ opens: '05:00', closes: '09:30' }), 1, now, route.legs)).toBe('2026-11-26 05:00-09:30'))
  test('moves with the pickup', () =>
    expect(proposedWhen(fresh({}, 'nov 30 8'), 1, now, route.legs)).toBe('2026-12-01 10:00-17:00'))
  test('is not proposed before the way, the pickup and the place are known', () => {
    expect(proposedWhen(fresh(), 1, now, [])).toBeNull()
    expect(proposedWhen(fresh({}, ''), 1, now, route.legs)).toBeNull()
    expect(proposedWhen(withWhen(emptyForm, 'tue 8', ''), 1, now, route.legs)).toBeNull()
  })
  test('straight through is the earliest that the law allows, whenever the dock opens', () => {
    const values = fresh({ opens: '13:00', closes: '22:00' })
    const straight = { ...values, stops: [values.stops[0]!, { ...values.stops[1]!, when: 'straight through' }] }
    const [, delivery] = windowsOf(straight, now, route.legs)
    expect(delivery).toEqual({ earliestLocal: '2026-11-25T09:24', latestLocal: null })
    expect(windowsOf(straight, now, [])[1]).toBeNull()
  })
})

describe('what is typed', () => {
  test('a window is read in the stop’s own day', () => {
    const late = Date.UTC(2026, 10, 24, 6) // Monday 23:00 in Boise, Tuesday 01:00 in New York
    const today = (over: Partial<FacilityChoice> = {}) => {
      const values = withWhen(emptyForm, 'today 8', '')
      return windowsOf(
        { ...values, stops: [{ ...values.stops[0]!, facility: facility(1, over) }, values.stops[1]!] },
        late,
        [],
      )[0]?.earliestLocal
    }
    expect(today()).toBe('2026-11-23T08:00')
    expect(today({ zone: 'America/New_York' })).toBe('2026-11-24T08:00')
  })
  test.each([
    ['2880', 28_800_000],
    ['2.355', 23_550],
    ['0.4550', 4_550],
    ['2.5k', 25_000_000],
    ['a lot', null],
    ['', null],
  ])('the rate %s', (typed, rateE4) => expect(readRate(typed)).toBe(rateE4))
  test('an empty line is no charge, an unreadable one is named at its field', () => {
    const values = {
      ...copy(),
      sellCharges: [
        { ...emptyForm.sellCharges[0]!, rate: '' },
        { ...emptyForm.sellCharges[0]!, rate: 'lots' },
      ],
    }
    expect(chargesFrom(values.sellCharges)).toHaveLength(1)
    expect(missingFields(values, now, [])).toHaveProperty(['sellCharges.0.rate'])
  })
  test('a new form names what is missing, by the form’s own fields', () => {
    expect(Object.keys(missingFields(emptyForm, now, [])).sort()).toEqual([
      'commodity',
      'customer',
      'stops.0.facility',
      'stops.0.when',
      'stops.1.facility',
      'stops.1.when',
      'weightLb',
    ])
  })
  test.each([
    ['customerId', 'customer'],
    ['stops.3.earliestLocal', 'stops.3.when'],
    ['sellCharges.0.rateE4', 'sellCharges.0.rate'],
    ['weightLb', 'weightLb'],
  ])('%s stands at %s', (path, field) => expect(formPath(path)).toBe(field))
})

describe('what the form tells while it is typed', () => {
  const codes = (values: FormValues) =>
    problemsSoFar(values, now, null, route, { rates: [], today: '2026-11-23' }).map((problem) => problem.code)
  test('nothing on an empty form', () => expect(codes(emptyForm)).toEqual([]))
  test('the past, before the delivery is given', () =>
    expect(codes(withWhen(copy(), '2026-11-20 8', ''))).toEqual(['in_the_past']))
  test('a way that cannot be driven, and that a team could', () => {
    const values = withWhen(copy(), 'tomorrow 8', 'wed 6a')
    expect(codes(values)).toEqual(['cannot_be_driven'])
    expect(codes({ ...values, team: true })).toEqual([])
  })
  test('a customer whom nobody bills', () => {
    expect(
      codes({ ...emptyForm, customer: { id: 2, name: 'x', city: '', region: '', hasPayer: false, currency: 'USD' } }),
    ).toEqual(['no_payer'])
  })
  test('until the miles are known nothing is said of the way', () => {
    expect(
      problemsSoFar(withWhen(copy(), 'tomorrow 8', 'wed 6a'), now, null, null, { rates: [], today: '2026-11-23' }),
    ).toEqual([])
  })
})
