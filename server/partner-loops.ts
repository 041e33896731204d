import type { Db } from '#server/db.server'
import { collectAll } from '#server/exchange/collect'
import { logger } from '#server/log/logger'
import { readSites } from '#server/site/read-sites'
import { expireTenders, warnOfTenders } from '#server/tender/expire'
import { readWaitingTenders } from '#server/tender/read-waiting'
import { type Loop, runLoop } from './loop'

const restMs = 400

/** Fetches, reads and ends tenders until stopped; sites are read beside, for they may take their time. */
export function startPartnerLoops(db: Db, clock: () => number = Date.now): Loop {
  const loops = [
    runLoop(
      () =>
        safely('tenders could not be read', async () => {
          const came = await collectAll(db, clock)
          const read = await readWaitingTenders(db, clock)
          expireTenders(db, clock())
          warnOfTenders(db, clock())
          return came + read > 0
        }),
      restMs,
    ),
    runLoop(() => safely('sites could not be read', async () => (await readSites(db, clock)) > 0), restMs),
  ]
  return {
    wake: () => {
      for (const each of loops) each.wake()
    },
    async stop() {
      await Promise.all(loops.map((each) => each.stop()))
    },
  }
}

/** What goes wrong in one round is written down and tried again in the next. */
async function safely(trouble: string, step: () => Promise<boolean>): Promise<boolean> {
  try {
    return await step()
  } catch (error) {
    logger().error({ err: error }, trouble)
    return false
  }
}
