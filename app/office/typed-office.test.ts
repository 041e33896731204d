import { expect, test } from 'vitest'
import { plainOffice } from '#core/office/office'
import { officeFrom, typedFrom } from './typed-office'

const office = {
  ...plainOffice,
  address: ['12 Wharf St', 'Seattle, WA 98101'],
  hours: { ...plainOffice.hours, holidays: [{ day: '2026-12-25', name: 'Christmas Day' }] },
  pricing: { margin: { percentE2: 1250, floorMinor: 150_00, capMinor: null }, leastMarginE2: 475 },
}

test('settings that nobody touched come back as they were', () => expect(officeFrom(typedFrom(office))).toEqual(office))

test.each([
  ['1,200', { floorMinor: 1200_00 }],
  ['', { floorMinor: null }],
  ['none', { floorMinor: Number.NaN }],
])('a floor of %j', (floorMinor, expected) =>
  expect(officeFrom({ ...typedFrom(office), floorMinor }).pricing.margin).toMatchObject(expected),
)

test('a percent may have its sign; an empty one stays for the server to refuse', () => {
  expect(officeFrom({ ...typedFrom(office), percentE2: '12.5%' }).pricing.margin.percentE2).toBe(1250)
  expect(officeFrom({ ...typedFrom(office), percentE2: '' }).pricing.margin.percentE2).toBeNaN()
})

test('a blank line starts a paragraph, a line break within one does not', () =>
  expect(officeFrom({ ...typedFrom(office), conditions: 'One\n goes on\n\n\nTwo ' }).conditions).toEqual([
    'One goes on',
    'Two',
  ]))

test('a holiday is a day and, maybe, its name', () =>
  expect(
    officeFrom({ ...typedFrom(office), holidays: '2026-12-25 Christmas Day\n\n2027-01-01' }).hours.holidays,
  ).toEqual([
    { day: '2026-12-25', name: 'Christmas Day' },
    { day: '2027-01-01', name: '' },
  ]))
