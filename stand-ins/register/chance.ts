/** Numbers by chance that are the same for the same seed (mulberry32). */
export function chance(seed: number) {
  let state = seed >>> 0
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), state | 1)
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
  const whole = (from: number, to: number) => from + Math.floor(next() * (to - from + 1))
  return {
    next,
    whole,
    yes: (share: number) => next() < share,
    pick: <T>(list: readonly T[]): T => list[whole(0, list.length - 1)]!,
  }
}
export type Chance = ReturnType<typeof chance>
