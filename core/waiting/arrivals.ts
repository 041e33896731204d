import { hour, toLocal } from '../time/local'

/** How offers came in on one past load: from when it was looked after until it was covered or given up. */
export interface WaitedLoad {
  openedAt: number
  /** When the award, or the pickup without one, ended the waiting. */
  endedAt: number
  pickupAt: number
  /** From when it was on a board; null for never. */
  postedAt: number | null
  /** Loads bought on the lane in the year before. */
  laneLoads: number
  offersAt: number[]
}

/**
 * The pace at which offers come in: a usual pace times factors for the time left, the hour, the weekday, being
 * posted and how busy the lane is.
 */
export interface ArrivalPace {
  /** Offers an hour, all factors being 1. */
  perHour: number
  byLead: number[]
  byHour: number[]
  byWeekday: number[]
  /** Not posted, posted. */
  byPosted: [number, number]
  /** Whether enough came in both ways to tell them apart. */
  knowsPosting: boolean
  byDensity: number[]
  /** How alike loads are: a load's own pace counts as much as the usual one once so many offers were to be expected. */
  steadiness: number
  /** Loads it was learnt from. */
  loads: number
}

/** Hours left before the pickup, and loads on the lane, at which another factor holds. */
const leadEdges = [2, 4, 8, 14, 24, 36, 60, 100]
const densityEdges = [3, 12, 40]

const classOf = (edges: number[], value: number) => {
  let at = 0
  while (at < edges.length && value >= edges[at]!) at++
  return at
}
/** The class of hours before the pickup that an instant falls into. */
export const leadClass = (hours: number): number => classOf(leadEdges, hours)
/** The class of past loads on a lane that it falls into. */
export const densityClass = (loads: number): number => classOf(densityEdges, loads)

/** What the desk has seen nothing of counts as this many offers and hours at the usual pace. */
const priorOffers = 6
/** Fewer offers than this, posted or not, and nobody can say what posting does. */
const enoughOffers = 25
const rounds = 12
const slice = hour / 2

/** Before anything was learnt: an offer every two hours, more by day, more when posted. */
export const guessedPace: ArrivalPace = {
  perHour: 0.35,
  byLead: leadEdges.map(() => 1).concat(1),
  byHour: Array.from({ length: 24 }, (_, at) => {
    if (at >= 7 && at < 18) return 1.7
    if (at >= 5 && at < 22) return 0.6
    return 0.12
  }),
  byWeekday: [0.25, 1.1, 1.15, 1.15, 1.15, 1.1, 0.4],
  byPosted: [0.7, 1.2],
  knowsPosting: false,
  byDensity: densityEdges.map(() => 1).concat(1),
  steadiness: 3,
  loads: 0,
}

interface Cell {
  keys: [lead: number, hourOfDay: number, weekday: number, posted: number, density: number]
  hours: number
  offers: number
}

/** What clock and calendar say at an instant in the desk's zone. */
export function clockAt(at: number, zone: string): { hourOfDay: number; weekday: number } {
  const local = toLocal(at, zone)
  return { hourOfDay: Number(local.slice(11, 13)), weekday: new Date(`${local.slice(0, 10)}T00:00:00Z`).getUTCDay() }
}

/**
 * Learns the pace by maximum likelihood: a Poisson process whose factors multiply, each factor in turn set to offers
 * seen over offers expected, drawn to 1 (iterative proportional fitting; Deming and Stephan 1940). A covered load
 * simply stops being watched, which does not bend the pace.
 */
