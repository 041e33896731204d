import { describe, expect, test } from 'vitest'
import { chargeSheet, flatCharge } from '../charge/charge'
import { plainFreight } from '../load/freight'
import { plainStop } from '../load/stop'
import { boardPosting, type PostableLoad } from '../posting/posting'
import { usualTerms } from '../posting/terms'
import { confirmationMail } from './mail'
import {
  balanceMinor,
  confirmationNumber,
  confirmationTerms,
  type LoadToConfirm,
  payWords,
  termChanges,
  windowOnDocument,
} from './terms'

const secret = 'SECRETWORD'
const load = {
  number: 'PR-20417',
  practice: false,
  equipment: 'reefer',
  lengthFt: 53,
  tempMinF: 34,
  tempMaxF: 38,
  team: false,
  weightLb: 42_300,
  commodity: 'Seed potatoes',
  commodityHidden: false,
  pallets: 24,
  ...plainFreight,
  miles: 868.4,
  customerName: secret,
  sellMinor: 2_880_00,
  targetPayMinor: 1,
  maxPayMinor: 2,
  stops: [
    {
      ...plainStop,
      kind: 'pickup',
      facilityName: 'Shed 4',
      address: '12 Canal Rd',
      city: 'Twin Falls',
      region: 'ID',
      postal: '83301',
      zone: 'America/Denver',
      lat: 42.5631,
      lon: -114.4609,
      earliestLocal: '2026-12-31T22:00',
      latestLocal: '2027-01-01T02:00',
      booking: 'appointment',
    },
    {
      ...plainStop,
      kind: 'delivery',
      facilityName: 'Harrow DC',
      address: '9 Mesa St',
      city: 'Phoenix',
      region: 'AZ',
      postal: '85001',
      zone: 'America/Phoenix',
      lat: 33.4484,
      lon: -112.074,
      earliestLocal: '2027-01-02T08:00',
      latestLocal: null,
      booking: 'first_come',
    },
  ],
  references: [
    { kind: 'pickup_number', name: '', stopSequence: null, value: 'PU-1', showOn: ['rate_confirmation'] },
    { kind: 'contract_number', name: '', stopSequence: null, value: secret, showOn: ['invoice'] },
    { kind: 'other', name: secret, stopSequence: null, value: secret, showOn: [] },
  ],
  notes: [
    { audience: 'carrier', text: 'Two straps' },
    { audience: 'us', text: secret },
    { audience: 'customer', text: secret },
  ],
} as const
const desk = {
  broker: {
    name: 'Plover & Rook Freight',
    address: [],
    phone: '208-555-0100',
    mail: 'desk@ploverrook.example',
    mcNumber: '1',
    logo: null,
  },
  rep: { name: 'Ines Calloway', phone: '', mail: '' },
  conditions: ['No re-brokering.'],
}
const terms = (over: Partial<LoadToConfirm> = {}, pay = 248_000) =>
  confirmationTerms(
    { ...load, ...over } as unknown as LoadToConfirm,
    { name: 'Night Heron Lines', mcNumber: '9', dotNumber: '8', ...{ mail: secret } },
    chargeSheet([flatCharge('line_haul', pay)], load),
    desk,
  )

describe('what a carrier sees', () => {
  test('a confirmation shows nothing that is meant for others', () => {
    expect(JSON.stringify(terms())).not.toContain(secret)
    expect(Object.keys(terms()).sort()).toEqual([
      'advances',
      'broker',
      'carrier',
      'commodity',
      'conditions',
      'currency',
      'equipment',
      'freight',
      'instructions',
      'loadNumber',
      'miles',
      'numberPrefix',
      'pallets',
      'pay',
      'practice',
      'references',
      'rep',
      'stops',
      'totalMinor',
    ])
  })
  test('a posting shows the town, not the gate, and nothing meant for others', () => {
    const contact = { reference: 'K7', phone: '208-555-0100', replyTo: 'k7@ploverrook.example' }
    const posting = boardPosting(load as unknown as PostableLoad, contact, usualTerms)
    expect(JSON.stringify(posting)).not.toMatch(/SECRETWORD|Shed 4|Canal|PR-20417|2880|42\.56/)
    expect(posting.stops[0]).toMatchObject({ postalArea: '833', lat: 42.6 })
  })
  test('secret freight is general freight', () => {
    expect(terms({ commodityHidden: true }).commodity).toBe('General freight')
    expect(
      boardPosting(
        { ...load, commodityHidden: true } as unknown as PostableLoad,
        { reference: '', phone: '', replyTo: '' },
        usualTerms,
      ).commodity,
    ).toBeNull()
  })
})

describe('versions', () => {
  test('the same terms are no change', () => expect(termChanges(terms(), terms())).toEqual([]))
  test('a new price and a new hour are two changes, from and to', () => {
    const stops = load.stops.map((stop, index) =>
      index === 1 ? { ...stop, earliestLocal: '2027-01-02T10:00' } : stop,
    ) as unknown as LoadToConfirm['stops']
    expect(
      termChanges(terms(), terms({ stops }, 250_000)).map(({ field, from, to }) => `${field}: ${from} > ${to}`),
    ).toEqual([
      'Pay: $2,480 > $2,500',
      'Pay lines: Line haul $2,480 > Line haul $2,500',
      'Stop 2 window: Sat, Jan 2, 2027, 8:00 am, first come > Sat, Jan 2, 2027, 10:00 am, first come',
    ])
  })
  test('amounts stand in the currency they were agreed in, and an advance is kept apart from the pay', () => {
    const inCad = confirmationTerms(
      load as unknown as LoadToConfirm,
      { name: 'Night Heron Lines', mcNumber: '9', dotNumber: '8' },
      chargeSheet(
        [flatCharge('line_haul', 300_000, 'CAD'), { ...flatCharge('advance', 50_000, 'CAD'), day: '2026-11-23' }],
        load,
      ),
      desk,
    )
    expect(inCad).toMatchObject({
      currency: 'CAD',
      totalMinor: 300_000,
      pay: [{ label: 'Line haul' }],
      advances: [{ amountMinor: 50_000, paidOn: '2026-11-23' }],
    })
    expect(balanceMinor(inCad)).toBe(250_000)
    expect(confirmationMail(inCad, 1, 'http://x.example').text).toContain('We pay C$3,000 CAD, all in.')
    // A document issued before currencies were kept is in US dollars.
    expect(payWords({}, 248_000)).toBe('$2,480')
  })
  test('a note for us changes no term', () =>
    expect(termChanges(terms(), terms({ notes: load.notes.slice(0, 1) as unknown as LoadToConfirm['notes'] }))).toEqual(
      [],
    ))
  test('its number names the load and the version', () =>
    expect(confirmationNumber({ loadNumber: 'PR-20417' }, 2)).toBe('RC-20417-2'))
  test('a window over New Year says both days', () =>
    expect(windowOnDocument(load.stops[0]!)).toBe('Thu, Dec 31, 2026, 10:00 pm to Fri, Jan 1, 2027, 2:00 am'))
})
