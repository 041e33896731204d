import { straightMiles } from '#core/place/straight'
import type { PastPrice } from '#core/rates/past-price'
import { type Asked, type Chance, chanceFrom, pickerOf, type Source } from './source'
import { townPoints } from './towns'

const day = 86_400_000
const equipments = ['van', 'reefer', 'flatbed', 'step_deck'] as const
const equipmentShare = [0.5, 0.28, 0.17, 0.05]
const equipmentLevel = [0, 0.17, 0.22, 0.3]

/** A smooth field over the map: a few waves and hills at random. */
function field(luck: Chance, size: number) {
  const hills = Array.from({ length: 40 }, () => ({
    lat: luck.between(26, 48),
    lon: luck.between(-122, -70),
    height: luck.bell(),
    width: luck.between(1, 5),
  }))
  return (lat: number, lon: number) =>
    size *
    hills.reduce(
      (sum, hill) =>
        sum + hill.height * Math.exp(-((lat - hill.lat) ** 2 + 0.6 * (lon - hill.lon) ** 2) / (2 * hill.width ** 2)),
      0,
    )
}

/** A bell with heavy tails: Student's t by seven degrees, leaning a little to the dear side. */
function noiseOf(luck: Chance): number {
  const chi = Array.from({ length: 7 }, () => luck.bell() ** 2).reduce((sum, each) => sum + each, 0)
  const t = luck.bell() / Math.sqrt(chi / 7)
  return t > 0 ? t * 1.12 : t * 0.9
}

/**
 * Prices as levels multiplied: a curve of distance, levels of both ends (smooth, and each prefix's
 * own), lanes' own, seasons by part of the country, slow and sudden moves by region, haste. Mistakes
 * are typed into one in fifty. Shares no formula with the product or the demo.
 */
/** What the day of the pickup adds, Sunday first. */
const weekdayEffect = [0.02, 0, 0, 0, 0, 0.012, 0.02]

export function levelsSource(seed: number, pastLoads = 60_000, asked = 3000): Source {
  const luck = chanceFrom(seed)
  const points = townPoints().filter(
    ([prefix, point]) => /^\d/.test(prefix) && point.lat > 25 && point.lat < 49.5 && point.codes > 2,
  )
  const end = Date.UTC(2026, 10, 1)
  const start = end - 456 * day
  const weightOfPlace = points.map(() => Math.exp(luck.bell() * 1.3))
  const [originField, destField, produceField] = [field(luck, 0.09), field(luck, 0.09), field(luck, 0.05)]
  const own = points.map(() => [luck.bell() * 0.035, luck.bell() * 0.035])
  const moverAt = luck.pick(points)[1]
  const moveDay = end - 24 * day
  const moveSize = (luck.next() < 0.5 ? -1 : 1) * luck.between(0.16, 0.24)
  const inMover = (point: { lat: number; lon: number }) => straightMiles(point, moverAt) < 260
  const drift: number[] = [0]
  for (let at = 1; at < 520; at++) drift.push(drift[at - 1]! * 0.995 + luck.bell() * 0.006)
  const regional = Array.from({ length: 12 }, () => ({
    lat: luck.between(28, 47),
    lon: luck.between(-120, -74),
    path: [0],
  }))
  for (const walk of regional)
    for (let at = 1; at < 520; at++) walk.path.push(walk.path[at - 1]! * 0.985 + luck.bell() * 0.009)
  const regionalAt = (point: { lat: number; lon: number }, at: number) =>
    regional.reduce(
      (sum, walk) => sum + walk.path[at]! * Math.exp(-(straightMiles(point, walk) ** 2) / (2 * 320 ** 2)),
      0,
    )
  const laneLevels = new Map<number, number>()
  const laneLevel = (key: number) => {
    const known = laneLevels.get(key)
    if (known !== undefined) return known
    const made = luck.bell() * 0.05
    laneLevels.set(key, made)
    return made
  }
  const anyPlace = pickerOf(luck, weightOfPlace)
  const lanes = Array.from({ length: 6000 }, () => ({
    origin: anyPlace(),
    dest: anyPlace(),
    weight: Math.exp(luck.bell() * 1.6),
  })).filter(({ origin, dest }) => origin !== dest)
  const usualLane = pickerOf(
    luck,
    lanes.map(({ weight }) => weight),
  )
  const anyLane = () => {
    if (luck.next() < 0.18) {
      const [origin, dest] = [anyPlace(), anyPlace()]
      if (origin !== dest) return { origin, dest }
    }
    return lanes[usualLane()]!
  }
  const draw = (bookedAt: number, lane: { origin: number; dest: number }) => {
    const [from, to] = [points[lane.origin]!, points[lane.dest]!]
    const roll = luck.next()
    const equipment = [equipmentShare[0]!, 0.78, 0.95].filter((share) => roll >= share).length
    const miles = Math.max(15, straightMiles(from[1], to[1]) * luck.between(1.14, 1.24))
    const leadHours = Math.exp(luck.between(Math.log(2), Math.log(160)))
    const weightLb = Math.round(luck.between(8, 46)) * 1000
    const pickupAt = bookedAt + leadHours * 3_600_000
    const at = Math.floor((bookedAt - start) / day)
    const year = (pickupAt / day / 365.25) * 2 * Math.PI
    const weekday = (Math.floor(pickupAt / day) + 4) % 7
    const curve = Math.log(280 + 1.72 * miles + 8.5 * Math.sqrt(miles))
    const level =
      curve +
      equipmentLevel[equipment]! +
      (equipment > 1 ? -0.03 * (Math.log(miles) - 6) : 0) +
      originField(from[1].lat, from[1].lon) +
      own[lane.origin]![0]! +
      destField(to[1].lat, to[1].lon) +
      own[lane.dest]![1]! +
      laneLevel(lane.origin * 2000 + lane.dest) +
      0.03 * Math.cos(year - 5.6) +
      (equipment === 1 ? produceField(from[1].lat, from[1].lon) * Math.cos(year - 3) : 0) +
      drift[at]! +
      regionalAt(from[1], at) +
      0.5 * regionalAt(to[1], at) +
      0.16 * Math.exp(-leadHours / 12) +
      0.004 * (weightLb / 1000 - 30) * 0.4 +
      weekdayEffect[weekday]! +
      (bookedAt >= moveDay && inMover(from[1]) ? moveSize : 0)
    const spread = 0.078 * (1 + 0.5 * Math.exp(-leadHours / 8)) * (equipment === 2 ? 1.2 : 1)
    return {
      from,
      to,
      equipment: equipments[equipment]!,
      miles,
      leadHours,
      weightLb,
      pickupAt,
      level,
      spread,
      moved: bookedAt >= moveDay && inMover(from[1]),
    }
  }
  const history: PastPrice[] = []
  for (let index = 0; index < pastLoads; index++) {
    const bookedAt = start + Math.floor(((index + luck.next()) / pastLoads) * (end - start))
    const lane = anyLane()
    const load = draw(bookedAt, lane)
    let dollars = Math.round(Math.exp(load.level + load.spread * noiseOf(luck)) / 5) * 5
    const slip = luck.next()
    if (slip < 0.005) dollars *= 10
    else if (slip < 0.009) dollars = Math.max(1, Math.round(dollars / 10))
    else if (slip < 0.013) dollars = Math.round((dollars / load.miles) * 100) / 100
    const price: PastPrice = {
      id: `h${index}`,
      bookedAt,
      originPostal: load.from[0],
      destPostal: load.to[0],
      equipment: load.equipment,
      miles: luck.next() < 0.01 ? 0 : Math.round(load.miles),
      weightLb: luck.next() < 0.06 ? null : load.weightLb,
      pickupAt: Math.floor(load.pickupAt / day) * day,
      leadHours: Math.round(load.leadHours),
      buyMinor: Math.round(dollars * 100),
      source: 'buy',
      count: 1,
    }
    history.push(price)
    if (luck.next() < 0.006) history.push({ ...price, id: `h${index}b` })
  }
  return {
    name: `levels ${seed}`,
    history,
    questions: askedOf(history, luck, end, asked, anyLane, anyPlace, draw, (at) => points[at]![0]),
  }
}

