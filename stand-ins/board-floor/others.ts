import type { Member } from './carriers'
import { mulberry } from './random'
import { roadMiles, type Town, towns } from './towns'

export type Kind = 'load' | 'truck'

/** What somebody else than us has on a board. */
export interface Other {
  number: number
  kind: Kind
  bornAt: number
  diesAt: number
  company: string
  mc: string | null
  phone: string
  from: Town
  to: Town | null
  /** A truck that goes to some states only. */
  toStates: string[]
  equipment: string
  lengthFt: number | null
  weightLb: number | null
  full: boolean
  miles: number | null
  usd: number | null
  usdPerMile: number | null
  earliest: string
  latest: string | null
  daysToPay: number | null
  words: string
  /** Put there by whoever tries the product: on the board that was asked. */
  isAdded?: boolean
}

/** A new load and a new truck come up every so often, and stay for hours. */
const everyMs = 45_000
const leastLifeMs = 2 * 3_600_000
const mostLifeMs = 26 * 3_600_000

const first = ['Amber', 'Bitterroot', 'Cinder', 'Dusty', 'Far', 'Granite', 'Hollow', 'Juniper', 'Lone', 'Quiet', 'Sage']
const second = ['Ridge', 'Kettle', 'Badger', 'Spur', 'Otter', 'Bench', 'Lantern', 'Magpie', 'Creek', 'Anvil', 'Willow']
const carrierEnds = ['Trucking', 'Haulage', 'Lines', 'Transport', 'Carriers']
const brokerEnds = ['Freight', 'Brokerage', 'Logistics', 'Shipping']
const equipment = ['van', 'van', 'van', 'reefer', 'reefer', 'flatbed', 'step_deck', 'power_only', 'box_truck']
const usdPerMile: Record<string, number> = { van: 2.05, reefer: 2.45, flatbed: 2.55, step_deck: 2.65, box_truck: 1.7 }
const truckWords = ['', '', 'Team available.', 'Clean trailer.', 'Driver wants to be home Friday.', 'Tarps on board.']
const loadWords = ['', '', 'No touch.', 'Drop and hook.', 'Strict appointment.', 'Food grade trailer.']

/** All that others have on the boards follows from the clock and a seed, so that boards which know nothing of each other show the same trucks. */
export function makeOthers(seed: number, members: readonly Member[]) {
  const known = new Map<string, Other>()
  const added: Other[] = []

  function other(kind: Kind, number: number): Other {
    const key = `${kind}${number}`
    const found = known.get(key)
    if (found) return found
    const random = mulberry(Math.imul(seed, 2654435761) ^ Math.imul(number + (kind === 'load' ? 0 : 77_777), 40503))
    for (let skip = 0; skip < 3; skip++) random()
    const made = kind === 'load' ? madeLoad(number, random) : madeTruck(number, random, members)
    known.set(key, made)
    return made
  }

  /** What was there at some time in between, by when it last changed. */
  function* between(kind: Kind, after: number, now: number): Generator<Other> {
    // What was born longer ago than anything lives is gone, and was gone before anybody asked.
    const from = Math.floor((Math.max(after, now - mostLifeMs) - mostLifeMs) / everyMs)
    for (let number = from; number * everyMs <= now; number++) {
      const each = other(kind, number)
      if (each.bornAt <= now && each.diesAt > after) yield each
    }
    for (const each of added) if (each.kind === kind && each.bornAt <= now && each.diesAt > after) yield each
  }

  return {
    between,
    add: (each: Other) => void added.push(each),
  }
}

/** Freight and trucks are never where the other is: trucks gather at the beginning of the list, loads at its end. */
const townFor = (kind: Kind, random: () => number): Town => {
  const share = random() ** 1.5
  return towns[Math.floor((kind === 'truck' ? share : 1 - share) * (towns.length - 0.001))]!
}

const pick = <T>(random: () => number, list: readonly T[]): T => list[Math.floor(random() * list.length)]!
const day = (at: number): string => new Date(at).toISOString().slice(0, 10)
const phone = (random: () => number) =>
  `${pick(random, ['208', '801', '503', '602', '214', '312', '704'])}-555-01${String(Math.floor(random() * 100)).padStart(2, '0')}`

