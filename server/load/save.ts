import { max } from 'drizzle-orm'
import { type Db, inTransaction } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
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
    const row = db
      .insert(load)
      .values({
        ...whole.columns,
        ...whole.limits,
        number: nextNumber(db),
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

/** `PR-` and the next number: numbers only grow, also over deleted ones. */
function nextNumber(db: Db): string {
  const last =
    db
      .select({ id: max(load.id) })
      .from(load)
      .get()?.id ?? 0
  return `PR-${20_000 + last + 1}`
}
