import type { ConnectionOf } from '#core/connection/connection'
import { type ReadReports, readReports } from '#core/credit/credit'
import { connectionOf } from '#server/connection/connections'
import type { Db } from '#server/db.server'
import { noteUnlogged } from '#server/event/event'
import { askOutside } from '#server/http/outside'
import { logger } from '#server/log/logger'
import { type Loop, runLoop } from '#server/loop'
import { keepReports, wantedReports } from './reports'

const timeoutMs = 8_000
const largestAnswer = 1_000_000
/** Companies in one ask. */
const mostAtOnce = 100

/** Asks a bureau about companies; throws where it does not answer as one. */
export async function askBureau(
  { url, secret }: ConnectionOf<'bureau'>,
  numbers: readonly string[],
): Promise<ReadReports> {
  const answer = await askOutside(`${url}/reports?mc=${numbers.join(',')}`, {
    ...{ timeoutMs, maxBytes: largestAnswer, allowPrivate: true },
    headers: { accept: 'application/json', 'x-bureau-key': secret },
  })
  if (answer.status === 401 || answer.status === 403) throw new Error('The bureau does not accept our key.')
  if (answer.status !== 200) throw new Error(`The bureau answered ${answer.status}.`)
  const read = readReports(parsed(answer.body.toString('utf8')))
  if (!read) throw new Error('Something answers there, but not a credit bureau.')
  return read
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}

/** Asks for what somebody looked at and has no fresh report of. Returns how many companies were asked for. */
export async function fetchReports(db: Db, clock: () => number): Promise<number> {
  const connected = connectionOf(db, 'bureau')
  const numbers = connected ? wantedReports(mostAtOnce) : []
  if (!connected || numbers.length === 0) return 0
  const { reports, unread } = await askBureau(connected, numbers)
  if (unread.length > 0) logger().warn({ unread: unread.slice(0, 5) }, 'reports of the credit bureau could not be read')
  keepReports(db, numbers, reports, clock())
  noteUnlogged(db, 'floor', null, 'credit')
  return numbers.length
}

const lookEveryMs = 1_000
const restAfterTroubleMs = 20_000

/** Asks the bureau for what is looked at until stopped; after trouble it is left alone for a while. */
export function startCredit(db: Db, clock: () => number = Date.now): Loop {
  let restUntil = 0
  return runLoop(async () => {
    if (clock() < restUntil) return false
    try {
      return (await fetchReports(db, clock)) === mostAtOnce
    } catch (error) {
      restUntil = clock() + restAfterTroubleMs
      logger().warn(
        { problem: error instanceof Error ? error.message : String(error) },
        'the credit bureau was not read',
      )
      return false
    }
  }, lookEveryMs)
}
