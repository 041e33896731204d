import { describe, expect, test } from 'vitest'
import { readTender } from '../x12/read-tender'
import { tenderSegments } from '../x12/testing'
import { compareTenders } from './changes'
import { codesUsed, locationCode } from './codes-used'
import { isOlder, saidAtOf } from './message-order'
import { likeness, proposeCustomers, proposeLocations } from './propose'
import { respondByInstant } from './respond-by'
import type { Tender } from './tender'
import { loadOfTender, type TenderMapping } from './to-load'

const tender = (over: Partial<Tender> = {}): Tender => ({
  ...readTender([['ST', '204', '1'], ...tenderSegments]),
  alsoSaid: [],
  ...over,
})
const mapping: TenderMapping = {
  customerId: 1,
  equipment: 'reefer',
  facilities: [
    { id: 1, booking: 'appointment' },
    { id: 2, booking: 'first_come' },
  ],
  usual: { commodity: 'Seed potatoes', commodityHidden: false, weightLb: 41_000, tempMinF: 38, tempMaxF: 42 },
  practice: false,
}
const terms = (over: Partial<Tender> = {}, map: Partial<TenderMapping> = {}) => {
  const made = loadOfTender(tender(over), { ...mapping, ...map })
  if ('refusal' in made) throw new Error(made.refusal.message)
  return made.terms
}
const refusal = (over: Partial<Tender>) => {
  const made = loadOfTender(tender(over), mapping)
  return 'refusal' in made ? made.refusal.code : null
}

describe('a load of a tender', () => {
  test('says what the tender says', () => {
    expect(terms()).toMatchObject({
      equipment: 'reefer',
      lengthFt: 53,
      tempMinF: 36,
      tempMaxF: 36,
      weightLb: 42_300,
      commodity: 'Seed potatoes',
      stops: [
        { kind: 'pickup', facilityId: 1, booking: 'appointment' },
        { kind: 'delivery', facilityId: 2, booking: 'first_come' },
      ],
      sellCharges: [{ kind: 'line_haul', basis: 'flat', rateE4: 28_800_000 }],
    })
    expect(terms().notes).toEqual([
      { audience: 'us', text: 'Customer says: Call before arrival' },
      { audience: 'us', text: 'Stop 1, ask for Ada Finch 2085550101' },
    ])
  })

  test('writes down for us what was left open, and nothing of it for the carrier', () => {
    const { notes, sellCharges, weightLb } = terms({ weightLb: null, charge: null, alsoSaid: ['ZZ*1'] })
    expect(weightLb).toBe(41_000)
    expect(sellCharges).toEqual([])
    expect(notes.filter(({ audience }) => audience === 'us').map(({ text }) => text)).toEqual([
      'Not in the tender, look at it: weight as usual, 41000 lb; the charge.',
      'Customer says: Call before arrival',
      'Stop 1, ask for Ada Finch 2085550101',
      'The tender also said: ZZ*1',
    ])
  })

  test.each([
    'SELLS FOR 2,8 50',
    'twenty eight hundred and fifty all in',
    'Freight of Snowmelt Potato Growers',
    'Call Ada 208-555-0101',
    'Driver checks in at gate 2',
  ])('“%s” stays with us, marked as the customer’s, whatever it says', (text) => {
    const { notes } = terms({ notes: [text] })
    expect(notes.find((note) => note.text.endsWith(text))).toEqual({ audience: 'us', text: `Customer says: ${text}` })
    expect(notes.filter(({ audience }) => audience === 'carrier')).toEqual([])
  })
  test('hazardous freight is called by its shipping name, and carriers read that it is hazardous', () => {
    const made = terms({ hazmat: true, commodity: 'UN1263 Paint' })
    expect(made.commodity).toBe('UN1263 Paint')
    expect(made.notes.filter(({ audience }) => audience === 'carrier')).toEqual([
      { audience: 'carrier', text: 'Hazardous material: documents and placards as the shipper says.' },
    ])
  })

  test('a delivery without a time is open until the evening after, and that is said', () => {
    const [pickup, delivery] = tender().stops
    const made = terms({ stops: [pickup!, { ...delivery!, earliest: null, latest: null }] })
    expect(made.stops[1]).toMatchObject({ earliestLocal: '2026-11-30T11:00', latestLocal: '2026-12-01T17:00' })
    expect(made.notes[0]!.text).toContain('the time at stop 2')
  })

  test('a window that is upside down becomes its beginning', () => {
    const [pickup, delivery] = tender().stops
    expect(terms({ stops: [{ ...pickup!, latest: '2026-11-29T08:00' }, delivery!] }).stops[0]).toMatchObject({
      earliestLocal: '2026-11-30T08:00',
      latestLocal: null,
    })
  })

  test('references stand once each, the shipment first, with the documents they show on', () => {
    const references = terms({
      references: [
        { qualifier: 'PO', value: 'PO5518' },
        { qualifier: 'PO', value: 'PO5518' },
        { qualifier: 'XX', value: ' ' },
        { qualifier: 'QQ', value: 'secret' },
      ],
    }).references
    expect(references.map(({ value, showOn }) => [value, showOn])).toEqual([
      ['SM778812', ['rate_confirmation', 'invoice']],
      ['PO5518', ['invoice']],
      ['secret', []],
      ['PU77', ['rate_confirmation']],
    ])
  })

  test('a charge in a currency we do not deal in is reported, not taken', () => {
    const made = terms({ charge: { amount: '1000.00', currency: 'MXN' } })
    expect(made.sellCharges).toEqual([])
    expect(made.notes[0]!.text).toContain('1000.00 MXN')
  })

  const [pickup, delivery] = tender().stops as [Tender['stops'][0], Tender['stops'][0]]
  test.each([
    ['no_pickup', { stops: [delivery, pickup] }],
    ['no_delivery', { stops: [pickup] }],
    ['no_delivery', { stops: [pickup, { ...pickup, sequence: 2 }] }],
    ['no_pickup_time', { stops: [{ ...pickup, earliest: null, latest: null }, delivery] }],
    ['too_many_stops', { stops: [pickup, ...Array.from({ length: 20 }, () => delivery)] }],
    ['no_pickup', { stops: [] }],
  ] as const)('%s keeps it from becoming one', (code, over) => expect(refusal({ stops: [...over.stops] })).toBe(code))

  test('stops for nothing but documents are no stops of the load', () =>
    expect(terms({ stops: [pickup, { ...delivery, reason: 'other' }, delivery] }).stops).toHaveLength(2))
})

