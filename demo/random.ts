/** A seeded generator (mulberry32): the same seed gives the same world. */
export interface Chance {
  /** From 0 up to, not including, 1. */
  next(): number
  between(low: number, high: number): number
  whole(low: number, high: number): number
  pick<T>(from: readonly T[]): T
  yes(share: number): boolean
  /** Bell-shaped around 0 with deviation 1 (twelve throws summed). */
  bell(): number
}

/** A seeded generator of chance: the same seed gives the same world. */
export function chance(seed: number): Chance {
  let state = seed >>> 0
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
  return {
    next,
    between: (low, high) => low + next() * (high - low),
    whole: (low, high) => Math.floor(low + next() * (high - low + 1)),
    pick: (from) => from[Math.floor(next() * from.length)]!,
    yes: (share) => next() < share,
    bell: () => Array.from({ length: 12 }, next).reduce((sum, throwOf) => sum + throwOf, -6),
  }
}
