import type { Chance } from './rates/source'

export const hour = 3_600_000

export const minute = 60_000

export const zone = 'America/Boise'

export interface MarketOffer {
  at: number
  priceMinor: number
  /** When the carrier is gone, whatever it said. */
  goneAt: number
  /** What it said. */
  goodUntil: number | null
}

/** A load with everything that would happen to it. */
export interface Future {
  openedAt: number
  pickupAt: number
  until: number
  postedAt: number | null
  laneLoads: number
  /** What the desk believes the lane costs; the truth is around it. */
  middleMinor: number
  rescueMinor: number
  maxPayMinor: number
  offers: MarketOffer[]
}

/**
 * A market that is not the model's: offers come in bursts (one carrier's call brings another's), some lanes are
 * dead and some overrun, prices climb in the last hours, and carriers leave without saying so.
 */
export function future(luck: Chance, from: number): Future {
  const openedAt = from + luck.next() * 14 * 24 * hour
  const pickupAt = openedAt + luck.between(8, 100) * hour
  const until = pickupAt - 2 * hour
  const middle = luck.between(900, 3800)
  const truth = middle * Math.exp(luck.bell() * 0.05)
  const postedAt = luck.next() < 0.7 ? openedAt + luck.next() * 3 * hour : null
  const laneLoads = Math.floor(Math.exp(luck.between(0, 4.5)))
  const eagerness = (0.35 + luck.next() * luck.next() * 3) * (0.6 + laneLoads / 60)
  const offers: MarketOffer[] = []
  for (let at = openedAt; at < until; at += 10 * minute) {
    const local = new Date(at - 7 * hour)
    const [clock, weekday] = [local.getUTCHours(), local.getUTCDay()]
    const awake = clock >= 6 && clock < 19 ? 1 + 0.6 * Math.exp(-((clock - 9) ** 2) / 4) : 0.08
    const pace =
      0.32 *
      eagerness *
      awake *
      (weekday === 0 || weekday === 6 ? 0.3 : 1) *
      (postedAt !== null && at >= postedAt ? 1.7 : 0.6)
    if (luck.next() > 1 - Math.exp(-pace / 6)) continue
    let burst = 1
    while (luck.next() < 0.35) burst++
    for (let each = 0; each < burst; each++) {
      const came = at + luck.next() * 30 * minute
      if (came >= until) continue
      const tail = luck.next() < 0.08 ? luck.between(0.1, 0.5) : 0
      const price =
        truth * Math.exp(0.055 + 0.075 * luck.bell() + tail) * (1 + 0.13 * Math.exp(-(pickupAt - came) / hour / 9))
      const stays = -Math.log(1 - luck.next()) * 3 * hour
      const says = luck.next() < 0.4
      offers.push({
        at: came,
        priceMinor: Math.round(price / 10) * 1000,
        goneAt: came + (says ? Math.max(stays, 30 * minute) : stays),
        goodUntil: says ? came + Math.max(stays, 30 * minute) : null,
      })
    }
  }
  return {
    openedAt,
    pickupAt,
    until,
    postedAt,
    laneLoads,
    middleMinor: middle * 100,
    rescueMinor: Math.round(truth * 135),
    maxPayMinor: middle * 108,
    offers: offers.sort((one, other) => one.at - other.at),
  }
}
