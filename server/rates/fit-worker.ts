import { parentPort, workerData } from 'node:worker_threads'
import { fitRates } from '#core/rates/fit-rates'
import type { RateModel } from '#core/rates/rate-model'
import type { ArrivalPace } from '#core/waiting/arrivals'
import { openAgain } from '#server/db.server'
import { readArrivalPace } from './arrivals'
import { locatePrefix } from './locate'
import { readPastPrices } from './past-prices'

export interface FitOrder {
  databasePath: string
  now: number
}
export type FitNews = { progress: number; step: string } | { model: RateModel; pace: ArrivalPace; readUpTo: number }

// On a thread of its own: reads the past by a connection of its own, fits, learns how offers come in, and hands the model over.
const { databasePath, now } = workerData as FitOrder
const db = openAgain(databasePath)
const history = readPastPrices(db, { now })
const pace = readArrivalPace(db, now)
db.$client.close()
const tell = (news: FitNews) => parentPort?.postMessage(news)
const model = fitRates(history, { locate: locatePrefix, progress: (progress, step) => tell({ progress, step }) })
tell({ model, pace, readUpTo: now })
