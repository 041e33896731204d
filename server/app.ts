import { createRequestHandler } from '@react-router/express'
import express from 'express'
import { RouterContextProvider, type ServerBuild } from 'react-router'
import { callerContext, nonceContext } from '#server/access/context'
import { needsSetUp } from '#server/access/people'
import { reseal } from '#server/access/reseal'
import { startBackups } from '#server/backup/schedule'
import { keepProjects } from '#server/bid/projects'
import { startBoardKeeping } from '#server/board-keeping/loops'
import { readyDirectory } from '#server/carrier/directory'
import { reportListenerFaults } from '#server/changes'
import { startCredit } from '#server/credit/bureau'
import { closeDatabase, DatabaseProblem, type Db, database, storageProblem } from '#server/db.server'
import { adoptOldFolder } from '#server/document/store'
import { offerDue } from '#server/guide/offer-next'
import { alertIfLate } from '#server/health/alert'
import { countAnswer } from '#server/health/pace'
import { guardRequests, measureAnswers, secureAnswer } from '#server/http/guard'
import { refuseWhenFull } from '#server/http/storage-refusal'
import { paceSignIns } from '#server/http/strangers'
import { endStreams } from '#server/live/live'
import { logger } from '#server/log/logger'
import { startFeeds } from '#server/market/feeds'
import { startInboundMail } from '#server/message/inbound'
import { lapseOffers } from '#server/offer/offers'
import { outboxKinds, releaseHeld } from '#server/outbox/outbox'
import { startWorker } from '#server/outbox/worker'
import { startReplies } from '#server/outside/board-replies'
import { stopDrawers } from '#server/pdf/draw'
import { setUpKey } from '#server/person/set-up'
import { readyPlaces } from '#server/place/find'
import { lapseQuotes } from '#server/quote/quotes'
import { startRateModel } from '#server/rates/model'
import { stopReaders } from '#server/read/read'
import { compactIdle } from '#server/retention/compact'
import { pruneOld } from '#server/retention/retention'
import { seenOn, startReadingBoards } from '#server/search/read-boards'
import { SettingsProblem, settings } from '#server/settings.server'
import { startVetting } from '#server/vetting/schedule'
import { startPartnerLoops } from './partner-loops'
import { senders } from './senders'
import { soundnessProblem, watchSoundness } from './watch-database'

export const app = express()
app.disable('x-powered-by')
app.get('/healthz', (_request, response) => {
  const problem = storageProblem() ?? soundnessProblem()
  response
    .status(problem ? 503 : 200)
    .json(problem ? { ok: false, problem } : { ok: database().$client.prepare('select 1 as one').get() !== undefined })
})
app.use(guardRequests)
app.use(paceSignIns)
type Handler = ReturnType<typeof createRequestHandler>
/** Made once for each build, since deriving the routes costs milliseconds; in development there is a new build whenever a file changes. */
let handlerOfBuild: { from: ServerBuild; handle: Handler } | undefined
app.use(async (request, response, next) => {
  const build = await import('virtual:react-router/server-build')
  if (build !== handlerOfBuild?.from)
    handlerOfBuild = { from: build, handle: createRequestHandler({ build: refuseWhenFull(build), getLoadContext }) }
  return handlerOfBuild.handle(request, response, next)
})

function getLoadContext(request: express.Request, response: express.Response): RouterContextProvider {
  const context = new RouterContextProvider()
  context.set(nonceContext, (response.locals as { nonce?: string }).nonce ?? '')
  context.set(callerContext, request.ip ?? 'unknown')
  return context
}

const lapseEvery = 5_000
const longestFeedWait = 4_000

/** What is searched in memory is made ready once the start is over: no keystroke should wait for it. */
const readyPlacesAfter = 3_000
const readyDirectoryAfter = 4_000

/** A step in hand (a mail server that drips, a partner that dawdles) is waited for so long. */
const longestStepMs = 7_000

