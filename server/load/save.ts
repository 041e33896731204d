import { eq, max } from 'drizzle-orm'
import { refused } from '#core/decision/refusal'
import { saveRefusals } from '#core/load/save-refusals'
import { type Db, inTransaction } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import { officeOf } from '#server/office/office'
import { load } from '#server/schema'
import { openForCover } from './commands'
import { complete, type SaveOutcome, type SaveRequest, standing, writeParts } from './complete'

/** Makes a load, as a draft or opened for cover; problems come back instead, and nothing is written. */
export function createLoad(db: Db, request: SaveRequest, act: Act & { repId: number }): SaveOutcome {
  return inTransaction(db, (): SaveOutcome => {
    const whole = complete(db, request.terms, act.now)
    if ('missing' in whole) return { refusal: whole.missing }
    const open = standing(whole.problems, request)
    if (open.length > 0) return { problems: open }
    if (request.number && isTaken(db, request.number))
      return refused(saveRefusals, 'number_taken', { number: request.number })
    const row = db
      .insert(load)
      .values({
        ...whole.columns,
        ...whole.limits,
        number: request.number ?? nextNumber(db),
        state: 'draft',
        createdAt: act.now,
        repId: act.repId,
        quoteLineId: request.quote?.lineId ?? null,
      })
      .returning({ id: load.id })
      .get()
    writeParts(db, row.id, request.terms)
    const quote = request.quote ? { quote: `${request.quote.number}, line ${request.quote.position}` } : {}
    const { copiedFrom } = request
    recordEvent(
      db,
      'load',
      row.id,
      { kind: 'load_created', copiedFrom, practice: request.terms.practice, ...quote },
      act,
    )
    if (request.open) openForCover(db, row.id, act)
    return { loadId: row.id }
  })
}

/** Whether another load has the number. */
export const isTaken = (db: Db, number: string): boolean =>
  db.select({ id: load.id }).from(load).where(eq(load.number, number)).get() !== undefined

/** The brokerage's prefix and the next number: numbers only grow, also over deleted ones and over those that somebody chose. */
function nextNumber(db: Db): string {
  const last =
    db
      .select({ id: max(load.id) })
      .from(load)
      .get()?.id ?? 0
  const { loadPrefix, firstLoad } = officeOf(db).numbers
  let next = firstLoad + last
  while (isTaken(db, `${loadPrefix}-${next}`)) next += 1
  return `${loadPrefix}-${next}`
}
