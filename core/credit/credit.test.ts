import { describe, expect, test } from 'vitest'
import { type CreditReport, creditWords, readReports } from './credit'

const wire = { mc_number: '912345', grade: 'B', days_to_pay: 34, factoring: 'buys', as_of: '2026-11-28' }
const report: CreditReport = {
  ...{ mc: '912345', grade: 'B', daysToPay: 34, factoring: 'yes', reportedOn: '2026-11-28' },
}

describe('a bureau’s answer', () => {
  test('is read company by company', () =>
    expect(readReports({ reports: [wire] })).toEqual({ reports: [report], unread: [] }))
  test.each<[string, object]>([
    ['a grade that nobody gives', { grade: 'AAA' }],
    ['days that are no number', { days_to_pay: '34' }],
    ['more days than a year and a month', { days_to_pay: 401 }],
    ['a day that does not exist', { as_of: '2026-02-30' }],
    ['a number that is none', { mc_number: 'MC912345' }],
    ['words for factoring that we do not know', { factoring: 'maybe' }],
  ])('%s costs that company alone', (_, over) => {
    const read = readReports({ reports: [{ ...wire, ...over }, wire] })
    expect(read?.reports).toEqual([report])
    expect(read?.unread).toHaveLength(1)
  })
  test.each([
    ['nothing', null],
    ['a text', 'Welcome'],
    ['a page', { reports: 'none' }],
    ['a list', [wire]],
  ])('%s is none', (_, answer) => expect(readReports(answer)).toBeNull())
})

test.each<[Partial<CreditReport>, string]>([
  [{}, 'credit B (Nov 28), pays in 34 days, can be factored'],
  [{ daysToPay: 1, factoring: 'ask' }, 'credit B (Nov 28), pays in 1 day, ask the factor'],
  [{ grade: 'F', daysToPay: null, factoring: 'no' }, 'credit F (Nov 28), cannot be factored'],
])('%o reads %s', (over, words) => expect(creditWords({ ...report, ...over })).toBe(words))
