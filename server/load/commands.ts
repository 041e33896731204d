import { refused } from '#core/decision/refusal'
import type { LoadCommand, LoadEvent, LoadFacts } from '#core/load/command'
import { decide } from '#core/load/decide'
import { loadRefusalWords, type Refusal } from '#core/load/refusals'
import { saveRefusals } from '#core/load/save-refusals'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { type Outcome, outcome, type Refused, run, type Subject } from '#server/kernel/run'
import { findLoadFacts } from './facts'
import { apply } from './record'

export const noSuchLoad = refused(saveRefusals, 'no_such_load')

/** Decisions about a load. */
export const loadSubject: Subject<'load', LoadFacts, LoadCommand, LoadEvent> = {
  aggregate: 'load',
  read: findLoadFacts,
  decide: (facts, command, { now }) =>
    decide(facts, command, now) as ReturnType<Subject<'load', LoadFacts, LoadCommand, LoadEvent>['decide']>,
  apply: (db, loadId, event, { now, by, facts, command }) => {
    const externalKey = command.kind === 'record_offer' ? command.externalKey : undefined
    apply(db, loadId, event, { now, by, practice: facts.practice, ...(externalKey ? { externalKey } : {}) })
  },
  words: (refusal) => loadRefusalWords(refusal as unknown as Refusal),
  missing: noSuchLoad.refusal,
}

/** Carries out one command on a load; `command` may be made from the facts just read, and write what belongs with it. */
export const carryOut = (
  db: Db,
  loadId: number,
  command: LoadCommand | ((facts: LoadFacts) => LoadCommand | Refused),
  act: Act,
): Outcome => outcome(run(db, loadSubject, loadId, command, act))

/** Opens a draft whose problems were looked through before. */
export function openForCover(db: Db, loadId: number, act: Act): void {
  const done = carryOut(db, loadId, { kind: 'open', problems: [] }, act)
  if ('refusal' in done) throw new Error(`Load ${loadId} could not be opened: ${done.refusal.message}`)
}
