import type { TenderParty, TenderStop } from '../tender/tender'
import { partyRoles, respondByDate, stopReasons, windowEnds } from './codes'
import { note, orNull, pounds, type Reading, type Window, whole } from './tender-reading'
import type { Segment } from './x12'

/** Reads G62: a date and time of the stop at hand, or the time to answer by. Returns whether it was understood. */
export function readDate(
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
  const century = Number(found[1]) < 80 ? '20' : '19'
  const year = found[1]!.length === 4 ? found[1]! : `${century}${found[1]}`
  const day = `${year}-${found[2]}-${found[3]}`
  // A day there is none of (31 June) comes back as another one.
  const real = new Date(`${day}T00:00Z`)
  return !Number.isNaN(real.getTime()) && real.toISOString().startsWith(day) ? day : null
}

/** The earliest and latest moment out of a stop's dates. A date whose qualifiers tell no end of a window is the whole of it. */
export function windowOf(windows: Window[]): { earliest: string | null; latest: string | null } {
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

/** Reads N1: a party, or the name of the stop at hand. Returns whether it was understood. */
export function readParty(reading: Reading, [, role = '', name, , code]: Segment): boolean {
  const named = { name: orNull(name) ?? '', code: orNull(code), city: null, region: null, postal: null, country: null }
  if (reading.stop && reading.stop.name === '' && reading.stop.code === null) {
    Object.assign(reading.stop, { name: named.name, code: named.code })
    reading.place = reading.stop
    return true
  }
  const party: TenderParty = { role: partyRoles[role] ?? role.toLowerCase(), ...named }
  reading.tender.parties.push(party)
  reading.place = party
  return true
}

const countries: Record<string, string> = { USA: 'US', US: 'US', CAN: 'CA', CA: 'CA', MEX: 'MX', MX: 'MX' }

/** The country of an address by its code, or by the shape of its postal code; null where neither says. */
export function countryOf(code: string | undefined, postal: string | undefined): string | null {
  const said = (code ?? '').trim().toUpperCase()
  if (said !== '') return countries[said] ?? said
  if (/^\d{5}(-?\d{4})?$/.test((postal ?? '').trim())) return 'US'
  return /^[A-Z]\d[A-Z]/i.test((postal ?? '').trim()) ? 'CA' : null
}

/** Begins the next stop of the tender with what its S5 says. */
export function beginStop(
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
