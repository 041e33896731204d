import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { Place } from '../place/place'
import type { Resolved } from '../place/resolve'
import { cellNames } from './quote'
import { readEquipment } from './read-equipment'
import { readExtras } from './read-extras'
import { readLine, readWeight } from './read-line'

const place = (city: string, region: string, postal: string): Place => ({
  city,
  region,
  postal,
  country: 'US',
  lat: 42,
  lon: -114,
  zone: 'America/Boise',
})
const known: Record<string, Place> = {
  'Twin Falls, ID': place('Twin Falls', 'ID', '83301'),
  '83301': place('Twin Falls', 'ID', '83301'),
  '83303': place('Twin Falls', 'ID', '83303'),
  'Phoenix AZ': place('Phoenix', 'AZ', '85001'),
}
const context = {
  today: '2026-11-23',
  currency: 'USD' as const,
  place: (text: string): Resolved =>
    known[text]
      ? { place: known[text]!, city: {} as never }
      : {
          refusal:
            text === 'Springfield'
              ? {
                  code: 'ambiguous_place',
                  message: 'Springfield is 27 places',
                  candidates: ['Springfield, MO', 'Springfield, IL'],
                }
              : { code: 'unknown_place', message: `No place named ${text}`, candidates: [] },
        },
}
const read = (cells: Parameters<typeof readLine>[0]) =>
  readLine({ origin: '83301', dest: 'Phoenix AZ', ...cells }, context)
const problemsOf = (cells: Parameters<typeof readLine>[0]) =>
  read(cells).problems.map(({ cell, message }) => [cell, message])

describe('a line’s cells', () => {
  test('a whole line', () => {
    const { fields, problems } = read({
      equipment: 'Reefer',
      weight: '42,300 lbs',
      pickup: '12/1 to 12/3',
      loads: '120',
      extras: 'tarp 75',
      price: '$2,630',
      theirs: 'USD 2,900',
      comment: 'dock 4',
    })
    expect(problems).toEqual([])
    expect(fields).toMatchObject({
      equipment: 'reefer',
      weightLb: 42_300,
      pickupFrom: '2026-12-01',
      pickupTo: '2026-12-03',
      loads: 120,
      ownPriceMinor: 263_000,
      theirsMinor: 290_000,
      comment: 'dock 4',
    })
  })
  test.each([
    ['CAD', '$3,600', 360_000],
    ['CAD', 'C$3,600', 360_000],
    ['CAD', 'CAD 3600 all in', 360_000],
    ['CAD', '3.6k', 360_000],
    ['USD', 'US$ 2,900', 290_000],
    ['USD', '2900 usd', 290_000],
  ] as const)('in %s %s is a price', (currency, theirs, minor) =>
    expect(readLine({ origin: '83301', dest: 'Phoenix AZ', theirs }, { ...context, currency }).fields.theirsMinor).toBe(
      minor,
    ),
  )
  test.each([
    ['USD', 'C$3,600'],
    ['CAD', '2900 USD'],
  ] as const)('in %s %s is refused, not taken as the quote’s own', (currency, price) => {
    const { fields, problems } = readLine({ origin: '83301', dest: 'Phoenix AZ', price }, { ...context, currency })
    expect(fields.ownPriceMinor).toBeNull()
    expect(problems[0]).toMatchObject({ cell: 'price', message: expect.stringContaining('Canadian dollars') })
  })
  test('extras are in the quote’s currency', () =>
    expect(
      readLine({ origin: '83301', dest: 'Phoenix AZ', extras: 'tarp 75' }, { ...context, currency: 'CAD' }).fields
        .extras,
    ).toMatchObject([{ kind: 'tarp', currency: 'CAD' }]))
  test('nothing but the lane is a van, any day', () =>
    expect(read({}).fields).toMatchObject({
      equipment: 'van',
      weightLb: null,
      pickupFrom: null,
      loads: null,
      ownPriceMinor: null,
    }))
  test.each([
    [{ dest: 'Nowheresville' }, 'dest', 'No place named Nowheresville'],
    [{ dest: '' }, 'dest', 'The destination is missing'],
    [{ weight: '-46000' }, 'weight', 'A weight is not negative: -46000'],
    [{ weight: '900000' }, 'weight', 'No weight in pounds up to 200,000: 900000'],
    [{ price: 'call me' }, 'price', 'No price: call me'],
    [{ price: '0' }, 'price', 'No price: 0'],
    [{ theirs: '-5' }, 'theirs', 'No price: -5'],
    [{ loads: 'lots' }, 'loads', 'No number of loads: lots'],
    [{ pickup: '2/30' }, 'pickup', 'No day or days: 2/30. Write 12/1, 12/1 to 12/5, tue, or any'],
    [{ pickup: '2026-11-01' }, 'pickup', '2026-11-01 is past'],
    [{ extras: 'tarps' }, 'extras', 'No charge: tarps. Write tarp 75, stop-off 50, detention 60 an hour'],
  ] as const)('%o is reported at its cell', (cells, cell, message) =>
    expect(problemsOf(cells)).toEqual([[cell, message]]),
  )
  test('an equipment never seen names those we know', () =>
    expect(problemsOf({ equipment: 'blimp' })[0]![1]).toMatch(
      /^No such equipment: blimp\. One of van, reefer, flatbed/,
    ))
  test('a name of many places keeps its candidates', () =>
    expect(read({ dest: 'Springfield' }).problems[0]!.candidates).toEqual(['Springfield, MO', 'Springfield, IL']))
  test('every bad cell is reported, not only the first', () =>
    expect(problemsOf({ weight: '-1', price: 'x', loads: '0' }).map(([cell]) => cell)).toEqual([
      'weight',
      'loads',
      'price',
    ]))
})

