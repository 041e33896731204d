import type { Tender, TenderParty, TenderPlace, TenderStop } from '../tender/tender'
import {
  billings,
  equipmentCodes,
  partyRoles,
  poundsPer,
  purposes,
  respondByDate,
  stopReasons,
  windowEnds,
} from './codes'
import type { Segment } from './x12'

/** Where in the set a segment stands: what it speaks of. */
interface Reading {
  tender: Tender
  stop: TenderStop | null
  /** The party or stop whose name was told last. */
  place: (TenderPlace & Partial<Pick<TenderStop, 'address' | 'contact'>>) | null
  windows: Map<TenderStop, Window[]>
  /** Weights told for the whole (L3), and what came of the stops. */
  currency: string
  /** Descriptions of freight (L5), each with the stop it stands at. */
  descriptions: { stop: TenderStop | null; text: string }[]
}

interface Window {
  date: string
  time: string | null
  dateQualifier: string
  timeQualifier: string
}

/**
 * Reads a 204 into a tender. Every segment has its place or stands in `alsoSaid`: nothing of the set is dropped. Weights become
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

/** Takes a segment in; false where it has no place. */
type Read = (reading: Reading, segment: Segment) => boolean

const orNull = (text: string | undefined) => (text === undefined || text.trim() === '' ? null : text.trim())
const note = ({ tender, stop }: Reading, text: string | null) => {
  if (text !== null) (stop?.notes ?? tender.notes).push(text)
}

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

function readDate(
  reading: Reading,
  [, dateQualifier = '', date = '', timeQualifier = '', time = '', zone = '']: Segment,
): boolean {
  const day = isoDate(date)
  if (day === null) return false
  const clock = /^([01]\d|2[0-3])([0-5]\d)/.exec(time)
  const at = clock ? `${clock[1]}:${clock[2]}` : null
  if (dateQualifier === respondByDate || (timeQualifier === '1' && !reading.stop)) {
    reading.tender.respondBy = `${day}T${at ?? '23:59'}`
    reading.tender.respondByZone = orNull(zone)
    return true
  }
  if (!reading.stop) return false
  reading.windows.set(reading.stop, [
    ...(reading.windows.get(reading.stop) ?? []),
    { date: day, time: at, dateQualifier, timeQualifier },
  ])
  return true
}

function isoDate(date: string): string | null {
  const found = /^(\d{2}|\d{4})(\d\d)(\d\d)$/.exec(date)
  if (!found) return null
  // Two-digit years are of the hundred years around 2050.
  const year = found[1]!.length === 4 ? found[1]! : Number(found[1]) < 80 ? `20${found[1]}` : `19${found[1]}`
  const day = `${year}-${found[2]}-${found[3]}`
  // A day there is none of (31 June) comes back as another one.
  const real = new Date(`${day}T00:00Z`)
  return !Number.isNaN(real.getTime()) && real.toISOString().startsWith(day) ? day : null
}

/** The earliest and latest moment out of a stop's dates. A date whose qualifiers tell no end of a window is the whole of it. */
function windowOf(windows: Window[]): { earliest: string | null; latest: string | null } {
  let earliest: string | null = null
  let latest: string | null = null
  for (const { date, time, dateQualifier, timeQualifier } of windows) {
    const { earliestTimes, latestTimes, setTimes, earliestDates, latestDates } = windowEnds
    const isEarliest =
      earliestTimes.has(timeQualifier) ||
      (!latestTimes.has(timeQualifier) && !setTimes.has(timeQualifier) && earliestDates.has(dateQualifier))
    const isLatest =
      latestTimes.has(timeQualifier) ||
      (!earliestTimes.has(timeQualifier) && !setTimes.has(timeQualifier) && latestDates.has(dateQualifier))
    if (!isLatest) earliest ??= `${date}T${time ?? '00:00'}`
    if (!isEarliest) latest ??= `${date}T${time ?? '23:59'}`
  }
  return { earliest, latest }
}

