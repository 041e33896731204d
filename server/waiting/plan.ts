import type { Office } from '#core/office/office'
import { askRate } from '#core/rates/ask'
import { hour } from '#core/time/local'
import { type Advice, judgeOffer } from '#core/waiting/advice'
import { expectedOffers, ownPace, type PaceContext, paceAt } from '#core/waiting/arrivals'
import { expectedPrices } from '#core/waiting/prices'
import { type TakeLine, takeAt, takeLine, type Waiting } from '#core/waiting/take-line'
import type { Db } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { locatePrefix } from '#server/rates/locate'
import { arrivalPace, rateModel } from '#server/rates/model'

export interface LoadToWaitFor {
  id: number
  equipment: string
  originPostal: string
  destPostal: string
  miles: number
  weightLb: number
  pickupAt: number
  pickupBy: number
  openedAt: number | null
  targetPayMinor: number | null
  maxPayMinor: number | null
}

export interface OfferSeen {
  id: number
  payMinor: number
  goodUntil: number | null
  receivedAt: number
  open: boolean
}

/** What waiting on a load is worth, as of now. */
export interface WaitingPlan {
  line: TakeLine
  takeMinor: number
  /** What a truck costs at the last hour; failing to cover costs this. */
  rescueMinor: number
  /** Chance that no offer at or under the most comes in time. */
  uncoveredChance: number
  /** What it is expected to save if it were posted, and if twenty more carriers were called now; null where that is done, unknown or not asked for. */
  posting: number | null
  calls: number | null
  advice: { offerId: number; advice: Advice }[]
  /** Past loads the pace of offers was learnt from. */
  learntFrom: number
}

/** Somebody must drive there: found later than this before the pickup closes, a truck is of no use. */
const driveThere = 1.5 * hour
/** What twenty more calls would save; the office says how many of them are answered with a price, within so many hours. */
const callsAsked = 20
const answersWithin = 4 * hour
const linePoints = 48
/** Instants at which the price of haste is asked for; between them it is taken as even. */
const haste = [1, 4, 9, 16, 30, 60]

/** The plan for a load that looks for a truck, on demand with what one more step would change; null without a rate picture. */
export function planWaiting(
  db: Db,
  load: LoadToWaitFor,
  offers: OfferSeen[],
  postedAt: number | null,
  now: number,
  whatIf: boolean,
): WaitingPlan | null {
  const model = rateModel(db, now)
  if (!model) return null
  const ask = (leadHours: number) => {
    const picture = askRate(model, { ...load, leadHours, asOf: now }, locatePrefix)
    return 'refusal' in picture ? null : picture
  }
  const left = Math.max(0, (load.pickupAt - now) / hour)
  const picture = ask(left)
  if (!picture) return null
  const level = priceLevel(load.pickupAt, left, picture.middleMinor, (hours) => ask(hours)?.middleMinor ?? null)
  const pace = arrivalPace()
  const { zone, waiting: guesses } = officeOf(db)
  const context: PaceContext = {
    pickupAt: load.pickupAt,
    postedAt,
    laneLoads: picture.basis === 'lane' ? picture.comparables : 0,
    zone,
  }
  const openedAt = load.openedAt ?? now
  const own = ownPace(pace.steadiness, offers.length, expectedOffers(pace, openedAt, now, context))
  const rescueMinor = Math.max(
    Math.round(picture.highMinor * (1 + guesses.rescueOverHighE2 / 10_000)),
    load.maxPayMinor ?? 0,
  )
  const until = Math.max(now, Math.max(load.pickupAt, load.pickupBy) - driveThere)
  const waitingWith = (paceOf: (at: number) => number): Waiting => ({
    now,
    until,
    pace: remembered(paceOf),
    prices: expectedPrices(
      model.offerSpread,
      picture.middleMinor,
      offers.map(({ payMinor }) => payMinor),
    ),
    level,
    rescueMinor,
    targetPayMinor: load.targetPayMinor,
    maxPayMinor: load.maxPayMinor,
  })
  const waiting = waitingWith((at) => own * paceAt(pace, at, context))
  const line = takeLine(waiting)
  const saved = (paceOf: (at: number) => number) =>
    Math.max(0, line.expectedMinor - takeLine(waitingWith(paceOf)).expectedMinor)
  return {
    line: { ...line, points: thinned(line.points) },
    takeMinor: takeAt(line, now),
    rescueMinor,
    uncoveredChance: uncovered(
      waiting,
      load.maxPayMinor ?? picture.highMinor,
      offers.filter(({ open }) => open),
    ),
    posting:
      whatIf && postedAt === null && pace.knowsPosting
        ? saved((at) => own * paceAt(pace, at, { ...context, postedAt: now }))
        : null,
    calls: !whatIf
      ? null
      : saved((at) => own * paceAt(pace, at, context) + (at < now + answersWithin ? callsPerHour(guesses) : 0)),
    advice: offers
      .filter(({ open }) => open)
      .map((offer) => ({ offerId: offer.id, advice: judgeOffer(waiting, line, offer) })),
    learntFrom: pace.loads,
  }
}

