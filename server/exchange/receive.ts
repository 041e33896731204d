import { notX12 } from '#core/x12/not-x12'
import { type Db, inTransaction } from '#server/db.server'
import { noteUnlogged } from '#server/event/event'
import type { Partner } from '#server/partner/partners'
import { ReadProblem, readAside } from '#server/read/read'
import { type InterchangeRead, readInterchanges } from '#server/read/read-x12'
import { keepIncoming, takeIn } from './take-in'

/** Who something came from, by which way. */
export interface Origin {
  partner: Partner | null
  source: string
}

export interface Received {
  exchangeIds: number[]
  /** What the sender is to be informed of, where nothing could be read. */
  problem: string | null
}

/**
 * Takes in what came from a partner: every interchange is kept as its bytes are, its sets are validated, and its acknowledgement is put
 * into the outbox, in one transaction. Tenders are read afterwards. An interchange that came before is acknowledged again and otherwise
 * left alone. What is no X12, or is not from the partner whose way it came by, is kept for a person.
 */
export function receive(
  db: Db,
  bytes: Buffer,
  from: Origin,
  now: number,
  reads: InterchangeRead[] = readInterchanges(bytes),
): Received {
  const text = bytes.toString('latin1')
  return inTransaction(db, (): Received => {
    noteUnlogged(db, 'partner', from.partner?.id ?? null, 'exchange_received')
    if (reads.length === 0) {
      const problem = notX12(text)
      const kept = keepIncoming(
        db,
        {
          partnerId: from.partner?.id ?? null,
          source: from.source,
          raw: bytes,
          control: null,
          usage: 'P',
          state: 'unreadable',
          problem,
        },
        now,
      )
      return { exchangeIds: [kept], problem }
    }
    const exchangeIds = reads.map((read, at) => {
      const raw = Buffer.from(
        text.slice(at === 0 ? 0 : read.report.start, reads[at + 1]?.report.start ?? text.length),
        'latin1',
      )
      return takeIn(db, read, raw, from, now)
    })
    return { exchangeIds, problem: null }
  })
}

/** Tries before a file is set aside that breaks whoever reads it: the first may have met a machine that was too busy. */
const maxTries = 2
const readTimeout = 30_000

/** Files are taken in one after another: each holds its bytes several times over while it lasts. */
let taking: Promise<unknown> = Promise.resolve()

/** The same, read on a thread of its own. What cannot be read even at the second try is kept as it is, for a person. */
export function receiveAside(db: Db, bytes: Buffer, from: Origin, clock: () => number): Promise<Received> {
  const taken = taking.then(() => takeAside(db, bytes, from, clock))
  // The sender is informed of what failed, and keeps nobody behind it waiting.
  taking = taken.catch(() => undefined)
  return taken
}

async function takeAside(db: Db, bytes: Buffer, from: Origin, clock: () => number): Promise<Received> {
  for (let turn = 1; ; turn++) {
    try {
      const reads = await readAside('interchanges', bytes, readTimeout)
      return receive(db, bytes, from, clock(), reads)
    } catch (error) {
      if (!(error instanceof ReadProblem)) throw error
      if (turn < maxTries) continue
      const problem = `Set aside after ${maxTries} tries. ${error.message}`
      const kept = keepIncoming(
        db,
        {
          partnerId: from.partner?.id ?? null,
          source: from.source,
          raw: bytes,
          control: null,
          usage: 'P',
          state: 'unreadable',
          problem,
        },
        clock(),
      )
      noteUnlogged(db, 'partner', from.partner?.id ?? null, 'exchange_received')
      return { exchangeIds: [kept], problem }
    }
  }
}
