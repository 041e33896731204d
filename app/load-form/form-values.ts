import { type Charge, rateScale } from '#core/charge/charge'
import type { Equipment, LoadTerms, Note, Reference } from '#core/load/load'
import { type Currency, readAmount } from '#core/money/money'
import { addDays, dayOf, daysBetween, toLocal } from '#core/time/local'
import { readWhen } from '#core/time/read-when'
import type { LoadFormStart } from '#server/load/form'

export interface CustomerChoice {
  id: number
  name: string
  city: string
  region: string
  hasPayer: boolean
  /** What they are usually billed in. */
  currency: Currency
}

export interface FacilityChoice {
  id: number
  name: string
  address: string
  city: string
  region: string
  postal: string
  zone: string
  lat: number
  lon: number
  booking: 'appointment' | 'first_come'
}

export interface StopValues {
  kind: 'pickup' | 'delivery'
  facility: FacilityChoice | null
  /** As typed: `tue 8-11`. */
  when: string
  booking: 'appointment' | 'first_come'
}

export interface ChargeValues extends Omit<Charge, 'rateE4'> {
  rate: string
}

/** What the form holds: texts as typed, choices as chosen. */
export interface FormValues {
  customer: CustomerChoice | null
  equipment: Equipment
  lengthFt: string
  tempMinF: string
  tempMaxF: string
  team: boolean
  commodity: string
  commodityHidden: boolean
  weightLb: string
  pallets: string
  freightValue: string
  practice: boolean
  stops: StopValues[]
  references: Reference[]
  notes: Note[]
  sellCharges: ChargeValues[]
  /** On a copy: how the old load's delivery stood to its pickup, to propose the new one. */
  proposal: { days: number; from: string; to: string | null } | null
}

const lineHaul: ChargeValues = {
  kind: 'line_haul',
  basis: 'flat',
  rate: '',
  quantity: null,
  currency: 'USD',
  note: '',
  paidOn: null,
}

export const emptyForm: FormValues = {
  customer: null,
  equipment: 'van',
  lengthFt: '53',
  tempMinF: '',
  tempMaxF: '',
  team: false,
  commodity: '',
  commodityHidden: false,
  weightLb: '',
  pallets: '',
  freightValue: '',
  practice: false,
  stops: [
    { kind: 'pickup', facility: null, when: '', booking: 'first_come' },
    { kind: 'delivery', facility: null, when: '', booking: 'first_come' },
  ],
  references: [],
  notes: [],
  sellCharges: [{ ...lineHaul }],
  proposal: null,
}

/** A form begun from a load: as it is for changing it, without its times for copying it. */
export function formFrom(
  { terms, customer, facilities }: LoadFormStart,
  { keepTimes }: { keepTimes: boolean },
): FormValues {
  const text = (value: number | null) => (value === null ? '' : String(value))
  const first = terms.stops[0]!
  const last = terms.stops.at(-1)!
  return {
    customer,
    equipment: terms.equipment,
    lengthFt: text(terms.lengthFt),
    tempMinF: text(terms.tempMinF),
    tempMaxF: text(terms.tempMaxF),
    team: terms.team,
    commodity: terms.commodity,
    commodityHidden: terms.commodityHidden,
    weightLb: text(terms.weightLb),
    pallets: text(terms.pallets),
    freightValue: terms.freightValueMinor === null ? '' : String(terms.freightValueMinor / 100),
    practice: keepTimes ? terms.practice : false,
    stops: terms.stops.map((stop, index) => ({
      kind: stop.kind,
      facility: facilities[index]!,
      booking: stop.booking,
      when: keepTimes ? whenText(stop) : '',
    })),
    // A copied load has its own numbers: the old references would be wrong on it.
    references: keepTimes
      ? terms.references
      : terms.references.filter((reference) => reference.kind === 'contract_number'),
    notes: terms.notes,
    sellCharges: terms.sellCharges.map(({ rateE4, ...charge }) => ({ ...charge, rate: String(rateE4 / rateScale) })),
    proposal: keepTimes
      ? null
      : {
          days: daysBetween(dayOf(first.earliestLocal), dayOf(last.earliestLocal)),
          from: last.earliestLocal.slice(11),
          to: last.latestLocal?.slice(11) ?? null,
        },
  }
}

/** A window as the field takes it back: `2026-12-01 08:00-11:00`. */
function whenText(stop: { earliestLocal: string; latestLocal: string | null }): string {
  return `${stop.earliestLocal.replace('T', ' ')}${stop.latestLocal ? `-${stop.latestLocal.slice(11)}` : ''}`
}

/** The delivery window that is as long after the new pickup as the old one was after the old. */
export function proposedDelivery(values: FormValues, now: number): string | null {
  const pickup = values.stops[0]
  const window = pickup && windowOf(pickup, now)
  if (!values.proposal || !window) return null
  return `${addDays(dayOf(window.earliestLocal), values.proposal.days)} ${values.proposal.from}${values.proposal.to ? `-${values.proposal.to}` : ''}`
}

/** A stop's window as typed, read in the stop's own zone. */
export function windowOf(stop: Pick<StopValues, 'when' | 'facility'>, now: number) {
  return stop.when.trim() ? readWhen(stop.when, dayOf(toLocal(now, stop.facility?.zone ?? 'America/Boise'))) : null
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
export function termsFrom(values: FormValues, now: number): { [Key in keyof LoadTerms]: unknown } {
  const whole = (text: string) => (text.trim() === '' ? null : Number(text.replaceAll(',', '')))
  return {
    customerId: values.customer?.id,
    equipment: values.equipment,
    lengthFt: whole(values.lengthFt),
    tempMinF: whole(values.tempMinF),
    tempMaxF: whole(values.tempMaxF),
    team: values.team,
    commodity: values.commodity,
    commodityHidden: values.commodityHidden,
    weightLb: whole(values.weightLb) ?? undefined,
    pallets: whole(values.pallets),
    freightValueMinor: values.freightValue.trim() === '' ? null : (readAmount(values.freightValue) ?? Number.NaN),
    practice: values.practice,
    stops: values.stops.map((stop) => {
      const window = windowOf(stop, now)
      return {
        kind: stop.kind,
        facilityId: stop.facility?.id,
        earliestLocal: window?.earliestLocal ?? '',
        latestLocal: window?.latestLocal ?? null,
        booking: stop.booking,
      }
    }),
    references: values.references,
    notes: values.notes,
    sellCharges: chargesFrom(values.sellCharges),
  }
}
