import { and, eq, inArray, sql } from 'drizzle-orm'
import type { LoadState } from '#core/load/load'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { carryOut } from '#server/load/commands'
import { load, quote, user } from '#server/schema'

/** Loads that somebody still has to work on. */
const openStates: LoadState[] = [
  'draft',
  'uncovered',
  'covered',
  'dispatched',
  'in_transit',
  'delivered',
  'paperwork_in',
]

const hasOpenLine = sql`exists (select 1 from quote_line where quote_line.quote_id = quote.id and quote_line.state in ('draft', 'sent'))`

/** How many open loads each person has. */
export const openLoads = (db: Db): Map<number, number> =>
  new Map(
    db
      .select({ repId: load.repId, count: sql<number>`count(*)` })
      .from(load)
      .where(inArray(load.state, openStates))
      .groupBy(load.repId)
      .all()
      .map(({ repId, count }) => [repId, count]),
  )

/** Gives every open load and open quote of one person to another; returns how many loads changed hands. In the caller's transaction. */
export function handOver(db: Db, fromId: number, to: { id: number; name: string }, act: Act): number {
  const from = db.select({ id: user.id, name: user.name }).from(user).where(eq(user.id, fromId)).get()
  if (!from) return 0
  const loads = db
    .select({ id: load.id })
    .from(load)
    .where(and(eq(load.repId, fromId), inArray(load.state, openStates)))
    .all()
  for (const { id } of loads) {
    const given = carryOut(db, id, { kind: 'give_to', from, to }, act)
    if ('refusal' in given) throw new Error(`Load ${id} could not be handed over: ${given.refusal.message}`)
  }
  db.update(load)
    .set({ dispatcherId: to.id })
    .where(and(eq(load.dispatcherId, fromId), inArray(load.state, openStates)))
    .run()
  db.update(quote)
    .set({ repId: to.id })
    .where(and(eq(quote.repId, fromId), hasOpenLine))
    .run()
  return loads.length
}
