import { type Point, straightMiles } from '../place/straight'
import { addDays } from '../time/local'

/** A load that a truck could haul on its way. */
export interface ChainLeg {
  key: string
  from: Point
  to: Point
  /** Loaded miles. */
  miles: number
  /** For the whole load, in US dollars. */
  pay: number
  /** The days on which it may be picked up, both counted. */
  earliest: string
  latest: string
}

/** Loads that one truck hauls one after another, and comes home. */
export interface Chain<Leg extends ChainLeg = ChainLeg> {
  legs: Leg[]
  pay: number
  /** All miles driven, the empty ones among them, the way home too. */
  miles: number
  emptyMiles: number
  /** Empty and loaded miles in turn, the first and the last empty. */
  parts: number[]
  payPerMile: number
  /** The day on which it is home again. */
  homeOn: string
}

export interface ChainStart {
  at: Point
  home: Point
  /** The day on which the truck is empty. */
  from: string
}

/** Roads are longer than straight lines: great-circle miles times this are a fair guess where only a ranking is needed. */
const emptyFactor = 1.2
/** A day's driving: 11 hours (49 CFR 395.3) at 50 miles an hour. */
const milesADay = 550
/** Chains that are grown further from each step, and loads that are tried after each. */
const beam = 12

const sum = (parts: readonly number[]): number => parts.reduce((total, part) => total + part, 0)
const emptyBetween = (from: Point, to: Point): number => straightMiles(from, to) * emptyFactor

/** One chain as it grows: where the truck stands and when, and what it drove and earned so far. */
interface Growing<Leg extends ChainLeg> {
  legs: Leg[]
  at: Point
  day: string
  pay: number
  parts: number[]
}

/**
 * The best chains of two and of three loads that bring a truck home, highest pay for each mile driven first, at most `top`, each set of loads once. `next` answers
 * the loads near a place from a day on. A beam search: the dozen best beginnings are grown at each step, so a better chain may be missed, but every chain
 * that is answered can be driven in its days (whole days, a day's driving each).
 */
export function findChains<Leg extends ChainLeg>(
  start: ChainStart,
  next: (at: Point, from: string) => Leg[],
  top = 5,
): Chain<Leg>[] {
  let growing: Growing<Leg>[] = [{ legs: [], at: start.at, day: start.from, pay: 0, parts: [] }]
  const found = new Map<string, Chain<Leg>>()
  for (let length = 1; length <= 3; length++) {
    const grown = growing.flatMap((chain) => extended(chain, next(chain.at, chain.day)))
    if (length > 1) for (const chain of grown) keepBest(found, closed(chain, start.home))
    growing = grown.toSorted((one, other) => rate(other, start.home) - rate(one, start.home)).slice(0, beam)
  }
  return [...found.values()].toSorted((one, other) => other.payPerMile - one.payPerMile).slice(0, top)
}

/** A chain with each of these loads after it that it can be in time for. */
function extended<Leg extends ChainLeg>(chain: Growing<Leg>, legs: Leg[]): Growing<Leg>[] {
  return legs.flatMap((leg) => {
    if (chain.legs.some(({ key }) => key === leg.key)) return []
    const empty = emptyBetween(chain.at, leg.from)
    const arrives = addDays(chain.day, Math.floor(empty / milesADay))
    const pickedUp = arrives < leg.earliest ? leg.earliest : arrives
    if (pickedUp > leg.latest) return []
    return {
      legs: [...chain.legs, leg],
      at: leg.to,
      day: addDays(pickedUp, Math.ceil(leg.miles / milesADay)),
      pay: chain.pay + leg.pay,
      parts: [...chain.parts, empty, leg.miles],
    }
  })
}

function closed<Leg extends ChainLeg>(chain: Growing<Leg>, home: Point): Chain<Leg> {
  const back = emptyBetween(chain.at, home)
  const parts = [...chain.parts, back]
  const miles = sum(parts)
  return {
    legs: chain.legs,
    pay: chain.pay,
    miles: Math.round(miles),
    emptyMiles: Math.round(sum(parts.filter((_, at) => at % 2 === 0))),
    parts: parts.map(Math.round),
    payPerMile: Math.round((chain.pay / Math.max(1, miles)) * 100) / 100,
    homeOn: addDays(chain.day, Math.floor(back / milesADay)),
  }
}

const rate = <Leg extends ChainLeg>(chain: Growing<Leg>, home: Point): number =>
  chain.pay / Math.max(1, sum(chain.parts) + emptyBetween(chain.at, home))

/** Of the orders of one set of loads the one that pays most for each mile stands for it. */
function keepBest<Leg extends ChainLeg>(found: Map<string, Chain<Leg>>, chain: Chain<Leg>): void {
  const key = chain.legs
    .map((leg) => leg.key)
    .toSorted()
    .join(' ')
  const before = found.get(key)
  if (!before || before.payPerMile < chain.payPerMile) found.set(key, chain)
}
