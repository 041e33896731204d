import type { Db } from '#server/db.server'
import { log } from '#server/schema'

/** Who does something, and when: given to whatever writes. */
export interface Act {
  now: number
  by: Actor
}

export interface Actor {
  kind: 'person' | 'carrier' | 'rule' | 'board'
  name: string
}

/** Adds one line to a load's log; always in the transaction that makes it true. */
export function writeLog(db: Db, loadId: number, kind: string, data: Record<string, unknown>, { now, by }: Act): void {
  db.insert(log).values({ at: now, loadId, actorKind: by.kind, actorName: by.name, kind, data }).run()
}
