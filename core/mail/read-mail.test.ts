import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { gazetteer } from '#server/atlas.server'
import type { MailInput } from './mail'
import { placeFinder } from './place-finder'
import { readMailFacts } from './read-mail'
import { heldOutSamples, knownSamples } from './samples/samples'
import { inputOf, plainTruck, type Score, score } from './samples/score'

const finder = placeFinder(gazetteer())
const figures = ({ precision, recall, f1, right, found, there }: Score) =>
  `precision ${precision.toFixed(3)}, recall ${recall.toFixed(3)}, F1 ${f1.toFixed(3)} (${right} right of ${found} found and ${there} there)`

describe('how well mail is read', () => {
  test.each([
    ['mails it was written by', knownSamples],
    ['mails put aside', heldOutSamples],
  ])('%s', (name, samples) => {
    const { trucks, wholeTrucks, offers, wholeOffers, outOfNothing } = score(samples, finder)
    console.log(
      [
        `    ${name}: ${samples.length}`,
        `trucks (place, trailer, day, number): ${figures(trucks)}`,
        `trucks with all that is said of them: ${figures(wholeTrucks)}`,
        `offers (for what, how much): ${figures(offers)}`,
        `offers with all that is said of them: ${figures(wholeOffers)}`,
        `read out of mail that holds nothing: ${outOfNothing}`,
      ].join('\n      '),
    )
    expect(trucks.f1).toBeGreaterThan(0.95)
    expect(offers.f1).toBeGreaterThan(0.95)
    expect(wholeTrucks.f1).toBeGreaterThan(0.85)
    expect(outOfNothing).toBeLessThan(3)
  })
})

const letter = (text: string, over: Partial<MailInput> = {}): MailInput => ({
  sender: { name: 'Dale Pruitt', address: 'dale@wandering-elk.example' },
  ...{ subject: '', sentAt: '2026-12-01T06:10:00-06:00', text, html: '', sheets: [] },
  ...over,
})
const trucksIn = (text: string, over: Partial<MailInput> = {}) =>
  readMailFacts(letter(text, over), finder).trucks.map(plainTruck)

describe('each fact stands where it was read', () => {
  const text = "Got a 53' reefer in Boise, ID tomorrow, wants CA. 2.60/mi"
  const [truck] = readMailFacts(letter(text), finder).trucks
  const words = (fact: { at: { from: number; to: number } | null } | null | undefined) =>
    fact?.at ? text.slice(fact.at.from, fact.at.to) : null
  test.each([
    ['place', truck!.place, 'Boise, ID'],
    ['equipment', truck!.equipment, "a 53' reefer"],
    ['day', truck!.from, 'tomorrow'],
    ['destination', truck!.destinations[0], 'CA'],
    ['rate', truck!.rate, '2.60/mi'],
  ])('%s', (_, fact, said) => expect(words(fact)).toBe(said))
})

describe('days are counted from the mail’s own, by its sender’s clock', () => {
  test.each([
    ['tomorrow, an hour before midnight on New Year’s Eve', '2026-12-31T23:10:00-05:00', 'tomorrow', '2027-01-01'],
    ['Monday, on a Monday', '2026-11-30T06:00:00-06:00', 'Monday', '2026-11-30'],
    ['a date of next year', '2026-12-30T06:00:00-06:00', '1/4', '2027-01-04'],
    ['a weekday past the end of the month', '2027-02-27T06:00:00-06:00', 'Tue', '2027-03-02'],
    ['a leap day', '2028-02-28T06:00:00-06:00', 'tomorrow', '2028-02-29'],
    ['the day of a month that has passed is of the next', '2026-12-30T06:00:00-06:00', 'on the 2nd', '2027-01-02'],
    ['Spanish', '2026-12-01T06:00:00-06:00', 'mañana', '2026-12-02'],
  ])('%s', (_, sentAt, day, from) => {
    expect(trucksIn(`Reefer empty in Boise, ID ${day}`, { sentAt })).toMatchObject([{ city: 'Boise', from }])
  })
})

