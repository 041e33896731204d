import { type Charge, oneOffKinds, rateScale } from '#core/charge/charge'
import { chargeKindWords, chargeRateWords } from '#core/charge/words'
import { arrivalsOf } from '#core/load/drive'
import type { LoadTerms } from '#core/load/load'
import type { LoadLeg } from '#core/load/problem'
import { readAmount } from '#core/money/money'
import { addDays, dayOf, daysBetween, type LocalTime, toInstant, toLocal } from '#core/time/local'
import { type DockHours, readWhen, usualDockHours, type Window } from '#core/time/read-when'
import type { LoadFormStart } from '#server/load/form'
import {
  loadDetailsFrom,
  loadDetailTerms,
  numberText,
  stopDetailsFrom,
  stopDetailTerms,
  wholeNumber,
} from './detail-values'
import { type ChargeValues, emptyForm, type FacilityChoice, type FormValues } from './form-fields'

/** A form begun from a load: as it is for changing it, without its times for copying it. */
export function formFrom(
  { terms, number, customer, payer, facilities }: LoadFormStart,
  { keepTimes }: { keepTimes: boolean },
): FormValues {
  const isCopy = !keepTimes
  const first = terms.stops[0]!
  return {
    customer,
    equipment: terms.equipment,
    lengthFt: numberText(terms.lengthFt),
    tempMinF: numberText(terms.tempMinF),
    tempMaxF: numberText(terms.tempMaxF),
    team: terms.team,
    commodity: terms.commodity,
    commodityHidden: terms.commodityHidden,
    weightLb: numberText(terms.weightLb),
    pallets: numberText(terms.pallets),
    ...loadDetailsFrom(terms, payer, { isCopy }),
    number: keepTimes ? number : '',
    freightValue: terms.freightValueMinor === null ? '' : String(terms.freightValueMinor / 100),
    practice: keepTimes ? terms.practice : false,
    stops: terms.stops.map((stop, index) => ({
      kind: stop.kind,
      facility: facilityChoice(facilities[index]!),
      booking: stop.booking,
      when: keepTimes ? whenText(stop) : '',
      follows: !keepTimes && index > 0,
      ...stopDetailsFrom(stop, { isCopy }),
      apart: keepTimes || index === 0 ? null : apartFrom(first.earliestLocal, stop),
    })),
    // A copied load has its own numbers: the old references would be wrong on it.
    references: keepTimes
      ? terms.references
      : terms.references.filter((reference) => reference.kind === 'contract_number'),
    notes: terms.notes,
    sellCharges: terms.sellCharges
      .filter(({ kind }) => keepTimes || !oneOffKinds.has(kind))
      .map(({ rateE4, ...charge }) => ({ ...charge, rate: String(rateE4 / rateScale) })),
  }
}

/** The charges that a copy leaves behind, in words: `Detention 150 flat`. */
export const leftBehind = ({ terms }: LoadFormStart): string[] =>
  terms.sellCharges
    .filter(({ kind }) => oneOffKinds.has(kind))
    .map((charge) => `${chargeKindWords[charge.kind].toLowerCase()} ${chargeRateWords(charge)}`)

/** A new form with the ends of a lane chosen, as far as we have a facility there. */
export const formBetween = (ends: (FacilityChoice | null)[]): FormValues => ({
  ...emptyForm,
  stops: emptyForm.stops.map((stop, at) => {
    const facility = ends[at] ?? null
    return facility ? { ...stop, facility, booking: facility.booking } : stop
  }),
})

/** A facility as the form holds it: no more of it than is shown. */
export const facilityChoice = (facility: LoadFormStart['facilities'][number]): FacilityChoice => {
  const { id, name, address, city, region, postal, zone, lat, lon, booking, opens, closes } = facility
  return { id, name, address, city, region, postal, zone, lat, lon, booking, opens, closes }
}

const apartFrom = (pickup: LocalTime, stop: { earliestLocal: LocalTime; latestLocal: LocalTime | null }) => ({
  days: daysBetween(dayOf(pickup), dayOf(stop.earliestLocal)),
  from: stop.earliestLocal.slice(11),
  to: stop.latestLocal?.slice(11) ?? null,
})

/** A window as the field takes it back: `2026-12-01 08:00-11:00`. */
function whenText(stop: { earliestLocal: string; latestLocal: string | null }): string {
  return `${stop.earliestLocal.replace('T', ' ')}${stop.latestLocal ? `-${stop.latestLocal.slice(11)}` : ''}`
}

const straightThrough = /^straight( through)?$/i

const dockOf = (facility: FacilityChoice | null): DockHours | null =>
  facility?.opens && facility.closes ? { opens: facility.opens, closes: facility.closes } : null

const zoneOf = (facility: FacilityChoice | null) => facility?.zone ?? 'America/Boise'