/** The normal's tenth percentile in the noise above: its quantiles are found by drawing. */
const noiseQuantiles = (() => {
  const luck = chanceFrom(99)
  const drawn = Array.from({ length: 400_000 }, () => noiseOf(luck)).sort((one, other) => one - other)
  return [0.1, 0.5, 0.9].map((share) => drawn[Math.floor(share * drawn.length)]!)
})()

function askedOf(
  history: PastPrice[],
  luck: Chance,
  end: number,
  asked: number,
  anyLane: () => { origin: number; dest: number },
  anyPlace: () => number,
  draw: (
    bookedAt: number,
    lane: { origin: number; dest: number },
  ) => {
    from: [string, unknown]
    to: [string, unknown]
    equipment: string
    miles: number
    leadHours: number
    weightLb: number
    pickupAt: number
    level: number
    spread: number
    moved: boolean
  },
  prefix: (at: number) => string,
): Asked[] {
  const seen = new Map<string, number>()
  for (const { originPostal, destPostal } of history)
    seen.set(`${originPostal}>${destPostal}`, (seen.get(`${originPostal}>${destPostal}`) ?? 0) + 1)
  const questions: Asked[] = []
  let thinCount = 0
  while (questions.length < asked) {
    const wantThin = thinCount < questions.length / 3
    const lane = wantThin ? { origin: anyPlace(), dest: anyPlace() } : anyLane()
    const thin = (seen.get(`${prefix(lane.origin)}>${prefix(lane.dest)}`) ?? 0) < 3
    if (lane.origin === lane.dest || thin !== wantThin) continue
    const asOf = end - Math.floor(luck.next() * 14 * 86_400_000)
    const load = draw(asOf, lane)
    const truth = noiseQuantiles.map((quantile) => Math.exp(load.level + load.spread * quantile) * 100) as [
      number,
      number,
      number,
    ]
    questions.push({
      id: `q${questions.length}`,
      asOf,
      originPostal: load.from[0],
      destPostal: load.to[0],
      equipment: load.equipment,
      miles: Math.round(load.miles),
      weightLb: load.weightLb,
      pickupAt: Math.floor(load.pickupAt / 86_400_000) * 86_400_000,
      leadHours: Math.round(load.leadHours),
      paidMinor: Math.round(Math.exp(load.level + load.spread * noiseOf(luck)) * 100),
      truth,
      thin,
      moved: load.moved,
    })
    if (thin) thinCount++
  }
  return questions.sort((one, other) => one.asOf - other.asOf)
}
