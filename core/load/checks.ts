import { chargeSheet, oneCurrency } from '../charge/charge'
import { convertToDesk, type ExchangeRate } from '../money/exchange'
import { formatMoney } from '../money/money'
import { countryOfRegion } from '../place/regions'
import type { RateBand } from '../rates/rates'
import { hour, toInstant } from '../time/local'
import { dayWords, spanWords } from '../time/words'
import { checkAboard } from './aboard'
import { checkDrive, checkGaps } from './check-drive'
import { unknownStreet } from './load'
import type { LoadToCheck, Problem } from './problem'

export interface CheckFacts {
  now: number
  /** Whether the customer has somebody to bill; null where no customer is chosen yet. */
  hasPayer: boolean | null
  band: RateBand | null
  /** Exchange rates of the last days, and the desk's own day. */
  rates: readonly ExchangeRate[]
  today: string
}

/** A sell price this many times off the lane's middle looks like a slipped digit. */
const outByTen = 5

/** Loads are rarely booked further ahead than this; a wrong year or month is likelier. */
const farAheadDays = 120

/** Everything worth telling about a load before it is saved, in the order of the form. */
export function checkLoad(load: LoadToCheck, facts: CheckFacts): Problem[] {
  return [
    ...checkPayer(facts),
    ...checkEquipment(load),
    ...checkStops(load, facts.now),
    ...checkStreets(load),
    ...checkAboard(load.handled, load.freight),
    ...checkHazard(load),
    ...checkBorder(load),
    ...checkDrive(load),
    ...checkGaps(load),
    ...checkCharges(load, facts),
  ]
}

function checkPayer(facts: CheckFacts): Problem[] {
  if (facts.hasPayer !== false) return []
  return [
    {
      path: 'customerId',
      code: 'no_payer',
      severity: 'stop',
      message: 'This customer has nobody to bill: add a billing email address first',
    },
  ]
}

function checkEquipment(load: LoadToCheck): Problem[] {
  if (load.equipment !== 'reefer' || load.tempMinF !== null) return []
  return [{ path: 'tempMinF', code: 'no_temperature', severity: 'caution', message: 'A reefer without a temperature' }]
}

function checkStops(load: LoadToCheck, now: number): Problem[] {
  return load.stops.flatMap((stop, index) => {
    if (!stop) return []
    const path = `stops.${index}.earliestLocal`
    const opens = toInstant(stop.earliestLocal, stop.zone)
    const closes = toInstant(stop.latestLocal ?? stop.earliestLocal, stop.zone)
    if (closes < now) {
      return [
        {
          path,
          code: 'in_the_past',
          severity: 'stop',
          message: `${dayWords(stop.earliestLocal.slice(0, 10))} is in the past, by ${spanWords(now - closes)}`,
        } as Problem,
      ]
    }
    if (opens - now > farAheadDays * 24 * hour) {
      return [
        {
          path,
          code: 'far_ahead',
          severity: 'caution',
          message: `${dayWords(stop.earliestLocal.slice(0, 10))} is ${Math.round((opens - now) / (24 * hour))} days ahead: is it the right year?`,
        } as Problem,
      ]
    }
    const before = load.stops[index - 1]
    const isBefore = before && closes <= toInstant(before.earliestLocal, before.zone)
    return isBefore
      ? [{ path, code: 'stops_out_of_order', severity: 'stop', message: 'Before the stop that comes first' } as Problem]
      : []
  })
}

function checkStreets(load: LoadToCheck): Problem[] {
  return load.stops.flatMap((stop, index) =>
    stop?.address === unknownStreet
      ? [
          {
            path: `stops.${index}.facilityId`,
            code: 'no_street',
            severity: 'caution',
            message: 'The street is not known yet: choose or make the facility',
          } as Problem,
        ]
      : [],
  )
}

function checkHazard({ freight }: LoadToCheck): Problem[] {
  if (!freight.hazmat || freight.unNumber !== null) return []
  return [
    {
      path: 'unNumber',
      code: 'no_un_number',
      severity: 'note',
      message: 'Hazardous freight: the carrier will ask for its UN number',
    },
  ]
}

function checkBorder({ stops, customsBroker }: LoadToCheck): Problem[] {
  const countries = new Set(stops.flatMap((stop) => (stop ? [countryOfRegion(stop.region)] : [])))
  if (countries.size < 2 || customsBroker !== '') return []
  return [
    {
      path: 'customsBroker',
      code: 'no_customs_broker',
      severity: 'note',
      message: 'It crosses a border: who is the customs broker?',
    },
  ]
}

function checkCharges(load: LoadToCheck, { band, rates, today }: CheckFacts): Problem[] {
  if (load.sellCharges.length === 0) {
    return [
      {
        path: 'sellCharges',
        code: 'no_sell_charge',
        severity: 'caution',
        message: 'No sell charge: the margin is unknown',
      },
    ]
  }
  if (!oneCurrency(load.sellCharges)) {
    return [
      {
        path: 'sellCharges',
        code: 'mixed_currencies',
        severity: 'stop',
        message: 'All charges of a side are in one currency',
      },
    ]
  }
  const undated = load.sellCharges.findIndex((charge) => charge.kind === 'advance' && charge.day === null)
  if (undated >= 0)
    return [
      {
        path: `sellCharges.${undated}.day`,
        code: 'advance_without_day',
        severity: 'stop',
        message: 'An advance is a payment: give the day it was paid',
      },
    ]
  const sheet = chargeSheet(load.sellCharges, load.charges)
  const sell = convertToDesk({ amountMinor: sheet.totalMinor, currency: sheet.currency }, rates, today)
  if ('refusal' in sell)
    return [{ path: 'sellCharges', code: 'no_exchange_rate', severity: 'stop', message: sell.refusal.message }]
  if (!band || sell.amountMinor === 0) return []
  const odd = outByTenWords(sell.amountMinor, band.middleMinor)
  return odd === null
    ? []
    : [{ path: 'sellCharges.0.rateE4', code: 'rate_out_by_ten', severity: 'caution', message: odd }]
}

/** What is odd about a price against what a lane usually costs, sold or paid, both in the desk's currency; null where nothing is. */
export function outByTenWords(amountMinor: number, middleMinor: number): string | null {
  const times = amountMinor / middleMinor
  if (times < outByTen && times > 1 / outByTen) return null
  return `${formatMoney(amountMinor)} is ${times >= outByTen ? `${Math.round(times)} times` : `a ${Math.round(1 / times)}th of`} what this lane costs (${formatMoney(middleMinor)}): a digit too ${times >= outByTen ? 'many' : 'few'}?`
}