describe('city, state and code together', () => {
  test('the code tells, the city’s name stays as it was written', () => {
    const { fields } = read({ origin: 'TWIN FALLS, ID 83303' })
    expect(fields.origin).toMatchObject({ city: 'Twin Falls', postal: '83303' })
  })
  test('a code of another state is reported, with both ways it may have been meant', () => {
    expect(read({ origin: 'Twin Falls, AZ 83301' }).problems).toEqual([
      {
        cell: 'origin',
        message: '83301 is Twin Falls, ID, not in AZ',
        candidates: ['Twin Falls, AZ', 'Twin Falls, ID'],
      },
    ])
  })
  test('a code nobody knows leaves the city to tell', () =>
    expect(read({ origin: 'Twin Falls, ID 99999' }).fields.origin?.postal).toBe('83301'))
})

test.each([
  ['42,000', 42_000],
  ['42k', 42_000],
  ['42.5k', 42_500],
  ['19050 kg', 41_998],
  ['42000#', 42_000],
  ['0', null],
  ['4 tons', null],
  ['1,00', null],
  ['', null],
])('the weight %s', (typed, pounds) => expect(readWeight(typed)).toBe(pounds))

test.each([
  ['Dry Van', 'van'],
  ['VAN', 'van'],
  ["53' Reefer", 'reefer'],
  ['step-deck', 'step_deck'],
  ['Step Decks', 'step_deck'],
  ['48 ft flatbed', 'flatbed'],
  ['RGN', 'lowboy'],
  ['zeppelin', null],
  ['', null],
])('the equipment %s', (typed, kind) => expect(readEquipment(typed)).toBe(kind))

describe('extra charges', () => {
  test('kinds and bases', () => {
    expect(readExtras('tarp 75, stop-off $50; detention 60 an hour + team 12%, lumper: 1,250.50', 'USD')).toEqual({
      charges: [
        { kind: 'tarp', basis: 'flat', rateE4: 750_000, quantity: null, currency: 'USD', note: '', day: null },
        { kind: 'stop_off', basis: 'flat', rateE4: 500_000, quantity: null, currency: 'USD', note: '', day: null },
        { kind: 'detention', basis: 'hour', rateE4: 600_000, quantity: 0, currency: 'USD', note: '', day: null },
        {
          kind: 'other',
          basis: 'percent_of_line_haul',
          rateE4: 120_000,
          quantity: null,
          currency: 'USD',
          note: 'team',
          day: null,
        },
        { kind: 'lumper', basis: 'flat', rateE4: 12_505_000, quantity: null, currency: 'USD', note: '', day: null },
      ],
    })
  })
  test.each(['75', 'tarp -75', 'tarp 75 per moon', 'tarp, 75'])('%s is no charge', (text) =>
    expect(readExtras(text, 'USD')).toHaveProperty('unread'),
  )
  test('nothing is no charges', () => expect(readExtras('  ', 'USD')).toEqual({ charges: [] }))
})

test('whatever is typed, a line is read without a throw and every problem names a cell', () => {
  fc.assert(
    fc.property(
      fc.record(Object.fromEntries(cellNames.map((cell) => [cell, fc.string({ maxLength: 60 })]))),
      (cells) => {
        for (const problem of readLine(cells, context).problems) expect(cellNames).toContain(problem.cell)
      },
    ),
    { numRuns: 300 },
  )
})