export function learnArrivals(loads: WaitedLoad[], zone: string): ArrivalPace {
  const cells = new Map<string, Cell>()
  for (const load of loads) addCells(load, zone, cells)
  const all = [...cells.values()]
  const offers = all.reduce((sum, cell) => sum + cell.offers, 0)
  const hours = all.reduce((sum, cell) => sum + cell.hours, 0)
  if (offers < 20 || hours <= 0) return { ...guessedPace, loads: loads.length }
  const factors = [
    guessedPace.byLead,
    guessedPace.byHour,
    guessedPace.byWeekday,
    guessedPace.byPosted,
    guessedPace.byDensity,
  ].map((each) => each.map(() => 1))
  let perHour = offers / hours
  const paceOf = ({ keys }: Cell) => keys.reduce((pace: number, key, at) => pace * factors[at]![key]!, perHour)
  for (let round = 0; round < rounds; round++) {
    for (const [at, values] of factors.entries()) {
      const seen = values.map(() => priorOffers)
      const expected = values.map(() => priorOffers)
      for (const cell of all) {
        seen[cell.keys[at]!]! += cell.offers
        expected[cell.keys[at]!]! += cell.hours * paceOf(cell)
      }
      for (const key of values.keys()) values[key]! *= seen[key]! / expected[key]!
    }
    perHour *= offers / all.reduce((sum, cell) => sum + cell.hours * paceOf(cell), 0)
  }
  const pace: ArrivalPace = {
    perHour,
    byLead: factors[0]!,
    byHour: factors[1]!,
    byWeekday: factors[2]!,
    byPosted: factors[3] as [number, number],
    knowsPosting: [0, 1].every(
      (posted) => all.reduce((sum, cell) => sum + (cell.keys[3] === posted ? cell.offers : 0), 0) >= enoughOffers,
    ),
    byDensity: factors[4]!,
    steadiness: 3,
    loads: loads.length,
  }
  return { ...pace, steadiness: steadinessOf(loads, pace, zone) }
}

function addCells(load: WaitedLoad, zone: string, cells: Map<string, Cell>): void {
  const density = densityClass(load.laneLoads)
  const cellAt = (at: number) => {
    const { hourOfDay, weekday } = clockAt(at, zone)
    const keys: Cell['keys'] = [
      leadClass((load.pickupAt - at) / hour),
      hourOfDay,
      weekday,
      Number(load.postedAt !== null && at >= load.postedAt),
      density,
    ]
    const name = keys.join()
    const cell = cells.get(name) ?? { keys, hours: 0, offers: 0 }
    cells.set(name, cell)
    return cell
  }
  for (let at = load.openedAt; at < load.endedAt; at += slice)
    cellAt(at).hours += Math.min(slice, load.endedAt - at) / hour
  for (const at of load.offersAt)
    if (at >= load.openedAt && at <= load.endedAt) cellAt(Math.min(at, load.endedAt - 1)).offers++
}

export interface PaceContext {
  pickupAt: number
  postedAt: number | null
  laneLoads: number
  zone: string
}

/** Offers an hour to be expected at an instant. */
export function paceAt(pace: ArrivalPace, at: number, { pickupAt, postedAt, laneLoads, zone }: PaceContext): number {
  const { hourOfDay, weekday } = clockAt(at, zone)
  return (
    pace.perHour *
    pace.byLead[leadClass((pickupAt - at) / hour)]! *
    pace.byHour[hourOfDay]! *
    pace.byWeekday[weekday]! *
    pace.byPosted[Number(postedAt !== null && at >= postedAt)]! *
    pace.byDensity[densityClass(laneLoads)]!
  )
}

/** Offers to be expected between two instants. */
export function expectedOffers(pace: ArrivalPace, from: number, to: number, context: PaceContext): number {
  let sum = 0
  for (let at = from; at < to; at += slice) sum += (paceAt(pace, at, context) * Math.min(slice, to - at)) / hour
  return sum
}

/** How a load's own offers so far change the pace it may expect: the mean of a gamma distribution (Poisson with a gamma prior). */
export const ownPace = (steadiness: number, seen: number, expected: number): number =>
  (seen + steadiness) / (expected + steadiness)

const minSteadiness = 0.5
const maxSteadiness = 30

/** The shape of the gamma distribution that loads' own paces show: by how much their counts vary beyond chance. */
function steadinessOf(loads: WaitedLoad[], pace: ArrivalPace, zone: string): number {
  let [beyond, squares] = [0, 0]
  for (const load of loads) {
    const expected = expectedOffers(pace, load.openedAt, load.endedAt, {
      pickupAt: load.pickupAt,
      postedAt: load.postedAt,
      laneLoads: load.laneLoads,
      zone,
    })
    const seen = load.offersAt.filter((at) => at >= load.openedAt && at <= load.endedAt).length
    beyond += (seen - expected) ** 2 - expected
    squares += expected * expected
  }
  return beyond <= 0 ? maxSteadiness : Math.min(maxSteadiness, Math.max(minSteadiness, squares / beyond))
}
