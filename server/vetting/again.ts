import { type Db, inTransaction } from '#server/db.server'
import { announceCarriers } from '#server/live/live'
import { askAwarded, awardedTo } from './alerts'
import { keepVerdicts } from './sweep'

/** Vets carriers whose facts a person has just changed, and asks the gate again for what is awarded to them. */
export function vetAgain(db: Db, carrierIds: number[], now: number): void {
  inTransaction(db, () => keepVerdicts(db, carrierIds, now))
  askAwarded(db, awardedTo(db, carrierIds), now)
  announceCarriers()
}
