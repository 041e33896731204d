import { equipmentWords } from '../load/words'
import { formatAmount } from '../money/money'
import { daysWords, dayWords } from '../time/words'
import type { TruckFacts, TruckSource } from './truck'

export const truckSourceWords: Record<TruckSource, string> = { mail: 'email', phone: 'phone' }

/** `2 reefers 53 ft`. */
export const trailerWords = ({
  equipment,
  count,
  lengthFt,
}: Pick<TruckFacts, 'equipment' | 'count' | 'lengthFt'>): string =>
  [count > 1 ? `${count} × ` : '', equipmentWords[equipment], lengthFt === null ? '' : ` ${lengthFt} ft`].join('')

/** `Wed, Dec 2` or `Dec 2 to 4`. */
export const truckDayWords = ({ fromDay, toDay }: Pick<TruckFacts, 'fromDay' | 'toDay'>, today: string): string =>
  toDay === null || toDay === fromDay ? dayWords(fromDay, today) : daysWords(fromDay, toDay)

/** Where it wants to go and where it does not: `CA, OR, not NY`; `anywhere` where nothing is said. */
export function wantsWords({ destinations, avoids }: Pick<TruckFacts, 'destinations' | 'avoids'>): string {
  const wants = destinations.length === 0 ? 'anywhere' : destinations.join(', ')
  return avoids.length === 0 ? wants : `${wants}, not ${avoids.join(', ')}`
}

/** `$2.60/mi`, `$900`. */
export const rateWords = ({ rateMinor, rateBasis }: Pick<TruckFacts, 'rateMinor' | 'rateBasis'>): string => {
  if (rateMinor === null) return ''
  return rateBasis === 'per_mile' ? `$${(rateMinor / 100).toFixed(2)}/mi` : `$${formatAmount(rateMinor)}`
}

/** How long ago it was said, as short as a column needs: `12 min ago`, `3 h ago`, `2 d ago`. */
export function agoWords(milliseconds: number): string {
  const minutes = Math.max(0, Math.round(milliseconds / 60_000))
  if (minutes < 60) return `${minutes} min ago`
  return minutes < 48 * 60 ? `${Math.floor(minutes / 60)} h ago` : `${Math.floor(minutes / 1440)} d ago`
}

/** Why its carrier is worth a call: `truck in Boise ID Wed, Dec 2, 12 mi away, wants CA (email 2 h ago)`. */
export const truckNearWords = (
  truck: TruckFacts & { milesAway: number; saidAt: number; source: TruckSource },
  today: string,
  now: number,
): string =>
  [
    `truck in ${truck.city} ${truck.region} ${truckDayWords(truck, today)}, ${truck.milesAway} mi away`,
    truck.destinations.length === 0 ? '' : `, wants ${truck.destinations.slice(0, 4).join(', ')}`,
    ` (${truckSourceWords[truck.source]} ${agoWords(now - truck.saidAt)})`,
  ].join('')
