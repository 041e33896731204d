import { eq } from 'drizzle-orm'
import type { Role } from '#core/access/access'
import { chargeSheet } from '#core/charge/charge'
import { driveOf } from '#core/load/checks'
import { planDrive } from '#core/miles/drive'
import { quoteNumber } from '#core/quote/quote'
import { barFor } from '#core/vetting/vetting'
import type { Db } from '#server/db.server'
import { eventsOf, happened } from '#server/event/event'
import { findShortlist } from '#server/match/shortlist'
import { routeOver, waysOver } from '#server/miles/route'
import { waitingProposals } from '#server/offer/proposals'
import { currentBand } from '#server/rates/band'
import { load, quoteLine } from '#server/schema'
import { partnerOfLoad } from '#server/tender/join'
import { stopEventsOf } from '#server/tender/stop-events'
import { gateOf } from '#server/vetting/alerts'
import { carriersToVet } from '#server/vetting/carriers-to-vet'
import { askAgain } from '#server/vetting/gate'
import { momentsOf } from '#server/vetting/moments'
import { currentPolicy } from '#server/vetting/policy'
import { coverOf, vetCarriers } from '#server/vetting/vet'
import { findPlan } from '#server/waiting/plan'
import {
  chargesQuery,
  confirmationsQuery,
  loadQuery,
  messagesQuery,
  notesQuery,
  offersQuery,
  postingsQuery,
  referencesQuery,
  stopsQuery,
} from './page-queries'

/** Everything the load's page shows; null where there is no such load. */
export function readLoadPage(db: Db, loadId: number, now: number) {
  const row = loadQuery(db).get({ loadId })
  if (!row) return null
  const stops = stopsQuery(db)
    .all({ loadId })
    .map(({ stop: own, facility: at }) => ({
      kind: own.kind,
      earliestLocal: own.earliestLocal,
      latestLocal: own.latestLocal,
      booking: own.booking,
      facility: at.name,
      address: at.address,
      city: at.city,
      region: at.region,
      postal: at.postal,
      zone: at.zone,
      lat: at.lat,
      lon: at.lon,
    }))
  const { legs } = routeOver(stops)
  const charges = chargesQuery(db).all({ loadId })
  const offers = offersQuery(db).all({ loadId })
  const verdicts = vetCarriers(
    db,
    [
      ...new Set(
        offers
          .filter((each) => each.offer.state === 'open' || each.offer.state === 'awarded')
          .map((each) => each.offer.carrierId),
      ),
    ],
    row.load,
    now,
    momentsOf(db, loadId),
  )
  const postings = postingsQuery(db).all({ loadId })
  const plan =
    row.load.state === 'uncovered'
      ? findPlan(
          db,
          row.load,
          offers.map(({ offer: each }) => ({
            id: each.id,
            payMinor: each.payMinor,
            goodUntil: each.goodUntil,
            receivedAt: each.receivedAt,
            open: each.state === 'open',
          })),
          postings.find(({ state }) => state === 'up' || state === 'asked')?.askedAt ?? null,
          now,
          true,
        )
      : null
  const gate = gateOf(db, row.load)
  return {
    plan,
    gate,
    reportsTo: reportsTo(db, loadId),
    stopEvents: stopEventsOf(db, loadId),
    load: row.load,
    band: currentBand(db, row.load, now),
    customer: row.customer,
    soldBy: row.load.quoteLineId === null ? null : soldBy(db, row.load.quoteLineId),
    carrier: row.carrier,
    repName: row.repName,
    stops,
    legs,
    drive: planDrive(driveOf(stops, legs, row.load.team)),
    ways: waysOver(stops),
    sell: chargeSheet(
      charges.filter((each) => each.side === 'sell'),
      row.load,
    ),
    buy: chargeSheet(
      charges.filter((each) => each.side === 'buy'),
      row.load,
    ),
    references: referencesQuery(db).all({ loadId }),
    notes: notesQuery(db).all({ loadId }),
    offers: offers.map((each) => ({
      ...each.offer,
      carrierName: each.carrierName,
      phone: each.phone,
      verdict: verdicts.get(each.offer.carrierId) ?? null,
    })),
    proposals: waitingProposals(db, loadId),
    postings,
    confirmations: confirmationsQuery(db).all({ loadId }),
    messages: messagesQuery(db).all({ loadId }),
    log: eventsOf(db, 'load', loadId, shownEvents).map((row) => ({
      id: row.id,
      at: row.at,
      actorKind: row.actorKind,
      actorName: row.actorName,
      event: happened<'load'>(row),
    })),
    shortlist:
      row.load.state === 'draft' || row.load.state === 'uncovered' || gate.alert
        ? findShortlist(db, row.load, now)
        : [],
  }
}

/** Events a load's page shows. */
const shownEvents = 300

export type LoadPage = NonNullable<ReturnType<typeof readLoadPage>>

/** The gate for one carrier on one load, with the policies behind it. */
export function readGate(db: Db, loadId: number, carrierId: number, role: Role, now: number, again = false) {
  const row = db.select().from(load).where(eq(load.id, loadId)).get()
  const verdict =
    row && again && row.carrierId === carrierId
      ? askAgain(db, row, now)
      : row && vetCarriers(db, [carrierId], row, now, momentsOf(db, loadId)).get(carrierId)
  return verdict
    ? {
        verdict,
        cover: coverOf(carriersToVet(db, [carrierId], null, now).get(carrierId)!),
        bar: barFor(role, verdict, currentPolicy(db))?.message ?? null,
      }
    : null
}

/** The partner a load reports to, and what that one takes. */
function reportsTo(db: Db, loadId: number) {
  const joined = partnerOfLoad(db, loadId)
  return joined
    ? {
        partnerId: joined.partner.id,
        name: joined.partner.name,
        shipmentId: joined.shipmentId,
        documents: joined.partner.documents,
      }
    : null
}

/** The quote and line a load was sold by. */
function soldBy(db: Db, lineId: number): { quoteId: number; number: string; position: number } | null {
  const line = db
    .select({ quoteId: quoteLine.quoteId, position: quoteLine.position })
    .from(quoteLine)
    .where(eq(quoteLine.id, lineId))
    .get()
  return line ? { ...line, number: quoteNumber(line.quoteId) } : null
}
