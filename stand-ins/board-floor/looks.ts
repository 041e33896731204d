import { mulberry } from './random'

/** When a listing was first put up, by the reference of whoever put it. */
const firstPut = new Map<string, number>()

/** How often carriers have looked at a listing by now: some are looked at four times as often as others. */
export function looksAt(ref: string, now: number): number {
  const since = firstPut.get(ref) ?? now
  firstPut.set(ref, since)
  const seed = [...ref].reduce((sum, letter) => Math.imul(sum, 31) + letter.codePointAt(0)!, 7)
  const perMinute = 0.4 + 1.2 * mulberry(seed)()
  return Math.floor(((now - since) / 60_000) * perMinute)
}
