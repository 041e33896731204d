import { eq, lt } from 'drizzle-orm'
import { type Db, inTransaction } from '#server/db.server'
import { guess } from '#server/schema'

/** How many wrong tries are free, and how the wait grows after them. */
interface Patience {
  free: number
  longestWaitMs: number
}

/** One person at one place mistypes a few times. */
const ofPair: Patience = { free: 5, longestWaitMs: 15 * 60_000 }
/** One place may be an office behind one address: many people, never locked for long. */
const ofCaller: Patience = { free: 30, longestWaitMs: 60_000 }

/** Wrong tries are forgotten after a quiet day. */
const forgetAfterMs = 24 * 3_600_000

export interface Attempt {
  account: string
  caller: string
  /** A browser that this account has signed in from before; it is counted on its own, whatever else comes from its address. */
  device: string | null
}

const keysOf = ({ account, caller, device }: Attempt): { key: string; patience: Patience }[] =>
  device
    ? [{ key: `device:${device}:${account}`, patience: ofPair }]
    : [
        { key: `pair:${caller}:${account}`, patience: ofPair },
        { key: `caller:${caller}`, patience: ofCaller },
      ]

/**
 * Counts a try before it is looked at, so that eighty at once are eighty. Returns how long to wait where too many went before (nothing is
 * counted then), or null where this one may be looked at. The wait doubles with every try and never becomes a lock: an account can
 * always be reached from a place that did not guess.
 */
export function countTry(db: Db, attempt: Attempt, now: number): { waitMs: number } | null {
  return withoutFlush(db, () =>
    inTransaction(db, () => {
      const keys = keysOf(attempt).map((each) => ({
        ...each,
        row: db.select().from(guess).where(eq(guess.key, each.key)).get(),
      }))
      const waitMs = Math.max(0, ...keys.map(({ row }) => (row ? row.nextAt - now : 0)))
      if (waitMs > 0) return { waitMs }
      for (const { key, patience, row } of keys) {
        const tries = (row && row.lastAt > now - forgetAfterMs ? row.tries : 0) + 1
        const wait =
          tries < patience.free ? 0 : Math.min(patience.longestWaitMs, 1000 * 2 ** Math.min(20, tries - patience.free))
        const values = { tries, lastAt: now, nextAt: now + wait }
        db.insert(guess)
          .values({ key, ...values })
          .onConflictDoUpdate({ target: guess.key, set: values })
          .run()
      }
      db.delete(guess)
        .where(lt(guess.lastAt, now - forgetAfterMs))
        .run()
      return null
    }),
  )
}

/** Counts are kept over a restart, but need not be on the disk before the next request: a storm of them would make everybody wait for it. */
function withoutFlush<T>(db: Db, work: () => T): T {
  const before = db.$client.pragma('synchronous', { simple: true })
  db.$client.pragma('synchronous = NORMAL')
  try {
    return work()
  } finally {
    db.$client.pragma(`synchronous = ${before}`)
  }
}

/** A try was right: what was counted for this person here is forgotten; what else came from the address is not. */
export function forgetTries(db: Db, attempt: Attempt): void {
  for (const { key } of keysOf(attempt).slice(0, 1)) db.delete(guess).where(eq(guess.key, key)).run()
  if (attempt.device) return
  const caller = db
    .select()
    .from(guess)
    .where(eq(guess.key, `caller:${attempt.caller}`))
    .get()
  if (caller)
    db.update(guess)
      .set({ tries: Math.max(0, caller.tries - 1), nextAt: 0 })
      .where(eq(guess.key, caller.key))
      .run()
}
