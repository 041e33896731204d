import { expect, test } from 'vitest'
import { isOfficeOpen, officeHoursWords } from './hours'
import { plainOffice } from './office'

/** A Monday afternoon in Boise. */
const now = Date.UTC(2026, 10, 23, 20)
const words = (over: Partial<typeof plainOffice.hours>, at = now) =>
  officeHoursWords({ zone: 'America/Boise', hours: { ...plainOffice.hours, ...over } }, at)

test.each([
  [[1, 2, 3, 4, 5], 'Mon-Fri'],
  [[0, 1, 2, 3, 4, 5, 6], 'Mon-Sun'],
  [[6, 0], 'Sat, Sun'],
  [[1, 3, 4, 5], 'Mon, Wed-Fri'],
  [[2], 'Tue'],
])('open on %j', (days, said) => expect(words({ days })).toBe(`${said}, 7:00 am-6:00 pm MST`))

test('the hours are the desk’s own, with its zone of that day', () =>
  expect(words({ opens: '06:30', closes: '17:00' }, Date.UTC(2026, 6, 1))).toBe('Mon-Fri, 6:30 am-5:00 pm MDT'))

test.each([
  ['of today', '2026-11-23', '; closed Mon, Nov 23'],
  ['two weeks ahead', '2026-12-07', '; closed Mon, Dec 7'],
  ['farther ahead', '2026-12-08', ''],
  ['that is over', '2026-11-22', ''],
])('a holiday %s', (_, day, said) =>
  expect(words({ holidays: [{ day, name: '' }] })).toBe(`Mon-Fri, 7:00 am-6:00 pm MST${said}`),
)

test.each([
  ['a Monday afternoon', Date.UTC(2026, 10, 23, 20), true],
  ['when it opens', Date.UTC(2026, 10, 23, 14), true],
  ['the minute before', Date.UTC(2026, 10, 23, 13, 59), false],
  ['when it closes', Date.UTC(2026, 10, 24, 1), false],
  ['a Sunday', Date.UTC(2026, 10, 22, 20), false],
  ['a holiday', Date.UTC(2026, 11, 25, 20), false],
])('%s the office is open: %o', (_, at, isOpen) => {
  const hours = { ...plainOffice.hours, holidays: [{ day: '2026-12-25', name: 'Christmas Day' }] }
  expect(isOfficeOpen({ zone: 'America/Boise', hours }, at)).toBe(isOpen)
})