function readParty(reading: Reading, [, role = '', name, , code]: Segment): boolean {
  const told = { name: orNull(name) ?? '', code: orNull(code), city: null, region: null, postal: null, country: null }
  if (reading.stop && reading.stop.name === '' && reading.stop.code === null) {
    Object.assign(reading.stop, { name: told.name, code: told.code })
    reading.place = reading.stop
    return true
  }
  const party: TenderParty = { role: partyRoles[role] ?? role.toLowerCase(), ...told }
  reading.tender.parties.push(party)
  reading.place = party
  return true
}

const countries: Record<string, string> = { USA: 'US', US: 'US', CAN: 'CA', CA: 'CA', MEX: 'MX', MX: 'MX' }

function countryOf(code: string | undefined, postal: string | undefined): string | null {
  const said = (code ?? '').trim().toUpperCase()
  if (said !== '') return countries[said] ?? said
  if (/^\d{5}(-?\d{4})?$/.test((postal ?? '').trim())) return 'US'
  return /^[A-Z]\d[A-Z]/i.test((postal ?? '').trim()) ? 'CA' : null
}

function readEquipment({ tender }: Reading, segment: Segment): boolean {
  const [code, temperature, length] = [orNull(segment[11]), orNull(segment[13]), orNull(segment[15])]
  const { equipment } = tender
  equipment.code ??= code
  equipment.kind ??= (code && equipmentCodes[code]) || null
  if (length && /^\d{3,5}$/.test(length)) equipment.lengthFt ??= feetOf(length)
  const degrees =
    temperature && /^([+-]?\d+(?:\.\d)?)\s*[FC]?(?:\s*(?:-|\/|to)\s*([+-]?\d+(?:\.\d)?))?\s*([FC])?/i.exec(temperature)
  if (degrees) {
    const [one, other] = [Number(degrees[1]), Number(degrees[2] ?? degrees[1])]
    setTemperature(tender, Math.min(one, other), Math.max(one, other), /C/i.test(temperature) ? 'CE' : 'FA')
  }
  return segment.every((text, at) => [0, 1, 2, 11, 13, 15].includes(at) || text === '')
}

/** `5300` and `05306` are feet and inches; three figures are feet and inches as well. */
const feetOf = (length: string) =>
  Math.round((Math.floor(Number(length) / 100) + (Number(length) % 100) / 12) * 100) / 100

function readTemperature({ tender }: Reading, [, , kind, value, unit = '', from, to]: Segment): boolean {
  const scale = /CE/.test(unit) ? 'CE' : /F[AH]/.test(unit) ? 'FA' : null
  if (scale === null && !/^T/.test(kind ?? '')) return false
  const figures = [from, to, value].map((text) => (orNull(text) === null ? Number.NaN : Number(text)))
  const [low, high, one] = figures as [number, number, number]
  const [min, max] = [Number.isNaN(low) ? one : low, Number.isNaN(high) ? one : high]
  if (Number.isNaN(min) || Number.isNaN(max)) return false
  setTemperature(tender, min, max, scale ?? 'FA')
  return true
}

function setTemperature(tender: Tender, min: number, max: number, unit: string): void {
  const fahrenheit = (degrees: number) => (unit === 'CE' ? Math.round(((degrees * 9) / 5) * 10 + 320) / 10 : degrees)
  const before = tender.equipment.tempF
  tender.equipment.tempF = {
    min: Math.min(fahrenheit(min), before?.min ?? Number.POSITIVE_INFINITY),
    max: Math.max(fahrenheit(max), before?.max ?? Number.NEGATIVE_INFINITY),
  }
}

