import { type Posting, postingSchema, type SearchQuery, searchQuerySchema } from '#core/search/posting'
import { gazetteer } from '#server/atlas.server'

/** Numbers from 0 to 1, the same each time (mulberry32). */
function seeded(seed: number): () => number {
  let state = seed
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296
  }
}

export const asOf = Date.UTC(2026, 11, 1, 12)
const dayText = (at: number) => new Date(at).toISOString().slice(0, 10)
const equipment = ['van', 'van', 'van', 'reefer', 'reefer', 'flatbed', 'flatbed', 'step_deck', 'hotshot', 'tanker']
const states = ['CA', 'TX', 'AZ', 'ID', 'IL', 'GA', 'NC', 'OH', 'WA', 'MN']

/** As many loads and trucks between cities of the atlas, the large ones more often. */
export function* madePostings(count: number): Generator<Posting> {
  const chance = seeded(71)
  const cities = gazetteer()
    .cities.filter(({ country, population }) => country === 'US' && population > 5000)
    .sort((one, other) => other.population - one.population)
  const pick = <T>(from: readonly T[]): T => from[Math.floor(chance() * from.length)]!
  const place = () => {
    const { city, region, lat, lon } = cities[Math.floor(chance() ** 2 * cities.length)]!
    return { city, region, lat, lon }
  }
  for (let at = 0; at < count; at++) {
    const kind = chance() < 0.5 ? 'load' : 'truck'
    const earliest = Date.UTC(2026, 11, 1) + Math.floor(chance() * 8) * 86_400_000
    const isOpen = kind === 'truck' && chance() < 0.6
    yield postingSchema.parse({
      ...{ id: `p${at}`, kind, board: `board ${at % 3}`, origin: place(), destination: isOpen ? null : place() },
      toStates: isOpen && chance() < 0.5 ? [pick(states), pick(states)] : null,
      ...{ equipment: pick(equipment), full: chance() < 0.9 },
      lengthFt: chance() < 0.9 ? Math.floor(20 + chance() * 34) : null,
      weightLb: chance() < 0.9 ? Math.floor(5000 + chance() * 43_000) : null,
      miles: Math.floor(80 + chance() * 2000),
      rate: chance() < 0.6 ? { amount: (600 + chance() * 4000).toFixed(2), basis: 'flat' } : null,
      earliest: dayText(earliest),
      latest: chance() < 0.5 ? dayText(earliest + Math.floor(chance() * 4) * 86_400_000) : null,
      postedAt: new Date(asOf - chance() * 72 * 3_600_000).toISOString(),
      company: `Company ${Math.floor(chance() * 12_000)}`,
    })
  }
}

/** As many questions as a desk asks: most around a place, some of states, each with a few other filters. */
export function madeQueries(count: number): SearchQuery[] {
  const chance = seeded(72)
  const cities = gazetteer().cities.filter(({ country, population }) => country === 'US' && population > 40_000)
  const pick = <T>(from: readonly T[]): T => from[Math.floor(chance() * from.length)]!
  const end = (circle: number, some: number) => {
    const luck = chance()
    if (luck < circle) return { ...pick(cities), radius: pick([50, 100, 150, 250, 400]) }
    return luck < circle + some ? { states: [pick(states), pick(states), pick(states)] } : null
  }
  const maybe = <T>(share: number, value: T): T | null => (chance() < share ? value : null)
  return Array.from({ length: count }, () => {
    const from = Date.UTC(2026, 11, 1) + Math.floor(chance() * 5) * 86_400_000
    const days = chance() < 0.7
    return searchQuerySchema.parse({
      ...{ kind: pick(['load', 'truck']), asOf: new Date(asOf).toISOString() },
      ...{ origin: end(0.6, 0.25), destination: end(0.3, 0.3) },
      equipment: maybe(0.8, [pick(equipment)]),
      ...{ from: days ? dayText(from) : null, to: days ? dayText(from + pick([0, 1, 2]) * 86_400_000) : null },
      ...{ maxLengthFt: maybe(0.2, 48), maxWeightLb: maybe(0.3, 42_000), full: maybe(0.3, true) },
      ...{ maxAgeHours: maybe(0.3, pick([2, 12, 24])), company: maybe(0.03, `ny ${Math.floor(chance() * 99)}`) },
      minPerMile: maybe(0.3, (1.5 + chance()).toFixed(2)),
      ...{ order: pick(['newest', 'per_mile', 'deadhead']), near: chance() < 0.5 },
    })
  })
}
