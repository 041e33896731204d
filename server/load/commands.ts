import type { Decision, LoadCommand, LoadFacts } from '#core/load/command'
import { decide } from '#core/load/decide'
import type { Refusal } from '#core/load/refusals'
import { type Db, inTransaction } from '#server/db.server'
import { announce } from '#server/live/live'
import type { Act } from '#server/log/act'
import { findLoadFacts } from './facts'
import { record } from './record'

export type Outcome = { done: true } | { refusal: Refusal | { code: 'no_such_load'; message: string } }

export const noSuchLoad = { refusal: { code: 'no_such_load' as const, message: 'There is no such load.' } }

/**
 * Carries out one command on a load: reads what it needs, decides, writes, in one transaction
 * that holds the write lock from the start. `command` may be made from the facts just read.
 */
export function carryOut(
  db: Db,
  loadId: number,
  command: LoadCommand | ((facts: LoadFacts) => LoadCommand | { refusal: Refusal }),
  act: Act & { externalKey?: string },
): Outcome {
  const outcome = inTransaction(db, (): Outcome => {
    const facts = findLoadFacts(db, loadId)
    if (!facts) return noSuchLoad
    const made = typeof command === 'function' ? command(facts) : command
    const decision: Decision = 'refusal' in made ? made : decide(facts, made, act.now)
    if ('refusal' in decision) return decision
    record(db, loadId, decision.events, { ...act, practice: facts.practice })
    return { done: true }
  })
  if ('done' in outcome) announce()
  return outcome
}
