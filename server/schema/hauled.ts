import { sql } from 'drizzle-orm'
import { load } from '#server/schema'

/**
 * SQL for "was hauled, or is being hauled, at this price": a carrier has it or had it to the end, at the pay that is on it. A load that
 * was cancelled is none, whatever was paid for the truck, and a practice load is none. The one place where that is said: prices, margins,
 * counts and grades all go by it.
 */
export const hauledAtPay = (table = 'load'): string =>
  `${table}.pay_minor is not null and ${table}.practice = 0 and ${table}.state <> 'cancelled'`

/** The same for queries that Drizzle builds. */
export const wasHauled = sql`${load.payMinor} is not null and ${load.practice} = 0 and ${load.state} <> 'cancelled'`
