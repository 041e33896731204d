import { addDays, toInstant } from '#core/time/local'
import type { Db } from '#server/db.server'
import { officeOf } from '#server/office/office'

/** The instant at which a quote's last day is over, at the desk. */
export const endOfDay = (db: Db, date: string): number => toInstant(`${addDays(date, 1)}T00:00`, officeOf(db).zone)
