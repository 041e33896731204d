import { judgeOffer } from '#core/waiting/advice'
import {
  type ArrivalPace,
  expectedOffers,
  learnArrivals,
  ownPace,
  paceAt,
  type WaitedLoad,
} from '#core/waiting/arrivals'
import { expectedPrices, type OfferSpread, offerSpreadOf } from '#core/waiting/prices'
import { takeLine, type Waiting } from '#core/waiting/take-line'
import { type Future, future, hour, type MarketOffer, minute, zone } from './futures'
import { chanceFrom } from './rates/source'

interface Ended {
  costMinor: number
  at: number
  failed: boolean
}

const live = (load: Future, now: number) =>
  load.offers
    .filter((offer) => offer.at <= now && offer.goneAt > now)
    .sort((one, other) => one.priceMinor - other.priceMinor)

/** Lets a rule decide whenever something happens: an offer comes, one is about to lapse, or a quarter of an hour is over. */
function play(load: Future, decide: (now: number, offers: MarketOffer[]) => MarketOffer | null): Ended {
  const moments = new Set<number>()
  for (const offer of load.offers) {
    moments.add(offer.at)
    if (offer.goodUntil !== null && offer.goodUntil < load.until) moments.add(offer.goodUntil - minute)
  }
  for (let at = load.openedAt; at < load.until; at += 15 * minute) moments.add(at)
  for (const now of [...moments].sort((one, other) => one - other)) {
    const offers = live(load, now)
    const taken = offers.length > 0 ? decide(now, offers) : null
    if (taken) return { costMinor: taken.priceMinor, at: now, failed: false }
  }
  const last = live(load, load.until - 1)[0]
  return last && last.priceMinor < load.rescueMinor
    ? { costMinor: last.priceMinor, at: load.until, failed: false }
    : { costMinor: load.rescueMinor, at: load.until, failed: true }
}

/** Ours: knows what the desk knows, and nothing of how the market is made. */
function byTakeLine(
  load: Future,
  learnt: { pace: ArrivalPace; spread: OfferSpread; noticeAt: (hoursLeft: number) => number },
): Ended {
  const context = { pickupAt: load.pickupAt, postedAt: load.postedAt, laneLoads: load.laneLoads, zone }
  // The usual rescue over what the lane costs, as a desk knows it.
  const rescueMinor = load.middleMinor * 1.35
  return play(load, (now, offers) => {
    const came = load.offers.filter(({ at }) => at <= now)
    const own = ownPace(learnt.pace.steadiness, came.length, expectedOffers(learnt.pace, load.openedAt, now, context))
    const notice = (at: number) => learnt.noticeAt((load.pickupAt - at) / hour)
    const nowNotice = notice(now)
    const level = (at: number) => notice(at) / nowNotice
    const paces = new Map<number, number>()
    const pace = (at: number) => {
      const key = Math.floor(at / (30 * minute))
      const known = paces.get(key) ?? own * paceAt(learnt.pace, at, context)
      paces.set(key, known)
      return known
    }
    const middleMinor = load.middleMinor * nowNotice
    const waiting: Waiting = {
      now,
      until: load.until,
      pace,
      level,
      prices: expectedPrices(
        learnt.spread,
        middleMinor,
        came.map((offer) => (offer.priceMinor * nowNotice) / notice(offer.at)),
      ),
      rescueMinor,
      targetPayMinor: null,
      maxPayMinor: load.maxPayMinor,
    }
    const line = takeLine(waiting)
    return judgeOffer(waiting, line, { payMinor: offers[0]!.priceMinor, goodUntil: offers[0]!.goodUntil }).step ===
      'take'
      ? offers[0]!
      : null
  })
}

