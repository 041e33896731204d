import { z } from 'zod'
import type { ChargeSheet } from '../charge/charge'
import { chargeKindWords, chargeRateWords } from '../charge/words'
import { onAndOff } from '../load/aboard'
import { changesBetween } from '../load/changes'
import type { Change } from '../load/command'
import { freightDetailWords, type PieceUnit } from '../load/freight'
import { type Equipment, equipmentKinds, type Note } from '../load/load'
import type { Reference } from '../load/reference'
import type { StopTerms } from '../load/stop'
import { amountWords, contactWords } from '../load/stop-words'
import { dockAccessWords, equipmentWords, freightWords, referenceLabel } from '../load/words'
import { currencies, formatMoney } from '../money/money'
import { brokerSchema, repSchema } from '../office/broker'
import type { LocalTime } from '../time/local'
import { dayOf } from '../time/local'
import { clockWords, fullDateWords } from '../time/words'

/**
 * All that a rate confirmation says, frozen when it is issued. Only what is listed here reaches the
 * carrier: no customer, no sell price, no limits, no notes or references meant for others.
 */
export const confirmationTermsSchema = z.object({
  loadNumber: z.string(),
  /** What its number begins with; missing on documents issued before a brokerage chose it. */
  numberPrefix: z.string().optional(),
  broker: brokerSchema,
  rep: repSchema,
  carrier: z.object({ name: z.string(), mcNumber: z.string(), dotNumber: z.string() }),
  equipment: z.enum(equipmentKinds),
  freight: z.string(),
  commodity: z.string(),
  pallets: z.number().nullable(),
  miles: z.number(),
  practice: z.boolean(),
  stops: z.array(
    z.object({
      kind: z.enum(['pickup', 'delivery']),
      facility: z.string(),
      address: z.array(z.string()),
      earliestLocal: z.string(),
      latestLocal: z.string().nullable(),
      zone: z.string(),
      booking: z.enum(['appointment', 'first_come']),
      /** Whom to ask for, what is loaded there, its numbers and notes, a line each; missing on documents issued before stops said more than their time. */
      details: z.array(z.string()).optional(),
    }),
  ),
  /** What is known of the pieces; missing where nothing is. */
  freightDetails: z.string().optional(),
  references: z.array(z.object({ label: z.string(), value: z.string() })),
  instructions: z.array(z.string()),
  pay: z.array(z.object({ label: z.string(), rate: z.string(), amountMinor: z.number() })),
  totalMinor: z.number(),
  /** What of it was paid before, and when; missing on documents issued before advances were payments. */
  advances: z.array(z.object({ label: z.string(), amountMinor: z.number(), paidOn: z.string() })).optional(),
  /** Of all amounts on it; missing on documents issued when all were in US dollars. */
  currency: z.enum(currencies).optional(),
  conditions: z.array(z.string()),
})
export type ConfirmationTerms = z.output<typeof confirmationTermsSchema>

export interface LoadToConfirm {
  number: string
  practice: boolean
  equipment: Equipment
  lengthFt: number | null
  tempMinF: number | null
  tempMaxF: number | null
  team: boolean
  weightLb: number
  commodity: string
  commodityHidden: boolean
  pallets: number | null
  pieces: number | null
  pieceUnit: PieceUnit
  pieceSizeIn: string | null
  stackable: boolean
  hazmat: boolean
  unNumber: string | null
  partial: boolean
  miles: number
  stops: (Pick<StopTerms, 'access' | 'contactName' | 'contactPhone' | 'driverNote' | 'pieces' | 'weightLb'> & {
    kind: 'pickup' | 'delivery'
    facilityName: string
    address: string
    city: string
    region: string
    postal: string
    zone: string
    earliestLocal: LocalTime
    latestLocal: LocalTime | null
    booking: 'appointment' | 'first_come'
  })[]
  /** Of the load, and of its stops: those are counted from 1. */
  references: (Reference & { stopSequence: number | null })[]
  notes: Note[]
}

/** The terms for one carrier at one agreed pay. */
export function confirmationTerms(
  load: LoadToConfirm,
  carrier: { name: string; mcNumber: string; dotNumber: string },
  pay: ChargeSheet,
  desk: Pick<ConfirmationTerms, 'numberPrefix' | 'broker' | 'rep' | 'conditions'>,
): ConfirmationTerms {
  return {
    loadNumber: load.number,
    numberPrefix: desk.numberPrefix,
    broker: desk.broker,
    rep: desk.rep,
    carrier: { name: carrier.name, mcNumber: carrier.mcNumber, dotNumber: carrier.dotNumber },
    equipment: load.equipment,
    freight: freightWords(load),
    commodity: load.commodityHidden ? 'General freight' : load.commodity,
    pallets: load.pallets,
    miles: Math.round(load.miles),
    practice: load.practice,
    ...freightDetailsOf(load),
    stops: load.stops.map((stop, index) => ({
      kind: stop.kind,
      facility: stop.facilityName,
      address: [stop.address, `${stop.city}, ${stop.region} ${stop.postal}`],
      earliestLocal: stop.earliestLocal,
      latestLocal: stop.latestLocal,
      zone: stop.zone,
      booking: stop.booking,
      ...stopDetailsOf(load, index),
    })),
    references: shownReferences(load, null),
    instructions: load.notes.filter((note) => note.audience === 'carrier').map((note) => note.text),
    pay: pay.lines
      .filter(({ charge }) => charge.kind !== 'advance')
      .map(({ charge, amountMinor }) => ({
        label: charge.note ? `${chargeKindWords[charge.kind]}, ${charge.note}` : chargeKindWords[charge.kind],
        rate: chargeRateWords(charge),
        amountMinor,
      })),
    totalMinor: pay.totalMinor,
    advances: pay.lines
      .filter(({ charge }) => charge.kind === 'advance')
      .map(({ charge, amountMinor }) => ({
        label: charge.note ? `Advance, ${charge.note}` : 'Advance',
        amountMinor: Math.abs(amountMinor),
        paidOn: charge.day ?? '',
      })),
    currency: pay.currency,
    conditions: desk.conditions,
  }
}

