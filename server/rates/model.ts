import { resolve } from 'node:path'
import type { Worker } from 'node:worker_threads'
import { learnPrice } from '#core/rates/learn-price'
import type { PastPrice } from '#core/rates/past-price'
import type { RateModel } from '#core/rates/rate-model'
import { day } from '#core/time/local'
import { type ArrivalPace, guessedPace } from '#core/waiting/arrivals'
import { type Db, databasePath } from '#server/db.server'
import { logger } from '#server/log/logger'
import { settings } from '#server/settings.server'
import { startThread } from '#server/thread'
import type { FitNews, FitOrder } from './fit-worker'
import { locatePrefix } from './locate'
import { readNewAverages, readPastBuys } from './past-prices'

export type RateModelState =
  | { state: 'none' }
  | { state: 'fitting'; progress: number }
  | { state: 'ready'; prices: number; fittedAt: number }
  | { state: 'failed'; message: string }

interface Held {
  model: RateModel | null
  pace: ArrivalPace
  readUpTo: number
  /** Market averages received until then are in the model. */
  averagesUpTo: number
  lookedAt: number
  state: RateModelState
  worker: Worker | null
  timer: NodeJS.Timeout | null
}

const held = globalThis as { oxRates?: Held }
const rates = (): Held => {
  held.oxRates ??= {
    model: null,
    pace: guessedPace,
    readUpTo: 0,
    averagesUpTo: 0,
    lookedAt: 0,
    state: { state: 'none' },
    worker: null,
    timer: null,
  }
  return held.oxRates
}

const refitEvery = day
/** New loads are looked for at most this often. */
const lookEvery = 2000

/** Fits the rate model on a thread of its own once `ready` is through, and again every day; the answer stops it. */
export function startRateModel(ready: Promise<void> = Promise.resolve()): () => Promise<void> {
  let stopped = false
  void ready.then(() => !stopped && refitRates())
  rates().timer = setInterval(refitRates, refitEvery)
  return async () => {
    stopped = true
    const { timer, worker } = rates()
    if (timer) clearInterval(timer)
    await worker?.terminate()
  }
}

/** Fits again, after corrections or a day; the model in use stays until the new one is there. A fit that is going on is begun again. */
export function refitRates(): void {
  const mine = rates()
  void mine.worker?.terminate()
  const order: FitOrder = { databasePath: resolve(databasePath(settings().OX_DATA)), now: Date.now() }
  const worker = startThread('fit-rates-worker', 'server/rates/fit-worker.dev.mjs', order)
  mine.worker = worker
  if (!mine.model) mine.state = { state: 'fitting', progress: 0 }
  worker.on('message', (news: FitNews) => {
    if (mine.worker !== worker) return
    if ('model' in news) {
      mine.model = news.model
      mine.pace = news.pace
      mine.readUpTo = news.readUpTo
      mine.averagesUpTo = order.now
      mine.state = { state: 'ready', prices: news.model.learnt, fittedAt: order.now }
      logger().info({ prices: news.model.learnt, suspects: news.model.suspects.length }, 'rates fitted')
    } else if (!mine.model) mine.state = { state: 'fitting', progress: news.progress }
  })
  worker.on('error', (error) => {
    logger().error({ err: error }, 'rates could not be fitted')
    if (!mine.model) mine.state = { state: 'failed', message: error.message }
  })
}

/** The rate model with every load booked so far; null until the first fit is through. */
export function rateModel(db: Db, now: number): RateModel | null {
  const mine = rates()
  if (!mine.model || now - mine.lookedAt < lookEvery) return mine.model
  mine.lookedAt = now
  for (const price of readPastBuys(db, { now, after: mine.readUpTo })) {
    learnPrice(mine.model, price, locatePrefix)
    mine.readUpTo = Math.max(mine.readUpTo, price.bookedAt)
  }
  takeInAverages(mine.model, readNewAverages(db, { now, after: mine.averagesUpTo }))
  mine.averagesUpTo = now
  return mine.model
}

/** Many new averages at once (a feed that was long away) are for the thread, not for whoever asks for a page. */
function takeInAverages(model: RateModel, averages: PastPrice[]): void {
  if (averages.length > maxAtOnce) return refitRates()
  for (const price of averages) learnPrice(model, price, locatePrefix)
}

const maxAtOnce = 1500

/** The pace at which offers come in, learnt with the last fit; a guess before the first. */
export const arrivalPace = (): ArrivalPace => rates().pace

/** Returns how far the rate model is, for pages that wait for it. */
export const rateModelState = (): RateModelState => rates().state

/** Puts a model in place, for whoever has one without a thread. */
export function placeRateModel(model: RateModel | null, readUpTo = 0, pace: ArrivalPace = guessedPace): void {
  Object.assign(rates(), {
    model,
    pace,
    readUpTo,
    averagesUpTo: readUpTo,
    lookedAt: 0,
    state: model ? { state: 'ready', prices: model.learnt, fittedAt: readUpTo } : { state: 'none' },
  })
}
