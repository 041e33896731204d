import type { Tender } from '../tender/tender'
import { billings, purposes } from './codes'
import {
  hazardous,
  placeDescriptions,
  readEquipment,
  readHazard,
  readOrder,
  readTemperature,
  readTotals,
  withTotals,
} from './read-freight'
import { beginStop, countryOf, readDate, readParty, windowOf } from './read-stop'
import { alsoSay, note, orNull, pounds, type Read, type Reading, whole } from './tender-reading'
import type { Segment } from './x12'

/**
 * Reads a 204 into a tender. Every segment has its place or is in `alsoSaid`: nothing of the set is dropped. Weights become
 * pounds and temperatures Fahrenheit; times stay those of the stop.
 */
export function readTender(segments: readonly Segment[]): Tender {
  const reading: Reading = {
    tender: emptyTender(),
    stop: null,
    place: null,
    windows: new Map(),
    currency: 'USD',
    descriptions: [],
  }
  for (const segment of segments) if (!(readers[segment[0]!]?.(reading, segment) ?? false)) alsoSay(reading, segment)
  for (const [stop, windows] of reading.windows) Object.assign(stop, windowOf(windows))
  placeDescriptions(reading)
  return withTotals(reading.tender)
}

const emptyTender = (): Tender => ({
  purpose: 'original',
  scac: null,
  shipmentId: null,
  respondBy: null,
  respondByZone: null,
  equipment: { kind: null, code: null, lengthFt: null, tempF: null },
  billing: null,
  charge: null,
  weightLb: null,
  pieces: null,
  miles: null,
  hazmat: false,
  commodity: null,
  references: [],
  notes: [],
  parties: [],
  stops: [],
  alsoSaid: [],
})

const readers: Record<string, Read> = {
  ST: () => true,
  SE: () => true,
  B2: ({ tender }, segment) => {
    tender.scac = orNull(segment[2])
    tender.shipmentId = orNull(segment[4])
    tender.billing = billings[segment[6] ?? ''] ?? null
    return segment.every((text, at) => [0, 2, 4, 6].includes(at) || text === '')
  },
  B2A: ({ tender }, segment) => {
    tender.purpose = purposes[segment[1] ?? ''] ?? 'original'
    return purposes[segment[1] ?? ''] !== undefined
  },
  L11: (reading, [, value, qualifier, description]) => reference(reading, value, qualifier, description),
  N9: (reading, [, qualifier, value, description]) => reference(reading, value, qualifier, description),
  G62: readDate,
  MS3: ({ tender }, [, scac, , city, mode]) => {
    tender.scac ??= orNull(scac)
    return (city ?? '') === '' && ['', 'M', 'TL', 'J'].includes(mode ?? '')
  },
  NTE: (reading, [, , text]) => {
    note(reading, orNull(text))
    return true
  },
  K1: (reading, [, first, second]) => {
    note(reading, orNull([first, second].filter(Boolean).join(' ')))
    return true
  },
  AT5: (reading, [, handling, service, text]) => {
    if (/^(HM|HZ|HAZ)/.test(handling ?? '')) reading.tender.hazmat = true
    note(reading, orNull(text))
    return (handling ?? '') === '' && (service ?? '') === ''
  },
  N1: readParty,
  N2: ({ place }, [, more, another]) => {
    if (!place) return false
    const said = [more, another].filter(Boolean).join(' ').trim()
    const asked = /^(?:attn|attention|contact|c\/o)\b[.:\s]*(.+)$/i.exec(said)?.[1]
    if (asked && place.contact === null) place.contact = { name: asked, phone: '' }
    else place.name = [place.name, said].filter(Boolean).join(' ')
    return true
  },
  N3: ({ place }, [, ...lines]) => {
    place?.address?.push(...lines.filter((line) => line.trim() !== ''))
    return place?.address !== undefined
  },
  N4: ({ place }, [, city, region, postal, country]) => {
    if (place)
      Object.assign(place, {
        city: orNull(city),
        region: orNull(region),
        postal: orNull(postal),
        country: countryOf(country, postal),
      })
    return place !== null
  },
  G61: ({ place }, [, , name, kind, number]) => {
    if (!place || place.contact === undefined) return false
    const isPhone = ['', 'TE', 'CP', 'AP'].includes(kind ?? '')
    const said = { name: (name ?? '').trim(), phone: isPhone ? (number ?? '').trim() : '' }
    // A second one of the same person may bring the number that the first lacked.
    if (
      place.contact !== null &&
      (place.contact.phone !== '' || said.phone === '' || (said.name !== '' && said.name !== place.contact.name))
    )
      return false
    if (said.name === '' && said.phone === '') return false
    place.contact = { name: place.contact?.name || said.name, phone: said.phone }
    return isPhone
  },
  N7: readEquipment,
  MEA: readTemperature,
  S5: beginStop,
  AT8: (reading, [, , unit, weight, handled, quantity]) => {
    const { stop } = reading
    if (!stop) return false
    stop.weightLb ??= pounds(weight, unit)
    // The fifth counts pieces; the fourth counts what they stand on, and stands for the pieces where it is alone.
    const [pieces, units] = [whole(quantity), whole(handled)]
    stop.pieces ??= pieces ?? units
    if (pieces !== null && units !== null && units !== pieces) note(reading, `${units} handling units`)
    return true
  },
  L5: (reading, segment) => {
    const text = orNull(segment[2])
    if (text !== null) reading.descriptions.push({ stop: reading.stop, text })
    return segment.every((text, at) => at <= 2 || text === '')
  },
  OID: readOrder,
  PLD: (reading, [, count]) => {
    note(reading, orNull(count) && `${count} pallets`)
    return true
  },
  LH1: hazardous,
  LH2: readHazard,
  LH3: ({ tender }, [, name]) => {
    tender.hazmat = true
    tender.commodity ??= orNull(name)
    return true
  },
  LH6: hazardous,
  LFH: hazardous,
  LHT: hazardous,
  L3: readTotals,
  C3: (reading, [, currency]) => {
    reading.currency = orNull(currency) ?? reading.currency
    return true
  },
}

function reference(
  { tender, stop }: Reading,
  value: string | undefined,
  qualifier: string | undefined,
  description: string | undefined,
): boolean {
  const [said, described] = [orNull(value), orNull(description)]
  ;(stop?.references ?? tender.references).push({ qualifier: qualifier ?? '', value: said ?? described ?? '' })
  if (said !== null && described !== null) (stop?.notes ?? tender.notes).push(described)
  return true
}
