import { and, desc, eq } from 'drizzle-orm'
import type { LoadFacts } from '#core/load/command'
import type { Db } from '#server/db.server'
import { carrier, confirmation, guideOffer, load, offer, posting } from '#server/schema'

/** What deciding needs to know of a load; null where there is no such load. */
export function findLoadFacts(db: Db, loadId: number): LoadFacts | null {
  const row = db
    .select({
      number: load.number,
      state: load.state,
      practice: load.practice,
      targetPayMinor: load.targetPayMinor,
      maxPayMinor: load.maxPayMinor,
      sellMinor: load.sellMinor,
      middleMinor: load.bandMiddleMinor,
      carrierId: load.carrierId,
      payMinor: load.payMinor,
      carrierName: carrier.name,
    })
    .from(load)
    .leftJoin(carrier, eq(carrier.id, load.carrierId))
    .where(eq(load.id, loadId))
    .get()
  if (!row) return null
  const { carrierId, carrierName, payMinor, ...rest } = row
  return {
    ...rest,
    award: carrierId === null ? null : { carrierId, carrierName: carrierName ?? '', payMinor: payMinor ?? 0 },
    offers: db
      .select({
        id: offer.id,
        carrierId: offer.carrierId,
        carrierName: carrier.name,
        payMinor: offer.payMinor,
        counterMinor: offer.counterMinor,
        source: offer.source,
        state: offer.state,
        goodUntil: offer.goodUntil,
      })
      .from(offer)
      .innerJoin(carrier, eq(carrier.id, offer.carrierId))
      .where(eq(offer.loadId, loadId))
      .all(),
    postings: db
      .select({ id: posting.id, board: posting.board, state: posting.state })
      .from(posting)
      .where(eq(posting.loadId, loadId))
      .all(),
    guide: guideOut(db, loadId),
    confirmation:
      db
        .select({
          id: confirmation.id,
          version: confirmation.version,
          state: confirmation.state,
          objection: confirmation.objection,
          objectionText: confirmation.objectionText,
        })
        .from(confirmation)
        .where(and(eq(confirmation.loadId, loadId)))
        .orderBy(desc(confirmation.version))
        .limit(1)
        .get() ?? null,
  }
}

/** The offer of the routing guide that a carrier still has; null where none is out. */
const guideOut = (db: Db, loadId: number): LoadFacts['guide'] =>
  db
    .select({
      id: guideOffer.id,
      rank: guideOffer.rank,
      carrierId: guideOffer.carrierId,
      carrierName: carrier.name,
      priceMinor: guideOffer.priceMinor,
      expiresAt: guideOffer.expiresAt,
    })
    .from(guideOffer)
    .innerJoin(carrier, eq(carrier.id, guideOffer.carrierId))
    .where(and(eq(guideOffer.loadId, loadId), eq(guideOffer.state, 'out')))
    .get() ?? null
