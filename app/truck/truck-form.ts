import type { Equipment } from '#core/load/load'
import { readAmount } from '#core/money/money'
import { regionNames } from '#core/place/regions'
import { readDays } from '#core/time/read-days'
import type { TruckFacts } from '#core/truck/truck'
import { rateWords } from '#core/truck/words'

/** What is typed of a truck, field by field. */
export interface TypedTruck {
  place: { city: string; region: string; lat: number; lon: number } | null
  equipment: Equipment
  count: string
  day: string
  wants: string
  avoids: string
  rate: string
  lengthFt: string
  weightLb: string
  radiusMiles: string
}

const text = (value: number | null) => (value === null ? '' : String(value))

/** A known truck as it would be typed; an empty form for none. */
export const typedTruck = (facts: TruckFacts | null): TypedTruck => ({
  place: facts && { city: facts.city, region: facts.region, lat: facts.lat, lon: facts.lon },
  equipment: facts?.equipment ?? 'van',
  count: String(facts?.count ?? 1),
  day: facts ? [facts.fromDay, facts.toDay].filter(Boolean).join(' to ') : '',
  wants: facts?.destinations.join('; ') ?? '',
  avoids: facts?.avoids.join('; ') ?? '',
  rate: facts ? rateWords(facts).replace('$', '') : '',
  ...{
    lengthFt: text(facts?.lengthFt ?? null),
    weightLb: text(facts?.weightLb ?? null),
    radiusMiles: text(facts?.radiusMiles ?? null),
  },
})

const stateByName = new Map(Object.entries(regionNames).map(([code, name]) => [name.toLowerCase(), code]))

/** Where a truck wants to go, as typed: `CA, OR`, `Texas; Dallas, TX`. Semicolons part towns; states alone may stand with commas. */
export function readWishes(typed: string): string[] {
  const parts = typed.includes(';') ? typed.split(';') : typed.split(/[,/]| and | or /i)
  return parts
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => stateByName.get(part.toLowerCase()) ?? stateCased(part))
}

const stateCased = (part: string): string =>
  part.length === 2
    ? part.toUpperCase()
    : part.replace(/,? +([a-z]{2})$/i, (_, code: string) => `, ${code.toUpperCase()}`)

const whole = (typed: string): number | null => {
  const digits = typed.replace(/[,\s]|lbs?|ft|mi/gi, '')
  return digits === '' ? null : Number(digits)
}

/** What was typed as the facts of a truck, for the server to judge. `today`: of the desk. */
export function readTruck(
  typed: TypedTruck,
  today: string,
): Omit<TruckFacts, 'lat' | 'lon' | 'city' | 'region'> & Partial<TruckFacts> {
  const days = readDays(typed.day.trim() === '' ? 'today' : typed.day, today)
  const isPerMile = /mi|mile/i.test(typed.rate)
  const rateMinor =
    typed.rate.trim() === '' ? null : readAmount(typed.rate.replace(/\/?\s*(?:per )?mi(?:le)?s?/i, '').trim())
  // Nobody drives for ten dollars: so little is by the mile.
  const basis = isPerMile || (rateMinor ?? 0) < 1_000 ? ('per_mile' as const) : ('flat' as const)
  return {
    ...(typed.place ?? {}),
    ...{ equipment: typed.equipment, count: whole(typed.count) ?? Number.NaN },
    ...{ fromDay: days?.from ?? typed.day, toDay: days && days.to !== days.from ? days.to : null },
    ...{ destinations: readWishes(typed.wants), avoids: readWishes(typed.avoids) },
    ...{ lengthFt: whole(typed.lengthFt), weightLb: whole(typed.weightLb), radiusMiles: whole(typed.radiusMiles) },
    rateMinor,
    rateBasis: rateMinor === null ? null : basis,
  }
}
