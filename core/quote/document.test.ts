import { expect, test } from 'vitest'
import { flatCharge } from '../charge/charge'
import { type LineToShow, quoteDocument } from './document'
import { quoteLogWords } from './log-words'
import { quoteMail } from './mail'

const line = {
  position: 1,
  originCity: 'Twin Falls',
  originRegion: 'ID',
  originPostal: '83301',
  destCity: 'Phoenix',
  destRegion: 'AZ',
  destPostal: '85001',
  equipment: 'reefer',
  weightLb: 42_000,
  pickupFrom: null,
  pickupTo: null,
  loads: 12,
  miles: 786.6,
  charges: [flatCharge('line_haul', 263_000), flatCharge('tarp', 7500), { ...flatCharge('other', 5000), note: 'team' }],
  lineHaulMinor: 263_000,
  fuelMinor: 0,
  sellMinor: 275_500,
  by: null,
  comment: 'Dock <4> & 5',
  // What must never leave: beside the line, as a row of the database has it.
  bandMiddleMinor: 226_111,
  marginMinor: 36_889,
  theirsMinor: 299_999,
  lostToMinor: 288_888,
} as LineToShow
const desk = {
  broker: {
    name: 'Plover & Rook Freight',
    address: ['a'],
    phone: 'p',
    mail: 'm',
    mcNumber: '1',
    logo: null,
    zone: 'America/Boise',
  },
  rep: { name: 'Ines', phone: '1', mail: 'i@x.example', passwordHash: 'secret' },
  terms: ['t'],
  writtenOn: '2026-11-23',
}
const quote = {
  number: 'Q-1001',
  version: 1,
  title: '',
  customerName: 'Snowmelt',
  currency: 'USD' as const,
  showMiles: false,
  validUntil: '2026-11-30',
  fuel: null,
  lines: [line],
}

test('the document holds what was allowed and nothing beside it', () => {
  const document = quoteDocument(quote, desk)
  expect(Object.keys(document).sort()).toEqual([
    'broker',
    'currency',
    'customer',
    'fuel',
    'lines',
    'number',
    'rep',
    'showsMiles',
    'terms',
    'title',
    'validUntil',
    'version',
    'writtenOn',
  ])
  expect(Object.keys(document.lines[0]!).sort()).toEqual([
    'comment',
    'dest',
    'equipment',
    'extras',
    'fuelMinor',
    'lineHaulMinor',
    'loads',
    'miles',
    'origin',
    'pickup',
    'position',
    'totalMinor',
    'weightLb',
  ])
  const whole = JSON.stringify(document)
  for (const secret of ['226111', '36889', '299999', '288888', 'secret', 'America/Boise'])
    expect(whole).not.toContain(secret)
})
test('miles stand on it only where the customer’s setting says so', () => {
  expect(quoteDocument(quote, desk).lines[0]!.miles).toBeNull()
  expect(quoteDocument({ ...quote, showMiles: true }, desk).lines[0]!.miles).toBe(787)
})
test('extras are named with their rates', () =>
  expect(quoteDocument(quote, desk).lines[0]!.extras).toEqual(['Tarp 75 flat', 'Team 50 flat']))
test('the fuel table and its diesel stand beneath', () => {
  const fuel = {
    table: { name: 'x', baseE3: 1250, stepE3: 60, basis: 'per_mile' as const, addE4: 100, begunStepCounts: true },
    dieselE3: 3522,
    week: '2026-11-16',
  }
  expect(quoteDocument({ ...quote, fuel }, desk).fuel).toBe(
    'Fuel: $0.01 a mile for every $0.060 above $1.250, a partial step counts. Shown at diesel of $3.522 (week of Mon, Nov 16); it moves with the index.',
  )
})
test('in Canadian dollars the document, its fuel and the mail say so', () => {
  const fuel = {
    table: { name: 'x', baseE3: 1250, stepE3: 60, basis: 'per_mile' as const, addE4: 100, begunStepCounts: true },
    dieselE3: 3522,
    week: '2026-11-16',
  }
  const document = quoteDocument(
    { ...quote, currency: 'CAD', fuel, lines: [{ ...line, by: { rateE6: 731_200, day: '2026-11-20' } }] },
    desk,
  )
  expect(document.terms[0]).toBe('All prices are in Canadian dollars (CAD).')
  expect(document.fuel).toContain('The table is in US dollars; shown in Canadian dollars at 0.7312 on Fri, Nov 20.')
  expect(quoteMail(document, '').text).toContain('reefer: C$2,755 CAD')
})
test('the mail tells a few lines, never more, and makes HTML safe', () => {
  const few = quoteMail(quoteDocument(quote, desk), 'Hello <b>there</b>')
  expect(few.subject).toBe('Quote Q-1001: Twin Falls, ID 83301 to Phoenix, AZ 85001')
  expect(few.text).toContain('Twin Falls, ID 83301 to Phoenix, AZ 85001, reefer: $2,755 USD')
  expect(few.html).toContain('Hello &lt;b&gt;there&lt;/b&gt;')
  const many = quoteMail(
    quoteDocument({ ...quote, version: 2, lines: Array.from({ length: 40 }, () => line) }, desk),
    '',
  )
  expect(many.text).toContain('40 lanes')
  expect(many.text).toContain('takes the place of the one sent before')
  expect(many.text).not.toContain('2,755')
})
test('the log in sentences', () => {
  expect(quoteLogWords('lost', { positions: [3], why: 'price', toMinor: 250_000 })).toBe(
    'Line 3 lost: price, went for $2,500',
  )
  expect(quoteLogWords('lost', { positions: [3], why: 'price', toMinor: 250_000, currency: 'CAD' })).toContain(
    'went for C$2,500',
  )
  expect(quoteLogWords('line_changed', { position: 2, from: { weight: '' }, to: { weight: '42k' } })).toBe(
    'Line 2: weight empty to 42k',
  )
  expect(quoteLogWords('sent', { version: 1, to: 'a@b.example', lines: 1, leftBehind: 2 })).toBe(
    'Version 1 sent to a@b.example, 1 line; 2 stayed behind',
  )
  expect(quoteLogWords('loads_made', { positions: [1, 2], loads: 6 })).toBe('6 loads made of lines 1, 2')
})
