import { and, asc, eq, gte, lt, or, sql } from 'drizzle-orm'
import { anywhereQuery, termsOf } from '#core/find/words'
import type { Db } from '#server/db.server'
import { carrier } from '#server/schema'

const shown = {
  id: carrier.id,
  name: carrier.name,
  mcNumber: carrier.mcNumber,
  city: carrier.homeCity,
  region: carrier.homeRegion,
  phone: carrier.phone,
  currency: carrier.currency,
}
const most = 8

/** Carriers by name (the beginning of it first), by any of their words in any order (city, email and phone too), or by MC or DOT number. */
export function findCarriers(db: Db, typed: string) {
  const words = typed
    .trim()
    .toLowerCase()
    .replace(/^mc\s*#?\s*/, '')
  if (words.length < 1) return []
  if (/^\d+$/.test(words)) {
    return db
      .select(shown)
      .from(carrier)
      .where(or(and(gte(carrier.mcNumber, words), lt(carrier.mcNumber, `${words}:`)), eq(carrier.dotNumber, words)))
      .limit(most)
      .all()
  }
  const first = db
    .select(shown)
    .from(carrier)
    .where(and(gte(carrier.search, words), lt(carrier.search, `${words}\uffff`)))
    .orderBy(asc(carrier.search))
    .limit(most)
    .all()
  if (first.length === most) return first
  const match = anywhereQuery(termsOf(words))
  if (match === null) return first
  const later = db
    .select(shown)
    .from(carrier)
    .where(sql`${carrier.id} in (select rowid from carrier_words where carrier_words match ${match})`)
    .orderBy(asc(carrier.search))
    .limit(most)
    .all()
  return [...first, ...later.filter((row) => !first.some((seen) => seen.id === row.id))].slice(0, most)
}

/** The carrier that a wire names: by MC number, else by its mail address. */
export function identifyCarrier(
  db: Db,
  by: { mcNumber: string | null; mail: string | null },
): { id: number; name: string } | null {
  const pick = { id: carrier.id, name: carrier.name }
  const byNumber = by.mcNumber
    ? db.select(pick).from(carrier).where(eq(carrier.mcNumber, by.mcNumber)).get()
    : undefined
  if (byNumber || !by.mail) return byNumber ?? null
  return db.select(pick).from(carrier).where(eq(carrier.mail, by.mail.toLowerCase())).get() ?? null
}
