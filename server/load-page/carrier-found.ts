import { eq } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import { carrier } from '#server/schema'

/** The carrier that an address names after its truck was found on a board, with what is known of the offer; null where it names none. */
export function carrierFound(db: Db, asked: URLSearchParams) {
  const id = Number(asked.get('offer') ?? Number.NaN)
  if (!Number.isInteger(id)) return null
  const row = db
    .select({ id: carrier.id, name: carrier.name, currency: carrier.currency })
    .from(carrier)
    .where(eq(carrier.id, id))
    .get()
  if (!row) return null
  const phone = (asked.get('phone') ?? '').slice(0, 30)
  return { ...row, found: { source: 'phone' as const, phone, note: (asked.get('note') ?? '').slice(0, 200) } }
}
