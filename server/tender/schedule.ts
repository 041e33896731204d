import type { Db } from '#server/db.server'
import { collectAll } from '#server/exchange/collect'
import { logger } from '#server/log/logger'
import { readSites } from '#server/site/read-sites'
import { expireTenders, warnOfTenders } from './expire'
import { readWaitingTenders } from './read-waiting'

const collectEvery = 400

/** Fetches, reads and ends tenders until stopped; the stop waits for the step in hand. */
export function startTenders(db: Db, clock: () => number = Date.now): { stop: () => Promise<void> } {
  let stopping = false
  let wake = () => {}
  const pause = () => new Promise<void>((resolve) => {
    const timer = setTimeout(resolve, collectEvery)
    wake = () => {
      clearTimeout(timer)
      resolve()
    }
  })
  const step = async () => {
    collectAll(db, clock)
    await readWaitingTenders(db, clock)
    expireTenders(db, clock())
    warnOfTenders(db, clock())
  }
  const fetching = async () => {
    while (!stopping) {
      await readSites(db, clock).catch((error: unknown) => logger().error({ err: error }, 'sites could not be read'))
      if (!stopping) await pause()
    }
  }
  const running = Promise.all([
    (async () => {
      while (!stopping) {
        await step().catch((error: unknown) => logger().error({ err: error }, 'tenders could not be read'))
        if (!stopping) await pause()
      }
    })(),
    fetching(),
  ])
  return {
    async stop() {
      stopping = true
      wake()
      await running
    },
  }
}