const shownReferences = (load: LoadToConfirm, stopSequence: number | null) =>
  load.references
    .filter((each) => each.stopSequence === stopSequence && each.showOn.includes('rate_confirmation'))
    .map((reference) => ({ label: referenceLabel(reference), value: reference.value }))

function freightDetailsOf(load: LoadToConfirm): Pick<ConfirmationTerms, 'freightDetails'> {
  const freightDetails = freightDetailWords(load)
  return freightDetails ? { freightDetails } : {}
}

/** What a stop says beside its place and time. How much is loaded is said where the stops share the freight. */
function stopDetailsOf(load: LoadToConfirm, index: number): { details?: string[] } {
  const stop = load.stops[index]!
  const sharesFreight = load.stops.length > 2
  const amount = sharesFreight ? amountWords(onAndOff(load.stops, load)[index]!, load.pieceUnit) : ''
  const details = [
    contactWords(stop),
    stop.access === 'dock' ? '' : dockAccessWords[stop.access],
    amount && `${stop.kind === 'pickup' ? 'Loads' : 'Unloads'} ${amount}`,
    ...shownReferences(load, index + 1).map(({ label, value }) => `${label} ${value}`),
    stop.driverNote,
  ].filter(Boolean)
  return details.length > 0 ? { details } : {}
}

/** `RC-20417-2`: the brokerage's prefix, the load's number and the version. */
export const confirmationNumber = (
  { loadNumber, numberPrefix = 'RC' }: Pick<ConfirmationTerms, 'loadNumber' | 'numberPrefix'>,
  version: number,
): string => `${numberPrefix}-${loadNumber.replace(/^[A-Z]+-/, '')}-${version}`

/** A stop's window on document, with the date in full: `Tue 24 Nov 2026, 8:00 am to 11:00 am`. */
export function windowOnDocument(stop: { earliestLocal: LocalTime; latestLocal: LocalTime | null }): string {
  const date = (local: LocalTime) => fullDateWords(dayOf(local))
  const opens = `${date(stop.earliestLocal)}, ${clockWords(stop.earliestLocal)}`
  if (!stop.latestLocal || stop.latestLocal === stop.earliestLocal) return opens
  const sameDay = stop.latestLocal.slice(0, 10) === stop.earliestLocal.slice(0, 10)
  return `${opens} to ${sameDay ? '' : `${date(stop.latestLocal)}, `}${clockWords(stop.latestLocal)}`
}

/** An amount of a confirmation in its currency: `$2,480`, `C$2,480`. */
export const payWords = (terms: Pick<ConfirmationTerms, 'currency'>, amountMinor: number): string =>
  formatMoney(amountMinor, terms.currency ?? 'USD')

/** What is still to be paid once the documents are in. */
export const balanceMinor = (terms: Pick<ConfirmationTerms, 'totalMinor' | 'advances'>): number =>
  terms.totalMinor - (terms.advances ?? []).reduce((sum, each) => sum + each.amountMinor, 0)

/** `24 pallets`; nothing where they are not counted. */
export const palletsWords = ({ pallets }: Pick<ConfirmationTerms, 'pallets'>): string =>
  pallets === null ? '' : `${pallets} pallets`

/** What differs between two sets of terms, as a carrier would be shown. */
export function termChanges(before: ConfirmationTerms, after: ConfirmationTerms): Change[] {
  const lines = (terms: ConfirmationTerms): [string, string][] => [
    ['Pay', payWords(terms, terms.totalMinor)],
    ['Pay lines', terms.pay.map((line) => `${line.label} ${payWords(terms, line.amountMinor)}`).join('; ')],
    [
      'Advances',
      (terms.advances ?? []).map((each) => `${payWords(terms, each.amountMinor)} on ${each.paidOn}`).join('; '),
    ],
    ['Equipment', equipmentWords[terms.equipment]],
    ['Freight', [terms.freight, terms.commodity, palletsWords(terms), terms.freightDetails].filter(Boolean).join(', ')],
    ['Stops', terms.stops.map((stop) => `${stop.kind} ${stop.facility}, ${stop.address.join(', ')}`).join('; ')],
    ...terms.stops.map((stop, index): [string, string] => [
      `Stop ${index + 1} window`,
      `${windowOnDocument(stop)}, ${stop.booking === 'appointment' ? 'appointment' : 'first come'}`,
    ]),
    ...terms.stops.map((stop, index): [string, string] => [
      `Stop ${index + 1} details`,
      (stop.details ?? []).join('; '),
    ]),
    ['References', terms.references.map((reference) => `${reference.label} ${reference.value}`).join('; ')],
    ['Instructions', terms.instructions.join(' / ')],
  ]
  return changesBetween(lines(before), lines(after))
}
