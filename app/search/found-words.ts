import type { Equipment } from '#core/load/load'
import { equipmentWords } from '#core/load/words'
import type { FoundPosting } from '#core/search/found'
import type { Miss, MissKind } from '#core/search/slack'
import { monthDayWords } from '#core/time/words'

const townWords = ({ city, region }: { city?: string | null; region: string }): string =>
  city ? `${city}, ${region}` : region

/** Where from and to: `Boise, ID to CA, TX`, `Boise, ID, open`. */
export function laneWords({ origin, destination, toStates }: FoundPosting): { from: string; to: string } {
  const states = toStates ?? []
  if (destination) return { from: townWords(origin), to: townWords(destination) }
  return { from: townWords(origin), to: states.length > 0 ? states.join(', ') : 'anywhere' }
}

/** The days it is free on: `Dec 1`, `Dec 1-3`. */
export const spanOfDays = ({ earliest, latest }: Pick<FoundPosting, 'earliest' | 'latest'>): string =>
  latest && latest !== earliest ? `${monthDayWords(earliest)} to ${monthDayWords(latest)}` : monthDayWords(earliest)

/** What it is: `Reefer 53 ft, 44,000 lb`. */
export const truckWords = ({ equipment, full, lengthFt, weightLb }: FoundPosting): string =>
  [
    equipmentWords[equipment as Equipment] ?? equipment,
    full === false ? 'partial' : '',
    lengthFt ? `${lengthFt} ft` : '',
    weightLb ? `${weightLb.toLocaleString('en-US')} lb` : '',
  ]
    .filter(Boolean)
    .join(', ')

const missNames: Record<MissKind, string> = {
  origin: 'too far from the pickup',
  destination: 'too far from the delivery',
  dates: 'off the days asked',
  length: 'too long',
  weight: 'too heavy',
  age: 'older than asked',
  per_mile: 'a mile off the price asked',
  pay: 'off the price asked',
}

/** What a near miss misses and by how much: `31.4 mi too far from the pickup`. */
export const missWords = ({ what, by, unit }: Miss): string =>
  `${unit === 'usd' ? `$${by.toFixed(2)}` : `${by.toLocaleString('en-US')} ${unit === 'days' && by === 1 ? 'day' : unit}`} ${missNames[what]}`

/** How old it is, in a column: `4 min`, `3 h`, `2 d`. */
export function ageWords(postedAt: string, now: number): string {
  const minutes = Math.max(0, Math.round((now - Date.parse(postedAt)) / 60_000))
  if (minutes < 60) return `${minutes} min`
  return minutes < 48 * 60 ? `${Math.round(minutes / 60)} h` : `${Math.round(minutes / 1440)} d`
}