/** Offers an hour that twenty calls bring. */
const callsPerHour = ({ callAnswersE2 }: Office['waiting']): number =>
  (callsAsked * callAnswersE2) / 10_000 / (answersWithin / hour)

/** How much dearer than now a truck is at an instant, as the pickup comes closer: a factor, never under 1. */
function priceLevel(
  pickupAt: number,
  hoursLeft: number,
  middleMinor: number,
  middleAt: (leadHours: number) => number | null,
): (at: number) => number {
  const rises = haste
    .filter((hours) => hours < hoursLeft)
    .map((hours) => ({ hours, factor: (middleAt(hours) ?? middleMinor) / middleMinor }))
  return (at) => Math.max(1, rises.find(({ hours }) => (pickupAt - at) / hour <= hours * 1.3)?.factor ?? 1)
}

/** An offer in hand at or under the most stays with this chance until it is taken. */
const handHolds = 0.75

function uncovered(waiting: Waiting, maxPayMinor: number, open: OfferSeen[]): number {
  const capped = takeLine({ ...waiting, rescueMinor: maxPayMinor, maxPayMinor })
  const inHand = open.some(({ payMinor }) => payMinor <= maxPayMinor) ? 1 - handHolds : 1
  return inHand * (1 - capped.coveredChance)
}

/** The pace is asked for many times in one half hour, and costs a look at the calendar. */
function remembered(paceOf: (at: number) => number): (at: number) => number {
  const known = new Map<number, number>()
  return (at) => {
    const key = Math.floor(at / (hour / 2))
    const found = known.get(key) ?? paceOf(at)
    known.set(key, found)
    return found
  }
}

function thinned(points: TakeLine['points']): TakeLine['points'] {
  const every = Math.max(1, Math.ceil(points.length / linePoints))
  return points.filter((_, at) => at % every === 0 || at === points.length - 1)
}

const remembering = 2 * 60_000
const maxRemembered = 2000
const plans = new WeakMap<object, Map<number, { key: string; at: number; plan: WaitingPlan | null }>>()

/** The plan of a load, remembered for two minutes while nothing about it changes: the Horizon asks for all at once. */
export function findPlan(
  db: Db,
  load: LoadToWaitFor,
  offers: OfferSeen[],
  postedAt: number | null,
  now: number,
  whatIf = false,
): WaitingPlan | null {
  const known = plans.get(db) ?? new Map()
  plans.set(db, known)
  if (known.size > maxRemembered) known.clear()
  const model = rateModel(db, now)
  const key = JSON.stringify([load, offers, postedAt, model?.learnt ?? 0, whatIf])
  const found = known.get(load.id)
  if (found && found.key === key && now - found.at < remembering && now >= found.at) return found.plan
  const plan = planWaiting(db, load, offers, postedAt, now, whatIf)
  known.set(load.id, { key, at: now, plan })
  return plan
}
