import { expect } from 'vitest'
import { person } from '#core/access/actor'
import { eventWords } from '#core/event/words'
import { onChanges } from '#server/changes'
import type { Db } from '#server/db.server'
import type { Ran } from '#server/kernel/run'
import { event } from '#server/schema'
import { now } from './world'

/** Who walks: a manager, the world's second user. */
export const ruth = { now, by: person({ id: 2, name: 'Ruth Amsel' }) }

class TakenBack extends Error {}

/** Runs something on the world as it is and takes it back, so that every step begins the same. */
export function tried(db: Db, prepare: () => void, step: () => Ran<unknown, unknown>): void {
  const published: number[] = []
  const stop = onChanges((changes) => published.push(changes.length))
  try {
    db.$client
      .transaction(() => {
        prepare()
        expectRecordedOrRefused(db, step)
        throw new TakenBack()
      })
      .immediate()
  } catch (thrown) {
    if (!(thrown instanceof TakenBack)) throw thrown
  } finally {
    stop()
  }
  // Inside a transaction that is taken back nothing is said to anybody.
  expect(published).toEqual([])
}

/** A command either records what it did, in words, or is refused with a sentence and leaves nothing behind. */
function expectRecordedOrRefused(db: Db, step: () => Ran<unknown, unknown>): void {
  const before = db.select().from(event).all().length
  const ran = step()
  const added = db.select().from(event).all().slice(before)
  if ('refusal' in ran) {
    expect(ran.refusal.message).toMatch(/^[A-Z$0-9“-].*[.?:!]$|^[A-Z].*[a-z]$/)
    expect(ran.refusal.message).not.toMatch(/undefined|null|NaN|\[object/)
    expect(added).toEqual([])
    return
  }
  expect(added.length).toBeGreaterThanOrEqual(ran.events.length)
  for (const { aggregate, kind, data, actorId } of added) {
    const words = eventWords(aggregate, kind, data)
    expect(words).toMatch(/\S/)
    expect(words).not.toMatch(/undefined|NaN|\[object/)
    if (aggregate !== 'load' || kind !== 'kept_in_the_building') expect(actorId).toBe(2)
  }
}