/** Each stop's window as typed, read in the stop's own zone; null where there is nothing to be read. */
export function windowsOf({ stops, team }: FormValues, now: number, legs: LoadLeg[]): (Window | null)[] {
  const read: (Window | null)[] = []
  for (const [index, { when, facility }] of stops.entries()) {
    const before = read[index - 1]
    const zone = zoneOf(facility)
    const nowLocal = toLocal(now, zone)
    const after = before ? toLocal(toInstant(before.earliestLocal, zoneOf(stops[index - 1]!.facility)), zone) : nowLocal
    if (straightThrough.test(when.trim())) {
      const arrival = arrivalsOf(stopsToDrive(stops, read), legs, team)[index]
      read.push(arrival && facility ? { earliestLocal: arrival, latestLocal: null } : null)
    } else {
      const context = { now: nowLocal, after, dock: dockOf(facility) }
      read.push(when.trim() ? readWhen(when, dayOf(nowLocal), context) : null)
    }
  }
  return read
}

const stopsToDrive = (stops: FormValues['stops'], windows: (Window | null)[]) =>
  stops.map(({ facility }, index) => ({ zone: zoneOf(facility), window: windows[index] ?? null }))

/**
 * The window of a stop that follows the pickup, as its field takes it; null where nothing can be proposed yet. On a copy it is as long after the new pickup
 * as it was after the old one; on a new load it is the first hours in which a truck can legally be there and the dock is open.
 */
export function proposedWhen(values: FormValues, index: number, now: number, legs: LoadLeg[]): string | null {
  const windows = windowsOf(values, now, legs)
  const pickup = windows[0]
  const stop = values.stops[index]!
  if (!pickup || !stop.facility) return null
  const { apart } = stop
  if (apart) return `${addDays(dayOf(pickup.earliestLocal), apart.days)} ${apart.from}${apart.to ? `-${apart.to}` : ''}`
  const arrival = arrivalsOf(stopsToDrive(values.stops, windows.slice(0, index)), legs, values.team)[index]
  return arrival ? dockText(arrival, dockOf(stop.facility) ?? usualDockHours) : null
}

/** The rest of the dock's day from the full hour after somebody arrives; the next day's hours where less than an hour is left. */
function dockText(arrival: LocalTime, { opens, closes }: DockHours): string {
  const hour = Math.min(23, Number(arrival.slice(11, 13)) + (arrival.slice(14) === '00' ? 0 : 1))
  const from = `${String(hour).padStart(2, '0')}:00`
  if (closes <= opens) return `${dayOf(arrival)} ${from}`
  if (from >= closes || from < arrival.slice(11)) return `${addDays(dayOf(arrival), 1)} ${opens}-${closes}`
  return `${dayOf(arrival)} ${from < opens ? opens : from}-${closes}`
}

/** A charge's rate as typed (`2.355`, `1,850`, `2.5k`) in ten-thousandths; null where it cannot be read. */
export function readRate(typed: string): number | null {
  const amount = readAmount(typed)
  if (amount !== null) return amount * (rateScale / 100)
  return /^\d{1,4}\.\d{3,4}$/.test(typed.trim()) ? Math.round(Number(typed) * rateScale) : null
}

/** The charge lines of the form as charges; a line that cannot be read is left out. */
export const chargesFrom = (charges: ChargeValues[]): Charge[] =>
  charges
    .filter((charge) => charge.rate.trim() !== '')
    .map(({ rate, ...charge }) => ({ ...charge, rateE4: readRate(rate) ?? Number.NaN }))

/** The terms that the form stands for; what is missing or unreadable stays so, for the schema to name. */
export function termsFrom(values: FormValues, now: number, legs: LoadLeg[]): { [Key in keyof LoadTerms]: unknown } {
  const windows = windowsOf(values, now, legs)
  return {
    customerId: values.customer?.id,
    equipment: values.equipment,
    lengthFt: wholeNumber(values.lengthFt),
    tempMinF: wholeNumber(values.tempMinF),
    tempMaxF: wholeNumber(values.tempMaxF),
    team: values.team,
    commodity: values.commodity,
    commodityHidden: values.commodityHidden,
    weightLb: wholeNumber(values.weightLb) ?? undefined,
    pallets: wholeNumber(values.pallets),
    freightValueMinor: values.freightValue.trim() === '' ? null : (readAmount(values.freightValue) ?? Number.NaN),
    ...loadDetailTerms(values),
    practice: values.practice,
    stops: values.stops.map((stop, index) => {
      const window = windows[index]
      return {
        kind: stop.kind,
        facilityId: stop.facility?.id,
        earliestLocal: window?.earliestLocal ?? '',
        latestLocal: window?.latestLocal ?? null,
        booking: stop.booking,
        ...stopDetailTerms(stop),
      }
    }),
    references: values.references,
    notes: values.notes,
    sellCharges: chargesFrom(values.sellCharges),
  }
}