/** What the desk has on record of past loads: worked by taking the first offer under the most. */
function learnFrom(past: Future[]) {
  const waited: WaitedLoad[] = []
  const errors: { error: number; hoursLeft: number }[] = []
  for (const load of past) {
    const end = play(load, (_, offers) => (offers[0]!.priceMinor <= load.maxPayMinor ? offers[0]! : null))
    const offers = load.offers.filter(({ at }) => at <= end.at)
    waited.push({
      openedAt: load.openedAt,
      endedAt: end.at,
      pickupAt: load.pickupAt,
      postedAt: load.postedAt,
      laneLoads: load.laneLoads,
      offersAt: offers.map(({ at }) => at),
    })
    for (const offer of offers)
      errors.push({
        error: Math.log(offer.priceMinor / load.middleMinor),
        hoursLeft: (load.pickupAt - offer.at) / hour,
      })
  }
  // Notice as the rate model has it: means by hours left, against two days.
  const meanNear = (low: number, high: number) => {
    const near = errors.filter(({ hoursLeft, error }) => hoursLeft >= low && hoursLeft < high && Math.abs(error) < 0.5)
    return near.length < 20 ? 0 : near.reduce((sum, { error }) => sum + error, 0) / near.length
  }
  const usual = meanNear(24, 100)
  const steps = [
    [0, 5],
    [5, 10],
    [10, 16],
    [16, 24],
  ].map(([low, high]) => ({ high: high!, factor: Math.exp(meanNear(low!, high!) - usual) }))
  const noticeAt = (hoursLeft: number) => steps.find(({ high }) => hoursLeft < high)?.factor ?? 1
  return {
    pace: learnArrivals(waited, zone),
    spread: offerSpreadOf(errors.map(({ error, hoursLeft }) => error - Math.log(noticeAt(hoursLeft)))),
    noticeAt,
  }
}

/** Mean cost of rules over the same futures, against perfect hindsight; who fails to cover pays the rescue. */
export async function run(): Promise<void> {
  for (const seed of [1, 2, 3]) {
    const luck = chanceFrom(seed * 31)
    const start = Date.UTC(2026, 8, 1)
    const learnt = learnFrom(Array.from({ length: 1500 }, () => future(luck, start)))
    const loads = Array.from({ length: 500 }, () => future(luck, start + 20 * 24 * hour))
    const mean = (results: Ended[]) =>
      results.reduce((sum, { costMinor }, at) => sum + costMinor / loads[at]!.middleMinor, 0) / results.length
    const failed = (results: Ended[]) => results.filter((each) => each.failed).length
    const simple: [string, Ended[]][] = [
      [
        'first under the most',
        loads.map((load) => play(load, (_, offers) => (offers[0]!.priceMinor <= load.maxPayMinor ? offers[0]! : null))),
      ],
      ...[0.94, 0.97, 1, 1.03, 1.13, 1.2, 1.3].map((share): [string, Ended[]] => [
        `first under ${share} of the middle`,
        loads.map((load) =>
          play(load, (_, offers) => (offers[0]!.priceMinor <= load.middleMinor * share ? offers[0]! : null)),
        ),
      ]),
      ...[3, 6, 12, 24].map((hours): [string, Ended[]] => [
        `best at ${hours} h before pickup, then the first`,
        loads.map((load) => play(load, (now, offers) => (now >= load.pickupAt - hours * hour ? offers[0]! : null))),
      ]),
    ]
    const hindsight = loads.map((load): Ended => {
      const best = Math.min(load.rescueMinor, ...load.offers.map(({ priceMinor }) => priceMinor))
      return { costMinor: best, at: 0, failed: best === load.rescueMinor }
    })
    const started = performance.now()
    const ours = loads.map((load) => byTakeLine(load, learnt))
    const seconds = (performance.now() - started) / 1000
    const best = Math.min(...simple.map(([, results]) => mean(results)))
    console.log(
      `\nmarket ${seed}: ${loads.length} loads, cost as a share of the lane's middle (failures to cover pay the rescue)`,
    )
    for (const [name, results] of [...simple, ['the take line', ours], ['hindsight', hindsight]] as [string, Ended[]][])
      console.log(
        `  ${name.padEnd(38)} ${mean(results).toFixed(4)}  ${String(failed(results)).padStart(3)} not covered`,
      )
    console.log(
      `  of the gap between the best simple rule and hindsight, ${(((best - mean(ours)) / (best - mean(hindsight))) * 100).toFixed(0)}% is closed; ${seconds.toFixed(1)} s`,
    )
  }
}
