import { type Charge, type ChargeBasis, type ChargeKind, rateScale } from '../charge/charge'
import type { Currency } from '../money/money'

/** What extra charges are called when they are typed. Line haul and fuel are computed, not typed. */
const kindSpellings: [RegExp, ChargeKind][] = [
  [/^(?:stop[- ]?offs?|extra stops?|stops?)$/, 'stop_off'],
  [/^(?:lumpers?|unloading|loading)$/, 'lumper'],
  [/^detention$/, 'detention'],
  [/^layovers?$/, 'layover'],
  [/^(?:tarps?|tarping)$/, 'tarp'],
  [/^(?:permits?)$/, 'permit'],
  [/^(?:tonu|truck ordered not used)$/, 'truck_ordered_not_used'],
]

const basisSpellings: [RegExp, ChargeBasis][] = [
  [/^(?:\/|an?|per)\s*(?:mi|mile)$/, 'per_mile'],
  [/^(?:\/|an?|per)\s*(?:hr|hour|h)$/, 'hour'],
  [/^(?:\/|a|per)\s*(?:pallet|plt)$/, 'pallet'],
  [/^(?:%|percent)(?: of line haul)?$/, 'percent_of_line_haul'],
  [/^(?:each|ea|flat)?$/, 'flat'],
]

const maxExtras = 10

/**
 * Reads extra charges as they are typed: `tarp 75, stop-off 50, detention 60 an hour, team 12%`. A word
 * that is no charge of its own is an `other` charge with that note. All are in the currency given.
 */
export function readExtras(text: string, currency: Currency): { charges: Charge[] } | { unread: string } {
  const parts = text
    .split(/[;+]|,(?!\d{3}\b)/)
    .map((part) => part.trim())
    .filter(Boolean)
  const charges: Charge[] = []
  for (const part of parts) {
    const charge = readExtra(part, currency)
    if (!charge || charges.length === maxExtras) return { unread: part }
    charges.push(charge)
  }
  return { charges }
}

function readExtra(part: string, currency: Currency): Charge | null {
  const match = /^([a-z][a-z -]{0,38}?)[:\s]+\$?(\d{1,3}(?:,\d{3})+|\d{1,6})(\.\d{1,4})?\s*([^\d]{0,20})$/i.exec(part)
  if (!match) return null
  const word = match[1]!.trim().toLowerCase()
  const basis = basisSpellings.find(([spelling]) => spelling.test(match[4]!.trim().toLowerCase()))?.[1]
  if (!basis) return null
  const kind = kindSpellings.find(([spelling]) => spelling.test(word))?.[1] ?? 'other'
  const rateE4 = Math.round(Number(`${match[2]!.replaceAll(',', '')}${match[3] ?? ''}`) * rateScale)
  // Hours and pallets are not known when quoting: one is for the rate, the invoice has the rest.
  return {
    kind,
    basis,
    rateE4,
    quantity: basis === 'hour' || basis === 'pallet' ? 0 : null,
    currency,
    note: kind === 'other' ? word : '',
    day: null,
  }
}
