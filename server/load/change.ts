import { and, desc, eq, sql } from 'drizzle-orm'
import isEqual from 'fast-deep-equal'
import { termChanges } from '#core/confirmation/terms'
import { refused } from '#core/decision/refusal'
import { changesBetween, loadChanges } from '#core/load/changes'
import type { LoadCommand, LoadFacts } from '#core/load/command'
import type { LoadTerms } from '#core/load/load'
import { saveRefusals } from '#core/load/save-refusals'
import { currentTerms } from '#server/confirmation/issue'
import { type Db, inTransaction } from '#server/db.server'
import type { Act } from '#server/event/event'
import type { Refused } from '#server/kernel/run'
import { charge, event, load, loadLink, note, reference, repShare, stop } from '#server/schema'
import { carryOut, noSuchLoad, openForCover } from './commands'
import { complete, names, type SaveOutcome, type SaveRequest, standing, type Whole, writeParts } from './complete'
import { findLoadFacts } from './facts'
import { isTaken } from './save'
import { readTerms } from './terms'

/** Changes a load's terms. What a carrier sees of it makes a new version of the confirmation. */
export const changeLoad = (db: Db, loadId: number, request: SaveRequest, act: Act): SaveOutcome =>
  inTransaction(db, () => changeInside(db, loadId, request, act))

function changeInside(db: Db, loadId: number, request: SaveRequest, act: Act): SaveOutcome {
  const facts = findLoadFacts(db, loadId)
  const before = readTerms(db, loadId)
  if (!facts || !before) return noSuchLoad
  const present = db.select({ version: load.version }).from(load).where(eq(load.id, loadId)).get()!
  if (request.version && request.version !== present.version)
    return refused(saveRefusals, 'changed_meanwhile', { by: lastChange(db, loadId) })
  if (facts.state !== 'draft' && before.practice !== request.terms.practice)
    return refused(saveRefusals, 'practice_is_settled')
  const badNumber = wrongNumber(db, facts, request.number ?? facts.number)
  if (badNumber) return badNumber
  const whole = complete(db, request.terms, act.now)
  if ('missing' in whole) return { refusal: whole.missing }
  // On an opened load a stop already behind us may stay as it is; only what is newly typed is held against the clock.
  const untouched = facts.state !== 'draft' && isEqual(before.stops, request.terms.stops)
  const problems = untouched ? whole.problems.filter((problem) => !problem.path.startsWith('stops')) : whole.problems
  const open = standing(problems, { ...request, open: request.open || facts.state !== 'draft' })
  if (open.length > 0) return { problems: open }
  const done = carryOut(db, loadId, () => writeTerms(db, loadId, { facts, before, whole, request }), act)
  if ('refusal' in done) return done
  if (request.open && facts.state === 'draft') openForCover(db, loadId, act)
  return { loadId }
}

/** Why a load cannot have the number; null where it can. */
function wrongNumber(db: Db, { number, state }: LoadFacts, wanted: string): Refused | null {
  if (wanted === number) return null
  if (state !== 'draft') return refused(saveRefusals, 'number_is_settled')
  return isTaken(db, wanted) ? refused(saveRefusals, 'number_taken', { number: wanted }) : null
}

/** Writes the new terms and returns what is to be decided about them; where that is refused they are taken back. */
function writeTerms(
  db: Db,
  loadId: number,
  { facts, before, whole, request }: { facts: LoadFacts; before: LoadTerms; whole: Whole; request: SaveRequest },
): LoadCommand {
  const { terms } = request
  const number = request.number ?? facts.number
  const shownBefore = currentTerms(db, loadId)
  const ownLimits = facts.state === 'draft' ? whole.limits : {}
  db.update(load)
    .set({ ...whole.columns, ...ownLimits, number, version: sql`${load.version} + 1` })
    .where(eq(load.id, loadId))
    .run()
  for (const part of [stop, reference, note, loadLink, repShare]) db.delete(part).where(eq(part.loadId, loadId)).run()
  db.delete(charge)
    .where(and(eq(charge.loadId, loadId), eq(charge.side, 'sell')))
    .run()
  writeParts(db, loadId, terms)
  const shownAfter = currentTerms(db, loadId)
  const changes = [
    ...changesBetween([['Number', facts.number]], [['Number', number]]),
    ...loadChanges(before, terms, names(db, before, terms)),
  ]
  const carrierSeesIt = shownBefore !== null && shownAfter !== null && termChanges(shownBefore, shownAfter).length > 0
  return { kind: 'revise', changes, carrierSeesIt }
}

/** Who changed a load's terms last. */
export function lastChange(db: Db, loadId: number): string {
  return (
    db
      .select({ name: event.actorName })
      .from(event)
      .where(and(eq(event.aggregate, 'load'), eq(event.aggregateId, loadId), eq(event.kind, 'terms_changed')))
      .orderBy(desc(event.id))
      .limit(1)
      .get()?.name ?? 'Somebody'
  )
}
