import { and, asc, eq } from 'drizzle-orm'
import type { LoadTerms } from '#core/load/load'
import type { Db } from '#server/db.server'
import { charge, load, note, reference, stop } from '#server/schema'

/** A load's terms as the form holds them; null where there is no such load. */
export function readTerms(db: Db, loadId: number): LoadTerms | null {
  const row = db.select().from(load).where(eq(load.id, loadId)).get()
  if (!row) return null
  return {
    customerId: row.customerId,
    equipment: row.equipment,
    lengthFt: row.lengthFt,
    tempMinF: row.tempMinF,
    tempMaxF: row.tempMaxF,
    team: row.team,
    commodity: row.commodity,
    commodityHidden: row.commodityHidden,
    weightLb: row.weightLb,
    pallets: row.pallets,
    freightValueMinor: row.freightValueMinor,
    practice: row.practice,
    stops: db
      .select({
        kind: stop.kind,
        facilityId: stop.facilityId,
        earliestLocal: stop.earliestLocal,
        latestLocal: stop.latestLocal,
        booking: stop.booking,
      })
      .from(stop)
      .where(eq(stop.loadId, loadId))
      .orderBy(asc(stop.sequence))
      .all(),
    references: db
      .select({ kind: reference.kind, value: reference.value, showOn: reference.showOn })
      .from(reference)
      .where(eq(reference.loadId, loadId))
      .orderBy(asc(reference.id))
      .all(),
    notes: db
      .select({ audience: note.audience, text: note.text })
      .from(note)
      .where(eq(note.loadId, loadId))
      .orderBy(asc(note.id))
      .all(),
    sellCharges: db
      .select({
        kind: charge.kind,
        basis: charge.basis,
        rateE4: charge.rateE4,
        quantity: charge.quantity,
        currency: charge.currency,
        note: charge.note,
        paidOn: charge.paidOn,
      })
      .from(charge)
      .where(and(eq(charge.loadId, loadId), eq(charge.side, 'sell')))
      .orderBy(asc(charge.id))
      .all(),
  }
}
