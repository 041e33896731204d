import { type Db, inTransaction } from '#server/db.server'
import { noteUnlogged } from '#server/event/event'
import { askAwarded, awardedTo } from './alerts'
import { keepVerdicts } from './sweep'

/** Vets carriers whose facts a person has just changed, and asks the gate again for what is awarded to them. */
export function revet(db: Db, carrierIds: number[], now: number): void {
  inTransaction(db, () => keepVerdicts(db, carrierIds, now))
  askAwarded(db, awardedTo(db, carrierIds), now)
  noteUnlogged(db, 'carrier', carrierIds.length === 1 ? carrierIds[0]! : null, 'vetted')
}
