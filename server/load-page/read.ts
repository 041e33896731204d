import { eq } from 'drizzle-orm'
import type { Role } from '#core/access/access'
import { chargeSheet } from '#core/charge/charge'
import { type OnOff, onAndOff } from '#core/load/aboard'
import type { LoadFacts } from '#core/load/command'
import { driveOf } from '#core/load/drive'
import type { PieceUnit } from '#core/load/freight'
import { possibleActs } from '#core/load/possible'
import { stopDetailWords } from '#core/load/stop-words'
import { planDrive } from '#core/miles/drive'
import { barFor, type Verdict } from '#core/vetting/vetting'
import type { Db } from '#server/db.server'
import { type EventRow, eventsOf, happened } from '#server/event/event'
import { findCandidates, withVerdicts } from '#server/match/shortlist'
import { routeOver, waysOver } from '#server/miles/route'
import { currentBand } from '#server/rates/band'
import { load } from '#server/schema'
import { carriersToVet } from '#server/vetting/carriers-to-vet'
import { askAgain } from '#server/vetting/gate'
import { loadContextsOf } from '#server/vetting/load-context'
import { currentPolicy } from '#server/vetting/policy'
import { coverOf, vetCarriers } from '#server/vetting/vet'
import { findPlan } from '#server/waiting/plan'
import { loadQuery } from './page-queries'

/** Events a load's page shows at first; older ones are fetched when somebody asks. */
export const shownEvents = 100

/** Everything the load's page shows; null where there is no such load. Its statements and bytes have a ceiling, which a test counts. */
export function readLoadPage(db: Db, loadId: number, now: number) {
  const row = loadQuery(db).get({ loadId })
  if (!row) return null
  const { customer, payer, carrier, rep, dispatcher, repShares, links, quoteLine, joined, ...others } = row
  const { alerts, overrides, charges, ...rest } = others
  const { offers, proposals, postings, stops: rows, messages, confirmations, references, notes, ...bare } = rest
  const { stopEvents, documents, guideRun: _, guideOffers: __, ...load } = bare
  const stops = pageStops(rows, load)
  const { legs } = routeOver(stops)
  const alert = alerts.find(({ carrierId }) => carrierId === load.carrierId)
  const isLookingFor = load.state === 'draft' || load.state === 'uncovered' || alert !== undefined
  const candidates = isLookingFor ? findCandidates(db, load, now) : []
  const onTable = offers.filter(({ state }) => state === 'open' || state === 'awarded')
  // Offers and candidates are vetted together: the facts of each carrier are gathered once.
  const verdicts = vetCarriers(
    db,
    [...new Set([...onTable, ...candidates].map(({ carrierId }) => carrierId))],
    load,
    now,
    loadContextsOf(db, loadId),
  )
  return {
    plan:
      load.state === 'uncovered' ? findPlan(db, load, offers.map(seenOffer), postedSince(postings), now, true) : null,
    gate: { alert: alert ? { reasons: alert.reasons, raisedAt: alert.raisedAt } : null, overrides },
    reportsTo: joined && { partnerId: joined.partner.id, ...joined.partner, shipmentId: joined.shipmentId },
    stopEvents,
    guide: pageGuide(row),
    possible: possibleActs(factsOf(row), now),
    load,
    band: currentBand(db, load, now),
    customer,
    parties: { payer, dispatcher: dispatcher?.name ?? null, shares: repShares.map(pageShare), links },
    soldBy: quoteLine && {
      quoteId: quoteLine.quoteId,
      position: quoteLine.position,
      number: quoteLine.quote.number,
    },
    carrier,
    repName: rep.name,
    stops,
    legs,
    drive: planDrive(driveOf(stops, legs, load.team)),
    ways: waysOver(stops),
    sell: sheetOf(charges, 'sell', load),
    buy: sheetOf(charges, 'buy', load),
    references,
    notes,
    documents,
    offers: offers.map((offer) => pageOffer(offer, verdicts)),
    proposals: proposals.map(({ carrier: from, ...proposal }) => ({ ...proposal, carrierName: from?.name ?? null })),
    postings,
    confirmations,
    messages: messages.map(({ isCut, ...message }) => ({ ...message, isCut: isCut === 1 })),
    log: eventsOf(db, 'load', loadId, shownEvents).map(pageEvent),
    shortlist: withVerdicts(candidates, verdicts),
  }
}

