import { type Charge, type ChargeFacts, chargeSheet, oneCurrency } from '../charge/charge'
import { type DriveToPlan, fixesOf, planDrive } from '../miles/drive'
import type { Leg } from '../miles/roads'
import { convertToDesk, type ExchangeRate } from '../money/exchange'
import { formatMoney } from '../money/money'
import type { RateBand } from '../rates/rates'
import { hour, toInstant } from '../time/local'
import { dayWords, spanWords } from '../time/words'
import { type StopPlace, unknownStreet } from './load'

/**
 * Something wrong or odd in what was typed, shown at its field before saving. `stop` keeps a load
 * from being opened for cover; `caution` asks to be acknowledged. A draft may carry both.
 */
export interface Problem {
  /** Dotted path of the field, `stops.1.earliestLocal`. */
  path: string
  code:
    | 'in_the_past'
    | 'cannot_be_driven'
    | 'no_payer'
    | 'no_sell_charge'
    | 'rate_out_by_ten'
    | 'mixed_currencies'
    | 'no_exchange_rate'
    | 'advance_without_day'
    | 'stops_out_of_order'
    | 'no_road'
    | 'no_temperature'
    | 'far_ahead'
    | 'no_street'
  severity: 'stop' | 'caution'
  message: string
}

export interface LoadToCheck {
  equipment: string
  team: boolean
  tempMinF: number | null
  /** In their order; null where place or time is not given yet. */
  stops: (StopPlace | null)[]
  /** Miles and wheel hours from each stop to the next; null where they are not known (yet). */
  legs: (LoadLeg | null)[]
  sellCharges: Charge[]
  charges: ChargeFacts
}

/** A leg of a load; `byRoad` is false where no road joins its ends. */
export interface LoadLeg extends Leg {
  byRoad: boolean
}

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
    ...checkDrive(load),
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

/** Loading or unloading takes about this long; nothing better is known of a stop yet. */
const usualWork = hour

/** The drive of a load as the hours-of-service plan takes it: windows as instants, work at every stop but the last. */
export function driveOf(
  stops: Pick<StopPlace, 'earliestLocal' | 'latestLocal' | 'zone'>[],
  legs: Leg[],
  team: boolean,
): DriveToPlan {
  const windows = stops.map((stop, at) => ({
    opens: toInstant(stop.earliestLocal, stop.zone),
    closes: toInstant(stop.latestLocal ?? stop.earliestLocal, stop.zone),
    work: at === stops.length - 1 ? 0 : usualWork,
  }))
  return { ready: windows[0]?.opens ?? 0, stops: windows, legs: legs.map((leg) => leg.hours), team }
}

/** Whether the load can be driven at all, and in time by the law. Reported at the first stop that is missed. */
function checkDrive(load: LoadToCheck): Problem[] {
  const { stops, legs } = load
  const roadless = legs.findIndex((leg) => leg?.byRoad === false)
  if (roadless >= 0)
    return [
      {
        path: `stops.${roadless + 1}.earliestLocal`,
        code: 'no_road',
        severity: 'stop',
        message: 'No road leads there from the stop before',
      },
    ]
  if (stops.length < 2 || stops.includes(null) || legs.length !== stops.length - 1 || legs.includes(null)) return []
  const drive = driveOf(stops as StopPlace[], legs as LoadLeg[], load.team)
  if (drive.stops.some((stop, at) => at > 0 && stop.closes <= drive.stops[at - 1]!.opens)) return []
  const plan = planDrive(drive)
  const missed = plan.stops.findIndex((stop) => stop.late > 0)
  if (missed < 0) return []
  const miles = (legs as LoadLeg[]).slice(0, missed).reduce((sum, leg) => sum + leg.miles, 0)
  const fixes = fixesOf(drive, plan)
  const ways = [
    fixes.team ? 'a team' : '',
    fixes.earlierPickup === null ? '' : `the pickup ${spanWords(fixes.earlierPickup)} earlier`,
    `the delivery ${spanWords(fixes.laterDelivery)} later`,
  ].filter(Boolean)
  return [
    {
      path: `stops.${missed}.earliestLocal`,
      code: 'cannot_be_driven',
      severity: 'stop',
      message:
        `Cannot legally be there in time: ${Math.round(miles).toLocaleString('en-US')} miles with rests, ${spanWords(plan.stops[missed]!.late)} late. ${ways.join(', or ')} would fix it`
          .replace('. a team', '. A team')
          .replace('. the', '. The'),
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
  const undated = load.sellCharges.findIndex((charge) => charge.kind === 'advance' && charge.paidOn === null)
  if (undated >= 0)
    return [
      {
        path: `sellCharges.${undated}.paidOn`,
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