function beginStop(
  reading: Reading,
  [, sequence, reason = '', weight, unit, pieces, , , , description]: Segment,
): boolean {
  const stop: TenderStop = {
    sequence: whole(sequence) ?? reading.tender.stops.length + 1,
    reason: stopReasons[reason] ?? 'other',
    name: '',
    code: null,
    address: [],
    city: null,
    region: null,
    postal: null,
    country: null,
    earliest: null,
    latest: null,
    weightLb: pounds(weight, unit),
    pieces: whole(pieces),
    references: [],
    contact: null,
    notes: [],
  }
  reading.tender.stops.push(stop)
  reading.stop = stop
  reading.place = stop
  note(reading, orNull(description))
  return true
}

function readOrder(reading: Reading, [, order, purchase, , unit, quantity, weightUnit, weight]: Segment): boolean {
  if (!reading.stop) return false
  if (orNull(order)) reading.stop.references.push({ qualifier: 'OI', value: order! })
  if (orNull(purchase)) reading.stop.references.push({ qualifier: 'PO', value: purchase! })
  reading.stop.weightLb ??= pounds(weight, weightUnit)
  if (unit !== 'LB') reading.stop.pieces ??= whole(quantity)
  return true
}

/** Class and placard of hazardous freight; units and temperatures stand in pairs (06 with 07, 08 with 09, 10 with 11): flash point, control, emergency. */
function readHazard(reading: Reading, segment: Segment): boolean {
  reading.tender.hazmat = true
  const names = ['flash point', 'control temperature', 'emergency temperature']
  for (const [turn, name] of names.entries()) {
    const [unit, degrees] = [segment[6 + turn * 2], orNull(segment[7 + turn * 2])]
    if (degrees !== null) note(reading, `${name} ${degrees} ${unit === 'CE' ? 'C' : 'F'}`)
  }
  return false
}

/** Hazardous freight goes by its shipping name, which is the commodity; what else is described is a note. */
function placeDescriptions({ tender, descriptions }: Reading): void {
  for (const { stop, text } of descriptions) {
    if (tender.hazmat && (tender.commodity === null || tender.commodity === text)) tender.commodity = text
    else (stop?.notes ?? tender.notes).push(text)
  }
}

function hazardous({ tender }: Reading): boolean {
  tender.hazmat = true
  return false
}

/** The money and weight of the whole; a charge is written without its point, in hundredths (type N2). */
function readTotals({ tender, currency }: Reading, [, weight, , , , charge, , , , , , pieces, unit]: Segment): boolean {
  tender.weightLb = pounds(weight, unit)
  tender.pieces = whole(pieces)
  if (/^-?\d+$/.test(charge ?? '')) tender.charge = { amount: centsWords(charge!), currency }
  return true
}

const centsWords = (cents: string) => {
  const digits = cents.replace('-', '').padStart(3, '0')
  return `${cents.startsWith('-') ? '-' : ''}${digits.slice(0, -2).replace(/^0+(?=\d)/, '')}.${digits.slice(-2)}`
}

const whole = (text: string | undefined): number | null => (/^\d+(\.\d+)?$/.test(text ?? '') ? Number(text) : null)

function pounds(weight: string | undefined, unit: string | undefined): number | null {
  const value = whole(weight)
  const per = poundsPer[unit === undefined || unit === '' ? 'L' : unit]
  return value === null || per === undefined ? null : per === 1 ? value : Math.round(value * per * 10) / 10
}

/** Where nobody told the whole, it is the sum of what is loaded. */
function withTotals(tender: Tender): Tender {
  const loaded = tender.stops.filter(({ reason }) => reason === 'load' || reason === 'part_load')
  const sum = (of: (stop: TenderStop) => number | null) =>
    loaded.length > 0 && loaded.every((stop) => of(stop) !== null)
      ? loaded.reduce((total, stop) => total + of(stop)!, 0)
      : null
  return {
    ...tender,
    weightLb: tender.weightLb ?? sum(({ weightLb }) => weightLb),
    pieces: tender.pieces ?? sum(({ pieces }) => pieces),
  }
}

function alsoSay({ tender }: Reading, segment: Segment): void {
  tender.alsoSaid.push(segment.join('*').replace(/\*+$/, ''))
}