test('codes used: each once; a place without a code goes by its name and postal code', () => {
  const [pickup, delivery] = tender().stops
  const used = codesUsed(tender({ stops: [pickup!, { ...delivery!, code: null }, { ...delivery!, code: null }] }))
  expect(used.map(({ kind, code }) => [kind, code])).toEqual([
    ['customer', 'SNOW01'],
    ['location', 'S4'],
    ['location', 'HARROW DC 85001'],
    ['equipment', 'RT'],
  ])
  expect(locationCode({ name: '', code: null, city: null, region: null, postal: null, country: null })).toBe('')
})

test('a change side by side: only what differs is marked', () => {
  const [pickup, delivery] = tender().stops
  const lines = compareTenders(
    tender(),
    tender({ charge: { amount: '2950.00', currency: 'USD' }, stops: [pickup!, { ...delivery!, city: 'Mesa' }] }),
  )
  expect(lines.filter(({ changed }) => changed).map(({ what, before, after }) => [what, before, after])).toEqual([
    ['Charge', '2880.00 USD', '2950.00 USD'],
    ['Stop 2', 'unload at Harrow DC, Phoenix AZ', 'unload at Harrow DC, Mesa AZ'],
  ])
  expect(lines.length).toBeGreaterThan(5)
  expect(
    compareTenders(
      tender(),
      tender({ stops: [pickup!, delivery!, { ...delivery!, sequence: 3, name: 'Third' }] }),
    ).find(({ what }) => what === 'Stop 3'),
  ).toMatchObject({ before: '', after: 'unload at Third, Phoenix AZ', changed: true })
})

