import { straightMiles } from '#core/place/straight'
import type { PastPrice } from '#core/rates/past-price'
import { type Asked, chanceFrom, pickerOf, type Source } from './source'
import { townPoints } from './towns'

const day = 86_400_000
const kinds = [
  { name: 'van', share: 0.45, perMile: 0, perStop: 0 },
  { name: 'reefer', share: 0.3, perMile: 0.34, perStop: 60 },
  { name: 'flatbed', share: 0.2, perMile: 0.42, perStop: 90 },
  { name: 'tanker', share: 0.05, perMile: 0.7, perStop: 180 },
] as const

/**
 * Prices as dollars added up, as a truck owner would: hours driving and at the docks, diesel that week, and
 * what the truck is worth where it is against where it will be (a potential of every market, moving with the weeks). The
 * market's mood multiplies; what is agreed is around it with a skewed error. Towns grow around forty cities; most
 * loads leave a few dozen plants. Shares no formula with the product, the demo or the other source.
 */
export function costsSource(seed: number, pastLoads = 60_000, asked = 3000): Source {
  const luck = chanceFrom(seed * 7919)
  const all = townPoints().filter(([prefix, point]) => /^\d/.test(prefix) && point.lat > 25 && point.lat < 49.5)
  const cities = Array.from({ length: 40 }, () => luck.pick(all)[1])
  const towns = all.map(([prefix, point]) => ({
    prefix,
    ...point,
    near: Math.min(...cities.map((city) => straightMiles(city, point))),
    market: cities.reduce(
      (best, city, at) => (straightMiles(city, point) < straightMiles(cities[best]!, point) ? at : best),
      0,
    ),
  }))
  const ship = towns.map((town) => Math.exp(-town.near / 90) * Math.exp(luck.bell()) + 0.02)
  const anyTown = pickerOf(luck, ship)
  const plants = Array.from({ length: 60 }, () => ({
    town: anyTown(),
    customers: Array.from({ length: 25 }, anyTown),
    size: Math.exp(luck.bell()),
  }))
  const anyPlant = pickerOf(
    luck,
    plants.map(({ size }) => size),
  )
  const end = Date.UTC(2026, 9, 18)
  const start = end - 456 * day
  const walk = (size: number, back: number) => {
    const path = [luck.bell() * size * 4]
    for (let at = 1; at < 475; at++) path.push(path[at - 1]! * back + luck.bell() * size)
    return path
  }
  const potentials = cities.map(() => ({ base: luck.bell() * 150, path: walk(9, 0.985) }))
  const diesel = walk(0.02, 0.995).map((value) => 3.7 + value)
  const mood = walk(0.006, 0.99)
  const movedMarkets = new Set(
    cities
      .map((city, at) => ({ at, far: straightMiles(city, cities[0]!) }))
      .sort((one, other) => one.far - other.far)
      .slice(0, 4)
      .map(({ at }) => at),
  )
  const moveDay = 456 - 20
  const moveDollars = (luck.next() < 0.5 ? -1 : 1) * luck.between(230, 380)
  const habit = new Map<string, number>()
  const draw = (bookedAt: number, from: number, to: number) => {
    const [origin, dest] = [towns[from]!, towns[to]!]
    const roll = luck.next()
    const kind = kinds[[0.45, 0.75, 0.95].filter((share) => roll >= share).length]!
    const miles = Math.max(8, straightMiles(origin, dest) * luck.between(1.15, 1.22))
    const at = Math.max(0, Math.min(470, Math.floor((bookedAt - start) / day)))
    const leadHours = luck.between(1, 20) * luck.between(1, 9)
    const pickupAt = bookedAt + leadHours * 3_600_000
    const hours = 5 + miles / 47 + (miles > 550 ? 6 : 0)
    const potential = (market: number) =>
      potentials[market]!.base +
      potentials[market]!.path[at]! +
      (movedMarkets.has(market) && at >= moveDay ? moveDollars : 0)
    const lane = `${origin.prefix}${dest.prefix}`
    if (!habit.has(lane)) habit.set(lane, 1 + luck.bell() * 0.035)
    const season = (pickupAt / day) % 365.25
    const cost =
      38 * hours +
      (miles * 1.14 * diesel[at]!) / 6.3 +
      miles * (0.35 + kind.perMile) +
      kind.perStop +
      potential(origin.market) -
      potential(dest.market) +
      (kind.name === 'reefer' && season > 240 && season < 310 ? 70 : 0) +
      (leadHours < 10 ? (10 - leadHours) * 16 : 0)
    const middle = Math.max(180, cost) * habit.get(lane)! * (1 + mood[at]!)
    const [low, high] = [0.062, leadHours < 12 ? 0.11 : 0.085]
    return {
      origin,
      dest,
      kind: kind.name,
      miles,
      leadHours,
      pickupAt,
      middle,
      low,
      high,
      weightLb: Math.round(luck.between(5, 45)) * 1000,
      moved: at >= moveDay && (movedMarkets.has(origin.market) || movedMarkets.has(dest.market)),
    }
  }
  // Two halves of a bell of different widths.
  const paidFor = ({ middle, low, high }: { middle: number; low: number; high: number }) => {
    const bell = luck.bell()
    return middle * Math.exp(bell < 0 ? bell * low : bell * high)
  }
  const seen = new Map<string, number>()
  const history: PastPrice[] = []
  for (let index = 0; index < pastLoads; index++) {
    const bookedAt = start + Math.floor(((index + 0.5) / pastLoads) * (end - start))
    const plant = plants[anyPlant()]!
    const [from, to] = luck.next() < 0.7 ? [plant.town, luck.pick(plant.customers)] : [anyTown(), anyTown()]
    if (from === to) continue
    const load = draw(bookedAt, from, to)
    let dollars = Math.round(paidFor(load))
    const slip = luck.next()
    if (slip < 0.006) dollars *= 10
    else if (slip < 0.012) dollars = Math.round((dollars / load.miles) * 100) / 100
    history.push({
      id: `c${index}`,
      bookedAt,
      originPostal: load.origin.prefix,
      destPostal: load.dest.prefix,
      equipment: load.kind,
      miles: Math.round(load.miles),
      weightLb: luck.next() < 0.1 ? null : load.weightLb,
      pickupAt: Math.floor(load.pickupAt / day) * day,
      leadHours: Math.round(load.leadHours),
      buyMinor: Math.round(dollars * 100),
      source: 'buy',
      count: 1,
    })
    seen.set(load.origin.prefix + load.dest.prefix, (seen.get(load.origin.prefix + load.dest.prefix) ?? 0) + 1)
  }
  const questions: Asked[] = []
  let thinCount = 0
  while (questions.length < asked) {
    const plant = plants[anyPlant()]!
    const wantThin = thinCount < questions.length / 3
    const [from, to] = wantThin ? [anyTown(), anyTown()] : [plant.town, luck.pick(plant.customers)]
    const thin = (seen.get(towns[from]!.prefix + towns[to]!.prefix) ?? 0) < 3
    if (from === to || thin !== wantThin) continue
    const asOf = end - Math.floor(luck.next() * 12 * day)
    const load = draw(asOf, from, to)
    const truth: [number, number, number] = [
      load.middle * Math.exp(-1.2816 * load.low) * 100,
      load.middle * 100,
      load.middle * Math.exp(1.2816 * load.high) * 100,
    ]
    questions.push({
      id: `q${questions.length}`,
      asOf,
      originPostal: load.origin.prefix,
      destPostal: load.dest.prefix,
      equipment: load.kind,
      miles: Math.round(load.miles),
      weightLb: load.weightLb,
      pickupAt: Math.floor(load.pickupAt / day) * day,
      leadHours: Math.round(load.leadHours),
      paidMinor: Math.round(paidFor(load) * 100),
      truth,
      thin,
      moved: load.moved,
    })
    if (thin) thinCount++
  }
  return { name: `costs ${seed}`, history, questions: questions.sort((one, other) => one.asOf - other.asOf) }
}
