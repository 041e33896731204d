import { and, asc, eq, gte, inArray, lt, or, sql } from 'drizzle-orm'
import { anywhereQuery, termsOf } from '#core/find/words'
import type { Currency } from '#core/money/money'
import type { Db } from '#server/db.server'
import { findInRegister } from '#server/register/look-up'
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

/** Somebody an offer can be from: a carrier on file, or one that only the register knows yet, by its DOT number. */
export interface Offerer {
  /** Null for one that is not on file. */
  carrierId: number | null
  id: string
  name: string
  mcNumber: string | null
  dotNumber: string | null
  city: string
  region: string
  phone: string
  currency: Currency
}

/** Who an offer can be from, by name or number: carriers on file first, then those of the register that may carry and are not on file. */
export function findOfferers(db: Db, typed: string): Offerer[] {
  const onFile = findCarriers(db, typed).map((row) => ({
    ...row,
    id: `carrier ${row.id}`,
    carrierId: row.id,
    dotNumber: null,
  }))
  const others = onFile.length < most ? findInRegister(db, typed).filter(({ mayCarry }) => mayCarry) : []
  const dots = others.map(({ dotNumber }) => dotNumber)
  const known = new Set(
    db
      .select({ dot: carrier.dotNumber })
      .from(carrier)
      .where(inArray(carrier.dotNumber, dots))
      .all()
      .map(({ dot }) => dot),
  )
  const fresh = others
    .filter(({ dotNumber }) => !known.has(dotNumber))
    .map(({ dotNumber, name, mcNumber, city, region }) => ({
      ...{ id: `dot ${dotNumber}`, carrierId: null, dotNumber, name, mcNumber, city, region },
      phone: '',
      currency: 'USD' as const,
    }))
  return [...onFile, ...fresh].slice(0, most)
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
