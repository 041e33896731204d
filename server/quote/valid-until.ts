import { addDays, toInstant } from '#core/time/local'
import { brokerage } from '#server/settings.server'

/** The instant at which a quote's last day is over, at the desk. */
export const endOfDay = (date: string): number => toInstant(`${addDays(date, 1)}T00:00`, brokerage.zone)
