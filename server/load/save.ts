import { max } from 'drizzle-orm'
import { type Db, inTransaction } from '#server/db.server'
import { announce } from '#server/live/live'
import { type Act, writeLog } from '#server/log/act'
import { load } from '#server/schema'
import { complete, type SaveOutcome, type SaveRequest, standing, writeParts } from './complete'
import { record } from './record'

/** Makes a load, as a draft or opened for cover; problems come back instead, and nothing is written. */
export function createLoad(db: Db, request: SaveRequest, act: Act & { repId: number }): SaveOutcome {
  const made = inTransaction(db, (): SaveOutcome => {
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
    writeLog(
      db,
      row.id,
      'load_created',
      {
        kind: 'load_created',
        copiedFrom: request.copiedFrom,
        practice: request.terms.practice,
        ...(request.quote ? { quote: `${request.quote.number}, line ${request.quote.position}` } : {}),
      },
      act,
    )
    if (request.open)
      record(db, row.id, [{ kind: 'state_changed', from: 'draft', to: 'uncovered' }], {
        ...act,
        practice: request.terms.practice,
      })
    return { loadId: row.id }
  })
  if ('loadId' in made) announce()
  return made
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