describe('answer by', () => {
  const around = {
    receivedAt: Date.UTC(2026, 10, 27, 12),
    respondMinutes: 90,
    pickupZone: 'America/Los_Angeles',
    ourZone: 'America/Boise',
  }
  test.each([
    ['2026-11-27T14:30', 'MT', Date.UTC(2026, 10, 27, 21, 30)],
    ['2026-11-27T14:30', 'UT', Date.UTC(2026, 10, 27, 14, 30)],
    // Local time is the pickup's, where nobody says whose.
    ['2026-11-27T14:30', 'LT', Date.UTC(2026, 10, 27, 22, 30)],
    ['2026-11-27T14:30', null, Date.UTC(2026, 10, 27, 22, 30)],
    // The night the clocks go back: 00:30 is still summer time.
    ['2026-11-01T00:30', 'ET', Date.UTC(2026, 10, 1, 4, 30)],
    ['2027-01-01T00:00', 'CT', Date.UTC(2027, 0, 1, 6)],
  ] as const)('%s %s', (respondBy, respondByZone, instant) =>
    expect(respondByInstant({ respondBy, respondByZone }, around)).toBe(instant),
  )
  test('not said: so many minutes after it came', () =>
    expect(respondByInstant({ respondBy: null, respondByZone: null }, around)).toBe(around.receivedAt + 90 * 60_000))
  test('no pickup known either: our own clock', () =>
    expect(
      respondByInstant({ respondBy: '2026-11-27T14:30', respondByZone: null }, { ...around, pickupZone: null }),
    ).toBe(Date.UTC(2026, 10, 27, 21, 30)))
})

describe('proposals', () => {
  const known = [
    {
      id: 1,
      name: 'Harrow Foods DC',
      address: '917 Canal Rd',
      city: 'Phoenix',
      region: 'AZ',
      postal: '85001',
      lat: 33.45,
      lon: -112.07,
    },
    {
      id: 2,
      name: 'Kestrel Market warehouse',
      address: '23 Cottonwood Dr',
      city: 'Phoenix',
      region: 'AZ',
      postal: '85001',
      lat: 33.46,
      lon: -112.06,
    },
    {
      id: 3,
      name: 'Harrow Foods DC',
      address: '11 Lavabed Way',
      city: 'Boise',
      region: 'ID',
      postal: '83702',
      lat: 43.6,
      lon: -116.2,
    },
  ]
  test('by name and street, the likeliest first', () => {
    const found = proposeLocations(
      { name: 'HARROW FOODS', street: '917 CANAL ROAD', city: 'PHOENIX', postal: '85001' },
      known,
    )
    expect(found.map(({ id }) => id)).toEqual([1, 3])
    expect(found[0]!.why).toBe('same street, same name')
  })
  test('what is far off is not the place, however it is called', () =>
    expect(
      proposeLocations(
        { name: 'Harrow Foods DC', street: '', city: 'Phoenix', postal: '85001', lat: 33.45, lon: -112.07 },
        known,
      ).map(({ id }) => id),
    ).toEqual([1]))
  test('nothing alike, nothing proposed', () =>
    expect(proposeLocations({ name: 'Zinnia Works', street: '1 Elm', city: 'Tulsa', postal: '74103' }, known)).toEqual(
      [],
    ))
  test('customers by their names', () =>
    expect(
      proposeCustomers('SNOWMELT POTATO GRWRS, IDAHO FALLS', [
        { id: 7, name: 'Snowmelt Potato Growers', city: 'Idaho Falls', region: 'ID' },
        { id: 8, name: 'Quiet Anvil Steel', city: '', region: '' },
      ]).map(({ id }) => id),
    ).toEqual([7]))
  test('likeness is of telling words', () => {
    expect(likeness('The Quiet Anvil Co', 'Quiet Anvil Inc')).toBe(1)
    expect(likeness('The Co', 'The Inc')).toBe(0)
  })
})

describe('who spoke last', () => {
  const last = { control: 100, saidAt: 5000 }
  test.each([
    ['the next number', { control: 101, saidAt: 5001 }, false],
    ['the next number, by a clock that went back an hour', { control: 101, saidAt: 4945 }, false],
    ['a number before, written before', { control: 99, saidAt: 4999 }, true],
    ['a number before, in the same minute', { control: 99, saidAt: 5000 }, true],
    ['numbers begun anew', { control: 1, saidAt: 5060 }, false],
    ['a number far off, written before: an old one of a numbering long gone', { control: 5_000_000, saidAt: 10 }, true],
    ['farther on in the same interchange', { control: 100, saidAt: 5000 }, false],
  ])('%s', (_, one, older) => expect(isOlder(one, last)).toBe(older))

  test('the envelope’s date and time, or nothing', () => {
    expect(saidAtOf('261127', '0930')).toBe(Date.UTC(2026, 10, 27, 9, 30) / 60_000)
    for (const [date, time] of [
      ['261327', '0930'],
      ['261127', '2430'],
      ['2611', '0930'],
      ['261127', ''],
    ] as const)
      expect(saidAtOf(date, time)).toBeNull()
  })
})
