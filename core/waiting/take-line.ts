import { hour } from '../time/local'

/** What waiting on a load looks like from now: how offers come in, what they cost, what failing costs. */
export interface Waiting {
  now: number
  /** From when on a truck found is of no use: the pickup less the time to get there. */
  until: number
  /** Offers an hour to be expected at an instant. */
  pace: (at: number) => number
  /** Prices of offers in minor units at even steps of likelihood, ascending: the first with 1/(2n), the last with 1 - 1/(2n). */
  prices: Float64Array
  /** How prices at an instant compare to those now: short notice costs. */
  level: (at: number) => number
  /** What a truck costs if none is taken by then: the rescue. */
  rescueMinor: number
  targetPayMinor: number | null
  maxPayMinor: number | null
}

export interface TakeLine {
  points: { at: number; takeMinor: number }[]
  /** What the load is expected to cost in the end, waiting wisely from now. */
  expectedMinor: number
  /** Chance of an offer worth taking before it is too late; and of one at or under the target. */
  coveredChance: number
  underTargetChance: number
  /** From when the line is above max pay; null if never. */
  passesMostAt: number | null
}

const slice = hour / 4
/** A pickup days away is looked at in longer slices: the line is as good, and a desk of loads is planned at once. */
const maxSlices = 240

/**
 * The take line: the highest price it is wiser to take than to wait, at every moment until it is too late. Optimal
 * stopping by dynamic programming: with V what waiting on will cost, an offer is worth taking at V or less, and a
 * moment earlier V is less by the chance of an offer times what it would save (a search without recall; Lippman and
 * McCall 1976). The whole line never falls with time.
 */
export function takeLine(waiting: Waiting): TakeLine {
  const { now, rescueMinor, targetPayMinor, maxPayMinor } = waiting
  const until = Math.max(now, waiting.until)
  const slices = Math.max(1, Math.min(maxSlices, Math.ceil((until - now) / slice)))
  const step = (until - now) / slices
  const saved = savings(waiting)
  const values = new Float64Array(slices + 1)
  values[slices] = rescueMinor
  for (let at = slices - 1; at >= 0; at--)
    values[at] = values[at + 1]! - saved(values[at + 1]!, now + (at + 0.5) * step, step)
  let [waitingOn, covered, underTarget] = [1, 0, 0]
  for (let at = 0; at < slices; at++) {
    const middle = now + (at + 0.5) * step
    const [chance, level] = [chanceOfOffer(waiting, middle, step), waiting.level(middle)]
    const taken = chance * shareUnder(waiting.prices, values[at + 1]! / level)
    covered += waitingOn * taken
    if (targetPayMinor !== null)
      underTarget += waitingOn * chance * shareUnder(waiting.prices, Math.min(values[at + 1]!, targetPayMinor) / level)
    waitingOn *= 1 - taken
  }
  const passes = maxPayMinor === null ? -1 : values.findIndex((value) => value > maxPayMinor)
  return {
    points: Array.from(values, (takeMinor, at) => ({ at: now + at * step, takeMinor: Math.round(takeMinor) })),
    expectedMinor: Math.round(values[0]!),
    coveredChance: covered,
    underTargetChance: underTarget,
    passesMostAt: passes < 0 ? null : now + passes * step,
  }
}

const chanceOfOffer = (waiting: Waiting, at: number, step: number): number =>
  1 - Math.exp((-waiting.pace(at) * step) / hour)

/** What a slice of waiting saves on average against a price: the chance of an offer times how far it is under it. */
function savings(waiting: Waiting): (against: number, at: number, step: number) => number {
  const { prices } = waiting
  const sums = new Float64Array(prices.length + 1)
  for (let at = 0; at < prices.length; at++) sums[at + 1] = sums[at]! + prices[at]!
  return (against, at, step) => {
    const level = waiting.level(at)
    const under = countUnder(prices, against / level)
    return (chanceOfOffer(waiting, at, step) * (under * against - level * sums[under]!)) / prices.length
  }
}

const shareUnder = (prices: Float64Array, against: number): number => countUnder(prices, against) / prices.length

function countUnder(prices: Float64Array, against: number): number {
  let [low, high] = [0, prices.length]
  while (low < high) {
    const half = (low + high) >> 1
    if (prices[half]! <= against) low = half + 1
    else high = half
  }
  return low
}

/** The price worth taking at an instant, between the line's points. */
export function takeAt(line: TakeLine, at: number): number {
  const { points } = line
  const first = points[0]!
  const last = points.at(-1)!
  if (at <= first.at) return first.takeMinor
  if (at >= last.at) return last.takeMinor
  const along = ((at - first.at) / (last.at - first.at)) * (points.length - 1)
  const below = Math.floor(along)
  return Math.round(
    points[below]!.takeMinor + (along - below) * (points[below + 1]!.takeMinor - points[below]!.takeMinor),
  )
}

/**
 * What waiting will cost with an offer in hand that is valid until an instant: never more than the offer. Follows the
 * line backwards from there, where the offer is taken or let go.
 */
export function costHolding(waiting: Waiting, line: TakeLine, offerMinor: number, standsUntil: number): number {
  const end = Math.min(standsUntil, waiting.until)
  if (end <= waiting.now) return offerMinor
  const slices = Math.max(1, Math.min(maxSlices, Math.ceil((end - waiting.now) / slice)))
  const step = (end - waiting.now) / slices
  const saved = savings(waiting)
  let value = Math.min(offerMinor, takeAt(line, end))
  for (let at = slices - 1; at >= 0; at--) value -= saved(value, waiting.now + (at + 0.5) * step, step)
  return Math.round(value)
}
