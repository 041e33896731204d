import { straightMiles } from '#core/place/straight'
import type { Locate, PastPrice, RateSubject } from '#core/rates/past-price'
import { quantile } from './trees'

/** Answers low, middle and high in minor units for a question. */
export type Foretell = (asked: RateSubject & { asOf: number }) => [number, number, number]

/** A peer is fitted to a history; `main.ts` says how often. */
export interface Peer {
  name: string
  fit(history: PastPrice[], locate: Locate): Foretell
}

export const shares = [0.1, 0.5, 0.9] as const

export const day = 86_400_000

export const equipmentNumber = (equipment: string) => ['van', 'reefer', 'flatbed', 'step_deck'].indexOf(equipment)

/** What every peer is given first: prices without the plain typing mistakes, and no zero miles. */
export function cleaned(history: PastPrice[], locate: Locate) {
  const known = history.flatMap((price) => {
    const [origin, dest] = [locate(price.originPostal), locate(price.destPostal)]
    if (!origin || !dest) return []
    return [{ ...price, miles: price.miles || Math.max(12, straightMiles(origin, dest) * 1.19), origin, dest }]
  })
  const byBand = new Map<number, number[]>()
  const bandOf = (miles: number) => Math.round(Math.log(miles) * 3)
  for (const { miles, buyMinor } of known)
    byBand.set(bandOf(miles), [...(byBand.get(bandOf(miles)) ?? []).slice(-400), buyMinor / miles])
  const middles = new Map([...byBand].map(([band, values]) => [band, quantile(Float64Array.from(values), 0.5)]))
  return known.filter(({ miles, buyMinor }) => {
    const times = buyMinor / miles / middles.get(bandOf(miles))!
    return times > 1 / 3 && times < 3
  })
}
