import type { PastPrice, RateQuestion } from '#core/rates/past-price'

/** A question with what only its maker knows. */
export interface Asked extends RateQuestion {
  id: string
  paidMinor: number
  /** The true 10th, 50th and 90th percentile, in minor units; null where nobody knows them. */
  truth: [number, number, number] | null
  thin: boolean
  moved: boolean
}

/** A made-up past with questions about what followed. */
export interface Source {
  name: string
  history: PastPrice[]
  questions: Asked[]
}

/** Numbers between 0 and 1 from a seed (mulberry32), and shapes made of them. */
export function chanceFrom(seed: number) {
  let state = seed >>> 0
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296
  }
  const bell = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next())
  return {
    next,
    bell,
    between: (low: number, high: number) => low + (high - low) * next(),
    pick: <T>(items: readonly T[]): T => items[Math.floor(next() * items.length)]!,
  }
}
/** Draws positions, each as often as its weight says. */
export function pickerOf(luck: Chance, weights: number[]): () => number {
  const sums: number[] = []
  weights.reduce((sum, weight, at) => (sums[at] = sum + weight), 0)
  return () => {
    const target = luck.next() * sums.at(-1)!
    let [low, high] = [0, sums.length - 1]
    while (low < high) {
      const half = (low + high) >> 1
      if (sums[half]! < target) low = half + 1
      else high = half
    }
    return low
  }
}

export type Chance = ReturnType<typeof chanceFrom>
