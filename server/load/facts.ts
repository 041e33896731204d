import { and, desc, eq, sql } from 'drizzle-orm'
import type { LoadFacts } from '#core/load/command'
import { type Db, prepared } from '#server/db.server'
import { carrier, confirmation, guideOffer, load, offer, posting } from '#server/schema'

const at = sql.placeholder

// Every command reads them, and one act on a load is several commands.
const loadQuery = prepared((db) =>
  db
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
    .where(eq(load.id, at('loadId')))
    .prepare(),
)
const offersQuery = prepared((db) =>
  db
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
    .where(eq(offer.loadId, at('loadId')))
    .prepare(),
)
const postingsQuery = prepared((db) =>
  db
    .select({ id: posting.id, board: posting.board, state: posting.state })
    .from(posting)
    .where(eq(posting.loadId, at('loadId')))
    .prepare(),
)
/** The offer of the routing guide that a carrier still has. */
const guideQuery = prepared((db) =>
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
    .where(and(eq(guideOffer.loadId, at('loadId')), eq(guideOffer.state, 'out')))
    .prepare(),
)
const confirmationQuery = prepared((db) =>
  db
    .select({
      id: confirmation.id,
      version: confirmation.version,
      state: confirmation.state,
      objection: confirmation.objection,
      objectionText: confirmation.objectionText,
    })
    .from(confirmation)
    .where(eq(confirmation.loadId, at('loadId')))
    .orderBy(desc(confirmation.version))
    .limit(1)
    .prepare(),
)

/** What deciding needs to know of a load; null where there is no such load. */
export function findLoadFacts(db: Db, loadId: number): LoadFacts | null {
  const row = loadQuery(db).get({ loadId })
  if (!row) return null
  const { carrierId, carrierName, payMinor, ...rest } = row
  return {
    ...rest,
    award: carrierId === null ? null : { carrierId, carrierName: carrierName ?? '', payMinor: payMinor ?? 0 },
    offers: offersQuery(db).all({ loadId }),
    postings: postingsQuery(db).all({ loadId }),
    guide: guideQuery(db).get({ loadId }) ?? null,
    confirmation: confirmationQuery(db).get({ loadId }) ?? null,
  }
}
