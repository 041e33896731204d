import { and, asc, eq, inArray, isNull, type SQLWrapper, sql } from 'drizzle-orm'
import { onDesk } from '#core/load/states'
import { prepared } from '#server/db.server'
import { carrier, confirmation, customer, gateAlert, guideOffer, load, offer, posting } from '#server/schema'
import { quoted } from '#server/schema/columns'

export const shown = {
  id: load.id,
  number: load.number,
  state: load.state,
  practice: load.practice,
  equipment: load.equipment,
  miles: load.miles,
  weightLb: load.weightLb,
  originPostal: load.originPostal,
  destPostal: load.destPostal,
  originLat: load.originLat,
  originLon: load.originLon,
  destLat: load.destLat,
  destLon: load.destLon,
  pickupAt: load.pickupAt,
  pickupBy: load.pickupBy,
  openedAt: load.openedAt,
  originCity: load.originCity,
  originRegion: load.originRegion,
  originZone: load.originZone,
  destCity: load.destCity,
  destRegion: load.destRegion,
  sellMinor: load.sellMinor,
  targetPayMinor: load.targetPayMinor,
  maxPayMinor: load.maxPayMinor,
  payMinor: load.payMinor,
  bandLowMinor: load.bandLowMinor,
  bandMiddleMinor: load.bandMiddleMinor,
  bandHighMinor: load.bandHighMinor,
  bandComparables: load.bandComparables,
  bandNewestAt: load.bandNewestAt,
  bandBasis: load.bandBasis,
}

/** Loads of the people in `reps` (ids in JSON), or that they share; all where it is null. */
export const isOf = sql`(${sql.placeholder('reps')} is null or ${load.repId} in (select value from json_each(${sql.placeholder('reps')}))
  or exists (select 1 from rep_share where load_id = ${load.id} and user_id in (select value from json_each(${sql.placeholder('reps')}))))`

export const openQuery = prepared((db) =>
  db
    .select({ load: shown, customerName: customer.name, carrierName: carrier.name })
    .from(load)
    .innerJoin(customer, eq(customer.id, load.customerId))
    .leftJoin(carrier, eq(carrier.id, load.carrierId))
    .where(and(sql`${load.state} in (${quoted(onDesk.states)})`, isOf))
    .orderBy(asc(load.pickupAt))
    .limit(maxLoads)
    .prepare(),
)

const among = (column: SQLWrapper) => sql`${column} in (select value from json_each(${sql.placeholder('ids')}))`

export const openOffers = prepared((db) =>
  db
    .select({
      id: offer.id,
      loadId: offer.loadId,
      receivedAt: offer.receivedAt,
      carrierName: carrier.name,
      payMinor: offer.payMinor,
      counterMinor: offer.counterMinor,
      goodUntil: offer.goodUntil,
    })
    .from(offer)
    .innerJoin(carrier, eq(carrier.id, offer.carrierId))
    .where(and(eq(offer.state, 'open'), among(offer.loadId)))
    .prepare(),
)

export const openPostings = prepared((db) =>
  db
    .select({ loadId: posting.loadId, upAt: posting.upAt })
    .from(posting)
    .where(and(inArray(posting.state, ['asked', 'up']), among(posting.loadId)))
    .prepare(),
)

export const standingConfirmations = prepared((db) =>
  db
    .select({ loadId: confirmation.loadId, state: confirmation.state, objection: confirmation.objection })
    .from(confirmation)
    .where(and(sql`${confirmation.state} <> 'void'`, among(confirmation.loadId)))
    .prepare(),
)

export const openAlerts = prepared((db) =>
  db
    .select({ loadId: gateAlert.loadId })
    .from(gateAlert)
    .innerJoin(load, and(eq(load.id, gateAlert.loadId), eq(load.carrierId, gateAlert.carrierId)))
    .where(and(isNull(gateAlert.endedAt), among(gateAlert.loadId)))
    .prepare(),
)

/** Whom the routing guide waits for on these loads. The state is written out: the index is of offers that are out. */
export const openGuides = prepared((db) =>
  db
    .select({ loadId: guideOffer.loadId, carrierName: carrier.name, expiresAt: guideOffer.expiresAt })
    .from(guideOffer)
    .innerJoin(carrier, eq(carrier.id, guideOffer.carrierId))
    .where(and(sql`${guideOffer.state} = 'out'`, among(guideOffer.loadId)))
    .prepare(),
)

/** The desk's open loads, the soonest first; more than this is no longer one rep's horizon. */
export const maxLoads = 250
