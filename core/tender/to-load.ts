import { flatCharge } from '../charge/charge'
import { plainFreight } from '../load/freight'
import { type Equipment, type LoadTerms, type Note, plainParties } from '../load/load'
import type { LoadDocument, Reference, ReferenceKind } from '../load/reference'
import { plainStop } from '../load/stop'
import { type Currency, currencies, readAmount } from '../money/money'
import { addDays, dayOf, type LocalTime } from '../time/local'
import { isHandling } from './codes-used'
import type { Tender, TenderStop } from './tender'

/** What the mapped codes say, and what the customer usually ships. */
export interface TenderMapping {
  customerId: number
  /** For each stop that loads or unloads, in their order. */
  facilities: { id: number; booking: 'appointment' | 'first_come' }[]
  equipment: Equipment
  usual: {
    commodity: string | null
    commodityHidden: boolean
    weightLb: number | null
    tempMinF: number | null
    tempMaxF: number | null
  }
  practice: boolean
}

export type NoLoadCode = 'no_pickup' | 'no_delivery' | 'no_pickup_time' | 'too_many_stops'
export type LoadFromTender = { terms: LoadTerms } | { refusal: { code: NoLoadCode; message: string } }

/** X12 element 128 as our kinds, with the documents each shows on. What the customer's bookkeeping wants shows on the invoice, what a driver is asked for on the rate confirmation. */
const referenceKindOf: Record<string, { kind: ReferenceKind; showOn: LoadDocument[] }> = {
  PO: { kind: 'purchase_order', showOn: ['invoice'] },
  PU: { kind: 'pickup_number', showOn: ['rate_confirmation'] },
  P8: { kind: 'pickup_number', showOn: ['rate_confirmation'] },
  DN: { kind: 'delivery_number', showOn: ['rate_confirmation'] },
  DO: { kind: 'delivery_number', showOn: ['rate_confirmation'] },
  BM: { kind: 'bill_of_lading', showOn: ['rate_confirmation', 'invoice'] },
  CT: { kind: 'contract_number', showOn: ['invoice'] },
  CO: { kind: 'customer_order', showOn: ['invoice'] },
  OI: { kind: 'customer_order', showOn: ['invoice'] },
}

const maxReferences = 30
const maxNotes = 30
const usualWeightLb = 40_000

/** The load that a tender asks for, or why it cannot become one. What the tender leaves open is written down for us. */
export function loadOfTender(tender: Tender, mapping: TenderMapping): LoadFromTender {
  const stops = tender.stops.filter(isHandling)
  if (stops.length > 20) return refuse('too_many_stops', `It has ${stops.length} stops: a load has at most 20.`)
  const [first, last] = [stops[0], stops.at(-1)]
  if (!first || kindOf(first) !== 'pickup')
    return refuse('no_pickup', 'Its first stop is no pickup: ask the customer which way it goes.')
  if (!last || stops.length < 2 || kindOf(last) !== 'delivery')
    return refuse('no_delivery', 'Its last stop is no delivery: ask the customer where it goes.')
  if (!first.earliest && !first.latest)
    return refuse('no_pickup_time', 'It names no time for the pickup: ask the customer when it is ready.')
  const open: string[] = []
  const windows = windowsOf(stops, open)
  if (tender.weightLb === null) open.push(`weight as usual, ${mapping.usual.weightLb ?? usualWeightLb} lb`)
  const charge = tender.charge && readAmount(tender.charge.amount)
  const currency = currencies.find((each) => each === tender.charge?.currency)
  if (!charge) open.push('the charge')
  else if (!currency)
    open.push(`the charge: ${tender.charge!.amount} ${tender.charge!.currency} is a currency we do not deal in`)
  const terms: LoadTerms = {
    customerId: mapping.customerId,
    equipment: mapping.equipment,
    lengthFt: lengthOf(tender, mapping.equipment),
    team: false,
    practice: mapping.practice,
    ...temperatureOf(tender, mapping),
    commodity: (tender.commodity ?? mapping.usual.commodity ?? 'Freight as tendered').slice(0, 120),
    commodityHidden: mapping.usual.commodityHidden,
    freightValueMinor: null,
    weightLb: Math.max(1, Math.min(200_000, Math.round(tender.weightLb ?? mapping.usual.weightLb ?? usualWeightLb))),
    pallets: null,
    ...plainFreight,
    ...plainParties,
    hazmat: tender.hazmat,
    stops: stops.map((stop, at) => ({
      ...plainStop,
      kind: kindOf(stop),
      facilityId: mapping.facilities[at]!.id,
      booking: mapping.facilities[at]!.booking,
      ...windows[at]!,
    })),
    references: referencesOf(tender),
    notes: [],
    sellCharges: charge && currency ? [{ ...flatCharge('line_haul', charge), currency: currency as Currency }] : [],
  }
  return { terms: { ...terms, notes: notesOf(tender, open) } }
}

