import { createRequestHandler } from '@react-router/express'
import express from 'express'
import { RouterContextProvider } from 'react-router'
import { callerContext, nonceContext } from '#server/access/context'
import { closeDatabase, database } from '#server/db.server'
import { guardRequests } from '#server/http/guard'
import { endStreams } from '#server/live/live'
import { logger } from '#server/log/logger'
import { startFeeds } from '#server/market/feeds'
import { startInboundMail } from '#server/message/inbound'
import { lapseOffers } from '#server/offer/offers'
import { startWorker } from '#server/outbox/worker'
import { readyPlaces } from '#server/place/find'
import { lapseQuotes } from '#server/quote/quotes'
import { startRateModel } from '#server/rates/model'
import { settings } from '#server/settings.server'
import { startTenders } from '#server/tender/schedule'
import { startVetting } from '#server/vetting/schedule'

export const app = express()
app.disable('x-powered-by')
app.get('/healthz', (_request, response) => {
  const ok = database().$client.prepare('select 1 as one').get() !== undefined
  response.status(ok ? 200 : 503).json({ ok })
})
app.use(guardRequests)
app.use(
  createRequestHandler({
    build: async () => {
      const build = await import('virtual:react-router/server-build')
      return build
    },
    getLoadContext(request, response) {
      const context = new RouterContextProvider()
      context.set(nonceContext, (response.locals as { nonce?: string }).nonce ?? '')
      context.set(callerContext, request.ip ?? 'unknown')
      return context
    },
  }),
)

const lapseEvery = 5_000
const longestFeedWait = 4_000

/** The place search is made ready once the start is over: it takes half a second that no keystroke should wait for. */
const readyPlacesAfter = 3_000

/** Starts what runs beside the requests; the answer stops it, finishing the step in hand. */
export async function startWork(): Promise<() => Promise<void>> {
  // The first request would otherwise wait for every route's modules.
  await import('virtual:react-router/server-build')
  const db = database()
  const feeds = startFeeds(db)
  // The fit wants the market's figures: it waits for them, but not for a publisher that does not answer.
  const stopRates = startRateModel(Promise.race([feeds.first, new Promise<void>((resolve) => setTimeout(resolve, longestFeedWait).unref())]))
  const vetting = startVetting(db)
  const workers = [startWorker(db, 'mail'), startWorker(db, 'board'), startWorker(db, 'quote_mail'), startWorker(db, 'carrier_mail'), startWorker(db, 'exchange')]
  const tenders = startTenders(db)
  const inbound = await startInboundMail(db, settings().OX_INBOUND_PORT)
  const lapsing = setInterval(() => {
    try {
      lapseOffers(db, Date.now())
      lapseQuotes(db, Date.now())
    } catch (error) {
      logger().error({ err: error }, 'what has run out could not be ended')
    }
  }, lapseEvery)
  const readying = setTimeout(() => readyPlaces(db, Date.now()), readyPlacesAfter)
  return async () => {
    clearTimeout(readying)
    feeds.stop()
    vetting.stop()
    clearInterval(lapsing)
    endStreams()
    await stopRates()
    await tenders.stop()
    await new Promise<void>((resolve) => inbound.close(() => resolve()))
    await Promise.all(workers.map((worker) => worker.stop()))
    closeDatabase()
  }
}

/** Ends live streams, so that open connections do not hold the stop. */
export { endStreams, logger, settings }
