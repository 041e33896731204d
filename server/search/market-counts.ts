import { eq, lt } from 'drizzle-orm'
import { addDays, dayOf, toLocal } from '#core/time/local'
import { type Db, inTransaction } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { marketCount } from '#server/schema'
import { type Scope, type TalliedWhat, type Tally, talliedWhats } from './tally'

const keptDays = 60

/** Keeps today's counts in place of those that were kept of today before; days long past go. */
export function keepMarketCounts(db: Db, tally: Tally, now: number): void {
  const day = dayOf(toLocal(now, officeOf(db).zone))
  const rows = new Map<string, typeof marketCount.$inferInsert>()
  for (const [key, number] of tally) {
    const [what, equipment, scope, ...rest] = key.split(' ') as [TalliedWhat, string, Scope, ...string[]]
    if (what === 'into' || !talliedWhats.includes(what)) continue
    const at = `${scope} ${rest.join(' ')} ${equipment}`
    const row = rows.get(at) ?? { day, scope, code: rest.join(' '), equipment, loads: 0, trucks: 0 }
    rows.set(at, { ...row, [what]: number })
  }
  inTransaction(db, () => {
    db.delete(marketCount).where(eq(marketCount.day, day)).run()
    db.delete(marketCount)
      .where(lt(marketCount.day, addDays(day, -keptDays)))
      .run()
    const all = [...rows.values()]
    for (let at = 0; at < all.length; at += 500)
      db.insert(marketCount)
        .values(all.slice(at, at + 500))
        .run()
  })
}