function life(number: number, random: () => number) {
  const bornAt = number * everyMs + Math.floor(random() * everyMs)
  const diesAt = bornAt + leastLifeMs + Math.floor(random() * (mostLifeMs - leastLifeMs))
  const firstDay = bornAt + Math.floor(random() * 3) * 86_400_000
  return { number, bornAt, diesAt, earliest: day(firstDay), firstDay }
}

/** Who offers a load: one of some hundreds, each with its own MC number. */
function broker(random: () => number): { company: string; mc: string } {
  const [one, two, end] = [first, second, brokerEnds].map((words) => Math.floor(random() * words.length)) as [
    number,
    number,
    number,
  ]
  return {
    company: `${first[one]} ${second[two]} ${brokerEnds[end]}`,
    mc: String(910_000 + 400 * one + 20 * two + end),
  }
}

function madeLoad(number: number, random: () => number): Other {
  const { firstDay, ...base } = life(number, random)
  const from = townFor('load', random)
  const to = pick(
    random,
    towns.filter((town) => town !== from),
  )
  const kind = pick(random, equipment)
  const miles = roadMiles(from, to)
  const pays = random() < 0.55
  const rate = (usdPerMile[kind] ?? 2) * (0.9 + random() * 0.3) * (1 + 110 / (miles + 250))
  return {
    ...base,
    kind: 'load',
    ...broker(random),
    phone: phone(random),
    from,
    to,
    toStates: [],
    equipment: kind,
    lengthFt: kind === 'box_truck' ? 26 : pick(random, [48, 53, 53]),
    weightLb: 8000 + Math.floor(random() * 38) * 1000,
    full: random() < 0.88,
    miles,
    usd: pays ? Math.round((miles * rate) / 25) * 25 : null,
    usdPerMile: null,
    latest: random() < 0.4 ? day(firstDay + 86_400_000) : null,
    daysToPay: random() < 0.8 ? 18 + Math.floor(random() * 45) : null,
    words: pick(random, loadWords),
  }
}

function madeTruck(number: number, random: () => number, members: readonly Member[]): Other {
  const { firstDay, ...base } = life(number, random)
  const from = townFor('truck', random)
  const kind = pick(random, equipment)
  const member = random() < 0.4 && members.length > 0 ? pick(random, members) : null
  const isBound = random() < 0.35
  const states = [...new Set([pick(random, towns).st, pick(random, towns).st, pick(random, towns).st])]
  return {
    ...base,
    kind: 'truck',
    company: member?.name ?? `${pick(random, first)} ${pick(random, second)} ${pick(random, carrierEnds)}`,
    mc: member?.mc ?? String(120_000 + 17 * Math.floor(random() * 2500)),
    phone: member?.phone ?? phone(random),
    from,
    to: isBound ? pick(random, towns) : null,
    toStates: !isBound && random() < 0.5 ? states : [],
    equipment: kind,
    lengthFt: kind === 'box_truck' ? 26 : pick(random, [48, 53, 53]),
    weightLb: kind === 'box_truck' ? 10_000 : 42_000 + Math.floor(random() * 4) * 1000,
    full: random() < 0.9,
    miles: null,
    usd: null,
    usdPerMile: random() < 0.3 ? Math.round((usdPerMile[kind] ?? 2) * (0.95 + random() * 0.35) * 100) / 100 : null,
    latest: random() < 0.5 ? day(firstDay + 86_400_000 * (1 + Math.floor(random() * 2))) : null,
    daysToPay: null,
    words: pick(random, truckWords),
  }
}

/** Whether a board shows it: each shows a part, and what two show overlaps. */
export function isOn(board: number, { number, bornAt, isAdded }: Other): boolean {
  if (isAdded) return true
  const random = mulberry(Math.imul(number + 1, 97) ^ (bornAt & 0xffff))
  const home = Math.floor(random() * 3)
  return home === board || random() < 0.25
}
