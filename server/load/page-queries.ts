import { asc, desc, eq, sql } from 'drizzle-orm'
import { prepared } from '#server/db.server'
import {
  carrier,
  charge,
  confirmation,
  customer,
  facility,
  load,
  message,
  note,
  offer,
  posting,
  reference,
  stop,
  user,
} from '#server/schema'

export const at = sql.placeholder('loadId')

export const loadQuery = prepared((db) =>
  db
    .select({
      load,
      customer: { id: customer.id, name: customer.name },
      carrier: {
        id: carrier.id,
        name: carrier.name,
        mail: carrier.mail,
        phone: carrier.phone,
        mcNumber: carrier.mcNumber,
      },
      repName: user.name,
    })
    .from(load)
    .innerJoin(customer, eq(customer.id, load.customerId))
    .innerJoin(user, eq(user.id, load.repId))
    .leftJoin(carrier, eq(carrier.id, load.carrierId))
    .where(eq(load.id, at))
    .prepare(),
)

export const stopsQuery = prepared((db) =>
  db
    .select({ stop, facility })
    .from(stop)
    .innerJoin(facility, eq(facility.id, stop.facilityId))
    .where(eq(stop.loadId, at))
    .orderBy(asc(stop.sequence))
    .prepare(),
)

export const offersQuery = prepared((db) =>
  db
    .select({ offer, carrierName: carrier.name, phone: carrier.phone })
    .from(offer)
    .innerJoin(carrier, eq(carrier.id, offer.carrierId))
    .where(eq(offer.loadId, at))
    .orderBy(sql`${offer.state} <> 'open'`, asc(offer.payMinor))
    .limit(300)
    .prepare(),
)

export const postingsQuery = prepared((db) =>
  db.select().from(posting).where(eq(posting.loadId, at)).orderBy(desc(posting.id)).prepare(),
)

export const confirmationsQuery = prepared((db) =>
  db
    .select({
      id: confirmation.id,
      version: confirmation.version,
      number: confirmation.number,
      state: confirmation.state,
      terms: confirmation.terms,
      issuedAt: confirmation.issuedAt,
      sentAt: confirmation.sentAt,
      sentTo: confirmation.sentTo,
      deliveredAt: confirmation.deliveredAt,
      acceptedAt: confirmation.acceptedAt,
      acceptedName: confirmation.acceptedName,
      acceptedTitle: confirmation.acceptedTitle,
    })
    .from(confirmation)
    .where(eq(confirmation.loadId, at))
    .orderBy(desc(confirmation.version))
    .prepare(),
)

export const messagesQuery = prepared((db) =>
  db.select().from(message).where(eq(message.loadId, at)).orderBy(desc(message.id)).limit(50).prepare(),
)

export const referencesQuery = prepared((db) =>
  db.select().from(reference).where(eq(reference.loadId, at)).orderBy(asc(reference.id)).prepare(),
)

export const notesQuery = prepared((db) =>
  db.select().from(note).where(eq(note.loadId, at)).orderBy(asc(note.id)).prepare(),
)

export const chargesQuery = prepared((db) =>
  db.select().from(charge).where(eq(charge.loadId, at)).orderBy(asc(charge.id)).prepare(),
)
