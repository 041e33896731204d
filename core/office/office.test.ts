import { describe, expect, test } from 'vitest'
import { decideOffice, officeLogWords } from './decide'
import { brokerOf, mailDomainOf, type Office, officeSchema, plainOffice } from './office'

const office: Office = {
  ...plainOffice,
  name: 'Harbor Wren Freight',
  legalName: 'Harbor Wren Freight LLC',
  mcNumber: '0765432',
  dotNumber: '1876543',
  address: ['12 Wharf St', 'Seattle, WA 98101'],
  phone: '206-555-0100',
  mail: 'desk@harborwren.example',
  zone: 'America/Los_Angeles',
}

describe('what can be set', () => {
  test('a filled-in brokerage is taken as it is', () => expect(officeSchema.parse(office)).toEqual(office))
  test('a version from before a setting was added is read with its usual value', () => {
    const { sentKeptDays: _, ...running } = office.running
    expect(officeSchema.parse({ ...office, running }).running.sentKeptDays).toBe(90)
  })
  test('prefixes are read in capitals', () =>
    expect(
      officeSchema.parse({ ...office, numbers: { ...office.numbers, loadPrefix: ' hw ' } }).numbers.loadPrefix,
    ).toBe('HW'))
  test.each([
    ['no name', { name: ' ' }, 'name'],
    ['letters in an MC number', { mcNumber: 'MC12' }, 'mcNumber'],
    ['no address', { address: [] }, 'address'],
    ['a city that is no zone', { zone: 'Pocatello' }, 'zone'],
    ['a zone nobody has', { zone: 'America/Pocatello' }, 'zone'],
    ['an address without a domain', { mail: 'desk' }, 'mail'],
    ['a prefix with a dash', { numbers: { ...office.numbers, loadPrefix: 'P-R' } }, 'numbers.loadPrefix'],
    ['a first load of no number', { numbers: { ...office.numbers, firstLoad: Number.NaN } }, 'numbers.firstLoad'],
    ['closing before opening', { hours: { ...office.hours, closes: '06:30' } }, 'hours.closes'],
    ['open on no day', { hours: { ...office.hours, days: [] } }, 'hours.days'],
    [
      'a 31st of June',
      { hours: { ...office.hours, holidays: [{ day: '2026-06-31', name: '' }] } },
      'hours.holidays.0.day',
    ],
    ['all of the price kept', { pricing: { ...office.pricing, leastMarginE2: 9_900 } }, 'pricing.leastMarginE2'],
    ['an empty paragraph', { conditions: [' '] }, 'conditions.0'],
    ['sessions of a minute', { access: { ...office.access, idleMinutes: 1 } }, 'access.idleMinutes'],
    ['a field nobody knows', { logoColor: 'red' }, ''],
  ])('%s is refused at its field', (_, over, path) => {
    const parsed = officeSchema.safeParse({ ...office, ...over })
    expect(parsed.error?.issues.map((issue) => issue.path.join('.'))).toContain(path)
  })
})

describe('a version', () => {
  const now = { version: 4, office }
  test('follows the one it was made on, and says which parts differ', () => {
    const to = { ...office, phone: '206-555-0101', hours: { ...office.hours, closes: '17:00' } }
    const decision = decideOffice(now, { kind: 'save', basedOn: 4, office: to, note: 'Shorter days' })
    expect(decision).toEqual({
      events: [{ kind: 'settings_saved', version: 5, changed: ['phone', 'office hours'], note: 'Shorter days' }],
    })
    if ('events' in decision)
      expect(officeLogWords(decision.events[0]!)).toBe(
        'Version 5 of the settings saved (phone, office hours): Shorter days',
      )
  })
  test.each([
    ['one made on an older version', { basedOn: 3, office: { ...office, phone: '206-555-0101' } }, 'changed_since'],
    ['one that changes nothing', { basedOn: 4, office: structuredClone(office) }, 'nothing_changed'],
  ])('%s is refused', (_, command, code) =>
    expect(decideOffice(now, { kind: 'save', note: '', ...command })).toMatchObject({ refusal: { code } }),
  )
})

test('a document gets the name, logo, address and numbers, and nothing of margins or rules', () =>
  expect(Object.keys(brokerOf(office)).sort()).toEqual(['address', 'logo', 'mail', 'mcNumber', 'name', 'phone']))

test('our own mail comes from the domain of the office’s address', () =>
  expect(mailDomainOf(office)).toBe('harborwren.example'))
