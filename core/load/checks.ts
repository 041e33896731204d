import { type ChargeFacts, chargeSheet, oneCurrency, type Charge } from '../charge/charge'
import { transitHours } from '../miles/driving-time'
import { truckLeg } from '../miles/miles'
import { formatMoney } from '../money/money'
import type { RateBand } from '../rates/rates'
import { hour, toInstant } from '../time/local'
import { dayWords, spanWords } from '../time/words'
import type { StopPlace } from './load'

/**
 * Something wrong or odd in what was typed, told at its field before saving. `stop` keeps a load
 * from being opened for cover; `caution` asks to be acknowledged. A draft may carry both.
 */
export interface Problem {
  /** Dotted path of the field, `stops.1.earliestLocal`. */
  path: string
  code: 'in_the_past' | 'cannot_be_driven' | 'no_payer' | 'no_sell_charge' | 'rate_out_by_ten' | 'mixed_currencies' | 'stops_out_of_order' | 'no_temperature' | 'far_ahead'
  severity: 'stop' | 'caution'
  message: string
}

export interface LoadToCheck {
  equipment: string
  team: boolean
  tempMinF: number | null
  /** In their order; null where place or time is not given yet. */
  stops: (StopPlace | null)[]
  sellCharges: Charge[]
  charges: ChargeFacts
}

export interface CheckFacts {
  now: number
  /** Whether the customer has somebody to bill; null where no customer is chosen yet. */
  hasPayer: boolean | null
  band: RateBand | null
}

/** A sell price this many times off the lane's middle looks like a slipped digit. */
const outByTen = 5

/** Loads are rarely booked further ahead than this; a wrong year or month is likelier. */
const farAheadDays = 120

/** Everything worth telling about a load before it is saved, in the order of the form. */
export function checkLoad(load: LoadToCheck, facts: CheckFacts): Problem[] {
  return [...checkPayer(facts), ...checkEquipment(load), ...checkStops(load, facts.now), ...checkCharges(load, facts.band)]
}

function checkPayer(facts: CheckFacts): Problem[] {
  if (facts.hasPayer !== false) return []
  return [{ path: 'customerId', code: 'no_payer', severity: 'stop', message: 'This customer has nobody to bill: add a billing mail address first' }]
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
      return [{ path, code: 'in_the_past', severity: 'stop', message: `${dayWords(stop.earliestLocal.slice(0, 10))} is in the past, by ${spanWords(now - closes)}` } as Problem]
    }
    if (opens - now > farAheadDays * 24 * hour) {
      return [{ path, code: 'far_ahead', severity: 'caution', message: `${dayWords(stop.earliestLocal.slice(0, 10))} is ${Math.round((opens - now) / (24 * hour))} days ahead: is it the right year?` } as Problem]
    }
    const before = load.stops[index - 1]
    return before ? checkLeg(before, stop, path, load.team) : []
  })
}

function checkLeg(from: StopPlace, to: StopPlace, path: string, team: boolean): Problem[] {
  const leaves = toInstant(from.earliestLocal, from.zone)
  const closes = toInstant(to.latestLocal ?? to.earliestLocal, to.zone)
  if (closes <= leaves) {
    return [{ path, code: 'stops_out_of_order', severity: 'stop', message: 'Before the stop that comes first' }]
  }
  const leg = truckLeg(from, to)
  const needed = transitHours(leg.hours, team) * hour
  if (leaves + needed <= closes) return []
  const message = `Cannot be driven in time: about ${Math.round(leg.miles)} miles need ${spanWords(needed)} with rests, the windows leave ${spanWords(closes - leaves)}`
  return [{ path, code: 'cannot_be_driven', severity: 'stop', message }]
}

function checkCharges(load: LoadToCheck, band: RateBand | null): Problem[] {
  if (load.sellCharges.length === 0) {
    return [{ path: 'sellCharges', code: 'no_sell_charge', severity: 'caution', message: 'No sell charge: the margin cannot be told' }]
  }
  if (!oneCurrency(load.sellCharges)) {
    return [{ path: 'sellCharges', code: 'mixed_currencies', severity: 'stop', message: 'All charges of a side are in one currency' }]
  }
  const sellMinor = chargeSheet(load.sellCharges, load.charges).totalMinor
  if (!band || sellMinor === 0) return []
  const times = sellMinor / band.middleMinor
  if (times < outByTen && times > 1 / outByTen) return []
  const message = `${formatMoney(sellMinor)} is ${times >= outByTen ? `${Math.round(times)} times` : `a ${Math.round(1 / times)}th of`} what this lane costs (${formatMoney(band.middleMinor)}): a digit too ${times >= outByTen ? 'many' : 'few'}?`
  return [{ path: 'sellCharges.0.rateE4', code: 'rate_out_by_ten', severity: 'caution', message }]
}