const refuse = (code: NoLoadCode, message: string): LoadFromTender => ({ refusal: { code, message } })

const kindOf = ({ reason }: TenderStop): 'pickup' | 'delivery' =>
  reason === 'load' || reason === 'part_load' ? 'pickup' : 'delivery'

/** A stop without a time is open from the stop before until the evening of the next day; that is written down as not said. */
function windowsOf(stops: TenderStop[], open: string[]): { earliestLocal: LocalTime; latestLocal: LocalTime | null }[] {
  let before = ''
  return stops.map((stop, at) => {
    const earliest = stop.earliest ?? stop.latest ?? before
    if (!stop.earliest && !stop.latest) open.push(`the time at stop ${at + 1}`)
    const latest = stop.latest ?? (stop.earliest ? null : `${addDays(dayOf(before), 1)}T17:00`)
    before = latest ?? earliest
    return { earliestLocal: earliest, latestLocal: latest !== null && latest >= earliest ? latest : null }
  })
}

function lengthOf(tender: Tender, equipment: Equipment): number | null {
  const said = tender.equipment.lengthFt
  if (said !== null && said >= 8 && said <= 120) return Math.round(said)
  return equipment === 'flatbed' || equipment === 'step_deck' ? 48 : 53
}

function referencesOf(tender: Tender): Reference[] {
  const own: Reference[] = tender.shipmentId
    ? [{ kind: 'customer_order', name: '', value: tender.shipmentId, showOn: ['rate_confirmation', 'invoice'] }]
    : []
  const said = [...tender.references, ...tender.stops.flatMap(({ references }) => references)].filter(
    ({ value }) => value.trim() !== '',
  )
  const all = [
    ...own,
    ...said.map(({ qualifier, value }) => ({
      ...(referenceKindOf[qualifier] ?? { kind: 'other' as const, showOn: [] as LoadDocument[] }),
      name: '',
      value: value.trim().slice(0, 60),
    })),
  ]
  return all
    .filter((each, at) => all.findIndex((other) => other.kind === each.kind && other.value === each.value) === at)
    .slice(0, maxReferences)
}

/**
 * What the customer's system says is the customer's word and stays with us, whatever it says: a carrier reads only what a person of ours wrote
 * for carriers. Who wants to pass something on writes it for them, and sees here whose words it is.
 */
function notesOf(tender: Tender, open: string[]): Note[] {
  const said = [
    ...tender.notes,
    ...tender.stops.flatMap((stop, at) => stop.notes.map((text) => `Stop ${at + 1}: ${text}`)),
  ]
  const contacts = tender.stops.flatMap((stop, at) =>
    stop.contact
      ? [`Stop ${at + 1}, ask for ${[stop.contact.name, stop.contact.phone].filter(Boolean).join(' ')}`]
      : [],
  )
  const us = [
    ...(open.length > 0 ? [`Not in the tender, look at it: ${open.join('; ')}.`] : []),
    ...said.map((text) => `${customerSays}${text}`),
    ...contacts,
    ...(tender.alsoSaid.length > 0 ? [`The tender also said: ${tender.alsoSaid.join(' | ')}`] : []),
  ]
  const carrier = tender.hazmat ? ['Hazardous material: documents and placards as the shipper says.'] : []
  return [
    ...us.map((text) => ({ audience: 'us' as const, text: text.slice(0, 2000) })),
    ...carrier.map((text) => ({ audience: 'carrier' as const, text })),
  ].slice(0, maxNotes)
}

/** How a note begins that is the customer's own words. */
export const customerSays = 'Customer says: '

/** As tendered; a reefer without one gets the customer's usual temperature. */
function temperatureOf({ equipment: { tempF } }: Tender, { equipment, usual }: TenderMapping) {
  if (tempF) return { tempMinF: Math.round(tempF.min), tempMaxF: Math.round(tempF.max) }
  if (equipment !== 'reefer') return { tempMinF: null, tempMaxF: null }
  return { tempMinF: usual.tempMinF, tempMaxF: usual.tempMaxF }
}