export type LoadPage = NonNullable<ReturnType<typeof readLoadPage>>
type Row = NonNullable<ReturnType<ReturnType<typeof loadQuery>['get']>>

/** What deciding needs to know of the load: read with the page, so that its buttons say what their acts would answer. */
const factsOf = ({ carrier, confirmations, offers, ...load }: Row): LoadFacts => ({
  ...load,
  middleMinor: load.bandMiddleMinor,
  award: carrier && { carrierId: carrier.id, carrierName: carrier.name, payMinor: load.payMinor ?? 0 },
  confirmation: confirmations[0] ?? null,
  offers: offers.map((offer) => ({ ...offer, carrierName: offer.carrier.name })),
  guide: guideFacts(load.guideOffers),
})

function guideFacts(asked: Row['guideOffers']): LoadFacts['guide'] {
  const out = asked.find(({ state }) => state === 'out')
  return out ? { ...out, carrierName: out.carrier.name } : null
}

/** Whom the routing guide asked about the load, and how it stands; null where no guide has begun. */
const pageGuide = ({ guideRun, guideOffers }: Pick<Row, 'guideRun' | 'guideOffers'>) =>
  guideRun && {
    state: guideRun.state,
    asked: guideOffers.map(({ carrier: { name }, ...asked }) => ({ ...asked, carrierName: name })),
  }

/** The stops with what each says beside its time; how much is loaded is said where the stops share the freight. */
function pageStops(rows: Row['stops'], load: Pick<Row, 'pieces' | 'weightLb' | 'pieceUnit'>) {
  const aboard = onAndOff(rows, load)
  return rows.map((stop, index) => pageStop(stop, load.pieceUnit, rows.length > 2 ? aboard[index]! : stop))
}

const pageShare = ({ sharePercent, user }: Row['repShares'][number]) => ({ name: user.name, sharePercent })

const pageStop = (
  { kind, earliestLocal, latestLocal, booking, facility: at, ...own }: Row['stops'][number],
  unit: PieceUnit,
  amount: OnOff,
) => ({
  details: stopDetailWords({ ...own, ...amount, kind, references: [] }, unit),
  kind,
  earliestLocal,
  latestLocal,
  booking,
  facility: at.name,
  address: at.address,
  city: at.city,
  region: at.region,
  postal: at.postal,
  zone: at.zone,
  lat: at.lat,
  lon: at.lon,
})

const pageOffer = ({ carrier: from, ...offer }: Row['offers'][number], verdicts: Map<number, Verdict>) => ({
  ...offer,
  carrierName: from.name,
  phone: offer.phone || from.phone,
  mcNumber: from.mcNumber,
  verdict: verdicts.get(offer.carrierId) ?? null,
})

const sheetOf = (charges: Row['charges'], wanted: 'sell' | 'buy', load: Pick<Row, 'miles' | 'weightLb'>) =>
  chargeSheet(
    charges.filter(({ side }) => side === wanted),
    load,
  )

const seenOffer = ({ id, payMinor, goodUntil, receivedAt, state }: Row['offers'][number]) => ({
  id,
  payMinor,
  goodUntil,
  receivedAt,
  open: state === 'open',
})

const postedSince = (postings: Row['postings']): number | null =>
  postings.find(({ state }) => state === 'up' || state === 'asked')?.askedAt ?? null

/** One line of a load's log. */
export const pageEvent = (row: EventRow) => ({
  id: row.id,
  at: row.at,
  actorKind: row.actorKind,
  actorName: row.actorName,
  event: happened<'load'>(row),
})

/** The gate for one carrier on one load, with the policies behind it. */
export function readGate(db: Db, loadId: number, carrierId: number, role: Role, now: number, again = false) {
  const row = db.select().from(load).where(eq(load.id, loadId)).get()
  const verdict =
    row && again && row.carrierId === carrierId
      ? askAgain(db, row, now)
      : row && vetCarriers(db, [carrierId], row, now, loadContextsOf(db, loadId)).get(carrierId)
  return verdict
    ? {
        verdict,
        cover: coverOf(carriersToVet(db, [carrierId], null, now).get(carrierId)!),
        bar: barFor(role, verdict, currentPolicy(db))?.message ?? null,
      }
    : null
}
