/** More middle stops than this are not ordered: the exact search doubles with each. */
export const maxMiddleStops = 12

/**
 * The order of the middle stops with the fewest miles, first and last staying where they are. Exact
 * (dynamic programming over sets of stops: Held and Karp, "A Dynamic Programming Approach to
 * Sequencing Problems", 1962). `miles[i][j]` is from stop i to stop j; returns positions of the stops
 * in the best order. Of two orders as good as each other the one nearer to the given order stays.
 */
export function bestOrder(miles: number[][]): number[] {
  const last = miles.length - 1
  const middle = last - 1
  if (middle > maxMiddleStops) throw new Error(`${middle} middle stops; at most ${maxMiddleStops} are ordered.`)
  if (middle < 2) return miles.map((_, at) => at)
  const sets = 1 << middle
  const best = new Float64Array(sets * middle).fill(Number.POSITIVE_INFINITY)
  const before = new Int8Array(sets * middle).fill(-1)
  for (let stop = 0; stop < middle; stop += 1) best[(1 << stop) * middle + stop] = miles[0]![stop + 1]!
  for (let set = 1; set < sets; set += 1) {
    for (let end = 0; end < middle; end += 1) {
      const soFar = best[set * middle + end]!
      if (!(set & (1 << end)) || soFar === Number.POSITIVE_INFINITY) continue
      for (let next = 0; next < middle; next += 1) {
        if (set & (1 << next)) continue
        const at = (set | (1 << next)) * middle + next
        const total = soFar + miles[end + 1]![next + 1]!
        if (total >= best[at]! - 1e-9) continue
        best[at] = total
        before[at] = end
      }
    }
  }
  return readBack(miles, best, before, middle, last)
}

function readBack(miles: number[][], best: Float64Array, before: Int8Array, middle: number, last: number): number[] {
  const whole = (1 << middle) - 1
  const finish = (end: number) => best[whole * middle + end]! + miles[end + 1]![last]!
  let end = 0
  for (let stop = 1; stop < middle; stop += 1) if (finish(stop) < finish(end) - 1e-9) end = stop
  const order = [last]
  for (let set = whole; end >= 0; ) {
    order.push(end + 1)
    const prior = before[set * middle + end]!
    set ^= 1 << end
    end = prior
  }
  return [...order, 0].reverse()
}