const inTime = (waits: Promise<unknown>[]) =>
  Promise.race([Promise.allSettled(waits), new Promise((resolve) => setTimeout(resolve, longestStepMs).unref())])

/** What is wrong with a start, in a sentence for whoever starts it; null for what nobody foresaw. */
export function startProblem(error: unknown): string | null {
  if (error instanceof SettingsProblem || error instanceof DatabaseProblem) return error.message
  const code = (error as { code?: string }).code
  return code === 'EADDRINUSE'
    ? `Port ${(error as { port?: number }).port ?? ''} is taken: another process listens there. Stop it, or set OX_PORT or OX_INBOUND_PORT.`
    : null
}

/** What ends or goes by the clock, a small step of each at a time. */
function endWhatRanOut(db: Db, now: number): void {
  for (const step of [lapseOffers, lapseQuotes, keepProjects, offerDue, pruneOld, compactIdle, alertIfLate])
    try {
      step(db, now)
    } catch (error) {
      logger().error({ err: error, step: step.name }, 'what has run out could not be ended')
    }
}

/** Starts all that goes on with the load boards, and with what is found there. */
const startBoards = (db: Db): { stop: () => Promise<void> }[] => [
  startReadingBoards(db),
  startBoardKeeping(db, seenOn),
  startReplies(db, settings().OX_BOARD_READ_MS),
  startCredit(db),
]

/** Starts what runs beside the requests; the answer stops it, finishing the step in hand. */
export async function startWork(): Promise<() => Promise<void>> {
  // The first request would otherwise wait for every route's modules.
  await import('virtual:react-router/server-build')
  // Whose word is believed on who calls and by which protocol: of the proxies in the settings, of nobody else.
  app.set(
    'trust proxy',
    settings()
      .OX_TRUSTED_PROXIES.split(',')
      .map((each) => each.trim())
      .filter(Boolean),
  )
  const db = database()
  if (needsSetUp(db))
    logger().warn(
      { key: setUpKey(), page: `${settings().OX_ORIGIN}/set-up` },
      `nobody has an account yet: open ${settings().OX_ORIGIN}/set-up with the set-up key ${setUpKey()}`,
    )
  reportListenerFaults((error) => logger().error({ err: error }, 'a listener of changes broke'))
  adoptOldFolder(settings().OX_DATA)
  reseal(db)
  releaseHeld(db, { kind: 'board' }, Date.now())
  const stopWatch = watchSoundness()
  const backups = startBackups(db)
  measureAnswers(countAnswer)
  const feeds = startFeeds(db)
  // The fit wants the market's figures: it waits for them, but not for a publisher that does not answer.
  const stopRates = startRateModel(
    Promise.race([feeds.first, new Promise<void>((resolve) => setTimeout(resolve, longestFeedWait).unref())]),
  )
  const vetting = startVetting(db)
  const workers = outboxKinds.map((kind) => startWorker(db, kind, senders[kind]))
  const tenders = startPartnerLoops(db)
  const boards = startBoards(db)
  const inbound = await startInboundMail(db, settings().OX_INBOUND_PORT)
  const lapsing = setInterval(() => endWhatRanOut(db, Date.now()), lapseEvery)
  const readying = [
    setTimeout(() => readyPlaces(db, Date.now()), readyPlacesAfter),
    setTimeout(() => readyDirectory(db), readyDirectoryAfter),
  ]
  return async () => {
    for (const timer of readying) clearTimeout(timer)
    stopWatch()
    backups.stop()
    feeds.stop()
    vetting.stop()
    clearInterval(lapsing)
    endStreams()
    // What does not end in time is left as it is: a step that was not noted as done is done again after the next start.
    await inTime([
      stopDrawers(),
      stopReaders(),
      stopRates(),
      tenders.stop(),
      ...boards.map((loop) => loop.stop()),
      new Promise<void>((resolve) => inbound.close(() => resolve())),
      ...workers.map((worker) => worker.stop()),
    ])
    closeDatabase()
  }
}

export { DatabaseProblem, endStreams, logger, secureAnswer, settings }
