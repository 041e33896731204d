import { expect, test } from 'vitest'
import { companyOf } from './companies'

const now = Date.UTC(2026, 10, 24, 15)
const numbers = Array.from({ length: 2000 }, (_, at) => String(910_000 + at))

test('the same company is reported alike whenever it is asked for, and not every company is known', () => {
  expect(numbers.map((mc) => companyOf(mc, now))).toEqual(numbers.map((mc) => companyOf(mc, now)))
  const unknown = numbers.filter((mc) => companyOf(mc, now) === null).length
  expect(unknown).toBeGreaterThan(60)
  expect(unknown).toBeLessThan(300)
})

test('the better the grade, the sooner it pays; a report is of a day before today', () => {
  const known = numbers.flatMap((mc) => companyOf(mc, now) ?? [])
  const middle = (grade: string) => {
    const days = known.flatMap((each) => (each.grade === grade && each.days_to_pay !== null ? [each.days_to_pay] : []))
    return days.toSorted((one, other) => one - other)[Math.floor(days.length / 2)]!
  }
  const middles = ['A', 'B', 'C', 'D', 'F'].map(middle)
  expect(middles).toEqual(middles.toSorted((one, other) => one - other))
  for (const { as_of } of known) expect(Date.parse(as_of)).toBeLessThan(now - 86_400_000 / 2)
})
