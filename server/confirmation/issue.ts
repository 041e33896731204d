import { and, asc, eq } from 'drizzle-orm'
import { chargeSheet } from '#core/charge/charge'
import { type ConfirmationTerms, confirmationNumber, confirmationTerms } from '#core/confirmation/terms'
import { brokerOf } from '#core/office/office'
import type { Db } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { carrier, charge, confirmation, facility, load, note, reference, stop, user } from '#server/schema'

/** Writes a version of the rate confirmation from the load as it is; the award must be written before. */
export function issueConfirmation(db: Db, loadId: number, version: number, now: number): void {
  const terms = currentTerms(db, loadId)
  if (!terms) throw new Error(`Load ${loadId} has no award to confirm`)
  db.insert(confirmation)
    .values({
      loadId,
      version,
      number: confirmationNumber(terms, version),
      state: 'issued',
      terms,
      issuedAt: now,
    })
    .run()
}

/** What a confirmation written now would say; null where the load has no award. */
export function currentTerms(db: Db, loadId: number): ConfirmationTerms | null {
  const row = db
    .select({
      load,
      carrier: { name: carrier.name, mcNumber: carrier.mcNumber, dotNumber: carrier.dotNumber },
      rep: { name: user.name, phone: user.phone, mail: user.mail },
    })
    .from(load)
    .innerJoin(carrier, eq(carrier.id, load.carrierId))
    .innerJoin(user, eq(user.id, load.repId))
    .where(eq(load.id, loadId))
    .get()
  if (!row) return null
  const stops = db
    .select({
      kind: stop.kind,
      facilityName: facility.name,
      address: facility.address,
      city: facility.city,
      region: facility.region,
      postal: facility.postal,
      zone: facility.zone,
      earliestLocal: stop.earliestLocal,
      latestLocal: stop.latestLocal,
      booking: stop.booking,
      access: stop.access,
      contactName: stop.contactName,
      contactPhone: stop.contactPhone,
      driverNote: stop.driverNote,
      pieces: stop.pieces,
      weightLb: stop.weightLb,
    })
    .from(stop)
    .innerJoin(facility, eq(facility.id, stop.facilityId))
    .where(eq(stop.loadId, loadId))
    .orderBy(asc(stop.sequence))
    .all()
  const buyCharges = db
    .select()
    .from(charge)
    .where(and(eq(charge.loadId, loadId), eq(charge.side, 'buy')))
    .orderBy(asc(charge.id))
    .all()
  const us = officeOf(db)
  const whole = {
    ...row.load,
    stops,
    references: db.select().from(reference).where(eq(reference.loadId, loadId)).orderBy(asc(reference.id)).all(),
    notes: db.select().from(note).where(eq(note.loadId, loadId)).orderBy(asc(note.id)).all(),
  }
  return confirmationTerms(
    whole,
    { ...row.carrier, mcNumber: row.carrier.mcNumber ?? '' },
    chargeSheet(buyCharges, row.load),
    { numberPrefix: us.numbers.confirmationPrefix, broker: brokerOf(us), rep: row.rep, conditions: us.conditions },
  )
}
