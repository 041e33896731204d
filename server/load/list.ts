import { and, desc, eq, gte, inArray, lt, or, type SQL, sql } from 'drizzle-orm'
import type { LoadState } from '#core/load/load'
import type { Db } from '#server/db.server'
import { carrier, customer, load, reference } from '#server/schema'

export interface LoadSearch {
  words: string
  limit: number
  /** The last load of the page before. */
  before?: { createdAt: number; id: number } | null
}

/** Beyond this many matches of one kind a word says too little to narrow the list. */
const maxMatches = 500

/** The loads that all of the words fit (number, customer, carrier, cities, reference), newest first. */
export function listLoads(db: Db, { words, limit, before }: LoadSearch) {
  const terms = words.toLowerCase().split(/\s+/).filter(Boolean).slice(0, 6)
  const conditions = terms.map((term) => matches(db, term))
  if (before) conditions.push(sql`(${load.createdAt}, ${load.id}) < (${before.createdAt}, ${before.id})`)
  return db
    .select({
      id: load.id,
      number: load.number,
      state: load.state,
      practice: load.practice,
      customerName: customer.name,
      carrierName: carrier.name,
      equipment: load.equipment,
      commodity: load.commodity,
      originCity: load.originCity,
      originRegion: load.originRegion,
      originZone: load.originZone,
      destCity: load.destCity,
      destRegion: load.destRegion,
      miles: load.miles,
      pickupAt: load.pickupAt,
      sellMinor: load.sellMinor,
      payMinor: load.payMinor,
      createdAt: load.createdAt,
      soldMinor: load.soldMinor,
      currency: load.currency,
      sellRateE6: load.sellRateE6,
      sellRateDay: load.sellRateDay,
      agreedMinor: load.agreedMinor,
      payCurrency: load.payCurrency,
      payRateE6: load.payRateE6,
      payRateDay: load.payRateDay,
    })
    .from(load)
    .innerJoin(customer, eq(customer.id, load.customerId))
    .leftJoin(carrier, eq(carrier.id, load.carrierId))
    .where(and(...conditions))
    .orderBy(desc(load.createdAt), desc(load.id))
    .limit(limit)
    .all()
}

export type ListedLoad = ReturnType<typeof listLoads>[number]

/** The names a word may mean are looked up first, so that loads are found by index and not by reading them all. */
function matches(db: Db, term: string): SQL {
  const number = /^(pr-)?(\d{4,7})$/.exec(term)
  const from = term
  const to = `${term}\uffff`
  const customers = db
    .select({ id: customer.id })
    .from(customer)
    .where(sql`${customer.search} like ${`%${escapeLike(term)}%`} escape '\\'`)
    .limit(maxMatches)
    .all()
  const carriers = db
    .select({ id: carrier.id })
    .from(carrier)
    .where(and(gte(carrier.search, from), lt(carrier.search, to)))
    .limit(maxMatches)
    .all()
  const references = db
    .select({ loadId: reference.loadId })
    .from(reference)
    .where(eq(reference.value, term.toUpperCase()))
    .limit(maxMatches)
    .all()
  const city = term.charAt(0).toUpperCase() + term.slice(1)
  return or(
    number ? eq(load.number, `PR-${number[2]}`) : undefined,
    customers.length > 0
      ? inArray(
          load.customerId,
          customers.map((row) => row.id),
        )
      : undefined,
    carriers.length > 0
      ? inArray(
          load.carrierId,
          carriers.map((row) => row.id),
        )
      : undefined,
    references.length > 0
      ? inArray(
          load.id,
          references.map((row) => row.loadId),
        )
      : undefined,
    and(gte(load.originCity, city), lt(load.originCity, `${city}\uffff`)),
    sql`(${load.destCity} >= ${city} and ${load.destCity} < ${`${city}\uffff`})`,
    eq(load.originRegion, term.toUpperCase()),
    eq(load.state, term as LoadState),
  )!
}

/** A text with the wildcards of LIKE taken literally. */
export const escapeLike = (text: string): string => text.replace(/[\\%_]/g, (character) => `\\${character}`)
