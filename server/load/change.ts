import { and, desc, eq, sql } from 'drizzle-orm'
import isEqual from 'fast-deep-equal'
import { termChanges } from '#core/confirmation/terms'
import { refused } from '#core/decision/refusal'
import { loadChanges } from '#core/load/changes'
import type { LoadCommand, LoadFacts } from '#core/load/command'
import type { LoadTerms } from '#core/load/load'
import { saveRefusals } from '#core/load/save-refusals'
import { currentTerms } from '#server/confirmation/issue'
import { type Db, inTransaction } from '#server/db.server'
import type { Act } from '#server/event/event'
import { charge, event, load, note, reference, stop } from '#server/schema'
import { carryOut, noSuchLoad, openForCover } from './commands'
import { complete, names, type SaveOutcome, type SaveRequest, standing, type Whole, writeParts } from './complete'
import { findLoadFacts } from './facts'
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
  const whole = complete(db, request.terms, act.now)
  if ('missing' in whole) return { refusal: whole.missing }
  // A stop already behind us may stay as it is; only what is newly typed is held against the clock.
  const untouched = isEqual(before.stops, request.terms.stops)
  const problems = untouched ? whole.problems.filter((problem) => !problem.path.startsWith('stops')) : whole.problems
  const open = standing(problems, { ...request, open: request.open || facts.state !== 'draft' })
  if (open.length > 0) return { problems: open }
  const done = carryOut(db, loadId, () => writeTerms(db, loadId, { facts, before, whole, terms: request.terms }), act)
  if ('refusal' in done) return done
  if (request.open && facts.state === 'draft') openForCover(db, loadId, act)
  return { loadId }
}

/** Writes the new terms and returns what is to be decided about them; where that is refused they are taken back. */
function writeTerms(
  db: Db,
  loadId: number,
  { facts, before, whole, terms }: { facts: LoadFacts; before: LoadTerms; whole: Whole; terms: LoadTerms },
): LoadCommand {
  const shownBefore = currentTerms(db, loadId)
  const ownLimits = facts.state === 'draft' ? whole.limits : {}
  db.update(load)
    .set({ ...whole.columns, ...ownLimits, version: sql`${load.version} + 1` })
    .where(eq(load.id, loadId))
    .run()
  for (const part of [stop, reference, note]) db.delete(part).where(eq(part.loadId, loadId)).run()
  db.delete(charge)
    .where(and(eq(charge.loadId, loadId), eq(charge.side, 'sell')))
    .run()
  writeParts(db, loadId, terms)
  const shownAfter = currentTerms(db, loadId)
  const changes = loadChanges(before, terms, names(db, before, terms))
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