test('a mail is read to its end whatever is in it, and every place it names lies in the text', () => {
  const words = [
    ...[
      'van',
      'reefer',
      'Boise',
      'ID',
      'Tulsa OK',
      'to',
      '->',
      '12/3',
      'tomorrow',
      '2',
      'x3',
      '$1,850',
      '2.60/mi',
      '53',
    ],
    ...[
      ',',
      '.',
      '\n',
      '\n\n',
      '>',
      '-',
      '(',
      ')',
      ':',
      '|',
      '\t',
      'On Tue Ines wrote:',
      '--',
      'PR-26014',
      'and',
      'no',
      '44k',
      '<table>',
      '',
      '\u0000',
      '🚚',
    ],
  ]
  fc.assert(
    fc.property(fc.array(fc.constantFrom(...words), { maxLength: 60 }), fc.boolean(), (said, isHtml) => {
      const text = said.join(' ')
      const { parts, trucks, offers } = readMailFacts(letter(isHtml ? '' : text, { html: isHtml ? text : '' }), finder)
      for (const truck of trucks)
        for (const fact of [truck.place, truck.equipment, truck.from, truck.rate, ...truck.destinations])
          if (fact?.at) expect(parts[fact.at.part]!.text.slice(fact.at.from, fact.at.to)).not.toBe('')
      for (const { amount } of offers) expect(amount.value).toMatch(/^\d+\.\d\d$/)
    }),
    { numRuns: 300 },
  )
})

test('leaving out what a line says of a truck never makes another truck of it', () => {
  const fields = ['53', 'reefer', '12/3', 'x2', 'to CA', '44k', '2.60/mi']
  fc.assert(
    fc.property(fc.subarray(fields), (kept) => {
      const whole = trucksIn(`Boise, ID ${fields.join(' ')}`)
      const less = trucksIn(`Boise, ID ${kept.join(' ')}`)
      expect(whole).toHaveLength(1)
      expect(less.length).toBeLessThanOrEqual(1)
      for (const truck of less) expect(truck).toMatchObject({ city: 'Boise', region: 'ID' })
    }),
  )
})

test('requests for another account or a sign-in are warned of, and nothing else is', () => {
  const warned = (samples: typeof knownSamples) =>
    samples.flatMap((sample) => {
      const { warnings } = readMailFacts(inputOf(sample), finder)
      return warnings.length > 0 ? [`${sample.id} ${warnings.map(({ value }) => value).join(' ')}`] : []
    })
  expect(warned(knownSamples).toSorted()).toEqual(['ky13 bank_change', 'kz2 bank_change', 'kz3 sign_in'])
  expect(warned(heldOutSamples).toSorted()).toEqual(['hn5 bank_change sign_in', 'xz2 bank_change', 'xz3 sign_in'])
})

test.each([
  [
    'a forward of somebody else’s list',
    letter(
      'FYI\n\n---------- Forwarded message ---------\nFrom: Kim <kim@others.example>\nSubject: trucks\n\nVan Tulsa OK 12/3',
      { subject: 'Fwd: trucks' },
    ),
  ],
  ['a list that its sender takes back', letter('The Tulsa OK van is gone, the Boise ID reefer is covered')],
  ['what stands in a signature', letter('Call me.\n\nThanks,\nDale\nVans in Boise, ID and Tulsa, OK every day 12/3')],
])('%s holds nothing', (_, mail) => expect(readMailFacts(mail, finder)).toMatchObject({ trucks: [], offers: [] }))

test('a mail of thousands of trucks is read as far as anybody lists', () => {
  const { trucks } = readMailFacts(letter('Van Boise ID 12/3\n'.repeat(2_000)), finder)
  expect(trucks).toHaveLength(300)
})

test('a mail of 60,000 characters is read in no more than a blink', () => {
  const long = letter('Van Boise ID 12/3 - reefer Tulsa OK tomorrow to CA, AZ\n'.repeat(1_100))
  const started = performance.now()
  readMailFacts(long, finder)
  expect(performance.now() - started).toBeLessThan(3_000)
})
