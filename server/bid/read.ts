import { asc, eq } from 'drizzle-orm'
import { weeklyOf } from '#core/bid/bid'
import { type ComparedBid, ranked } from '#core/bid/compare'
import { bidLogWords } from '#core/bid/events'
import { equipmentWords } from '#core/load/words'
import { daysBetween } from '#core/time/local'
import type { Db } from '#server/db.server'
import { eventsOf, happened } from '#server/event/event'
import { bandOfRow } from '#server/rates/band'
import { bidInvite, bidLane, bidProject, carrier, customer, guidePlace, laneBid } from '#server/schema'
import { standingOnBoards } from './boards'

const shownEvents = 60

/** Days of a project's period, both ends counted. */
export const daysOf = ({ validFrom, validTo }: { validFrom: string; validTo: string }): number =>
  daysBetween(validFrom, validTo) + 1

/** A project as its page shows it; null where there is none. What was bid under seal is in no answer before the bidding is closed. */
export function readProject(db: Db, projectId: number) {
  const row = db
    .select({ project: bidProject, customerName: customer.name })
    .from(bidProject)
    .leftJoin(customer, eq(customer.id, bidProject.customerId))
    .where(eq(bidProject.id, projectId))
    .get()
  if (!row) return null
  const { project } = row
  const isHidden = project.sealed && project.state === 'open'
  const bids = isHidden ? new Map<number, ComparedBid[]>() : bidsByLane(db, projectId)
  const guide = guideByLane(db, projectId)
  const days = daysOf(project)
  return {
    ...project,
    customerName: row.customerName,
    weeks: days / 7,
    isHidden,
    boards: standingOnBoards(db, projectId),
    lanes: db
      .select()
      .from(bidLane)
      .where(eq(bidLane.projectId, projectId))
      .orderBy(asc(bidLane.position))
      .all()
      .map((lane) => ({
        id: lane.id,
        laneId: lane.id,
        position: lane.position,
        origin: lane.originCity ? `${lane.originCity}, ${lane.originRegion}` : (lane.cells.origin ?? ''),
        dest: lane.destCity ? `${lane.destCity}, ${lane.destRegion}` : (lane.cells.dest ?? ''),
        equipment: lane.equipment ? equipmentWords[lane.equipment] : (lane.cells.equipment ?? ''),
        cells: lane.cells,
        problems: lane.problems,
        miles: lane.miles === null ? null : Math.round(lane.miles),
        loads: lane.loads,
        weekly: weeklyOf(lane.loads, days),
        band: bandOfRow(lane),
        bids: ranked(bids.get(lane.id) ?? []),
        guide: guide.get(lane.id) ?? [],
      })),
    invites: readInvites(db, projectId, isHidden),
    log: eventsOf(db, 'bid_project', projectId, shownEvents).map(({ id, at, actorName, kind, data }) => ({
      id,
      at,
      by: actorName,
      words: bidLogWords(happened<'bid_project'>({ kind, data })),
    })),
  }
}
export type ProjectPage = NonNullable<ReturnType<typeof readProject>>
export type ProjectLane = ProjectPage['lanes'][number]

function readInvites(db: Db, projectId: number, isHidden: boolean) {
  return db
    .select({
      carrierId: bidInvite.carrierId,
      name: carrier.name,
      state: bidInvite.state,
      sentTo: bidInvite.sentTo,
      sentAt: bidInvite.sentAt,
      openedAt: bidInvite.openedAt,
      remindedAt: bidInvite.remindedAt,
      answeredAt: bidInvite.answeredAt,
      answers: bidInvite.answers,
      declineReason: bidInvite.declineReason,
    })
    .from(bidInvite)
    .innerJoin(carrier, eq(carrier.id, bidInvite.carrierId))
    .where(eq(bidInvite.projectId, projectId))
    .orderBy(asc(carrier.search))
    .all()
    .map((invite) => (isHidden ? { ...invite, answers: [] } : invite))
}

function bidsByLane(db: Db, projectId: number): Map<number, (ComparedBid & { note: string })[]> {
  const rows = db
    .select({
      laneId: laneBid.laneId,
      carrierId: bidInvite.carrierId,
      carrierName: carrier.name,
      priceMinor: laneBid.priceMinor,
      weeklyLoads: laneBid.weeklyLoads,
      note: laneBid.note,
    })
    .from(bidInvite)
    .innerJoin(laneBid, eq(laneBid.inviteId, bidInvite.id))
    .innerJoin(carrier, eq(carrier.id, bidInvite.carrierId))
    .where(eq(bidInvite.projectId, projectId))
    .all()
  return grouped(rows)
}

function guideByLane(db: Db, projectId: number) {
  const rows = db
    .select({
      laneId: guidePlace.laneId,
      rank: guidePlace.rank,
      carrierId: guidePlace.carrierId,
      carrierName: carrier.name,
      priceMinor: guidePlace.priceMinor,
      weeklyLoads: guidePlace.weeklyLoads,
      endedAt: guidePlace.endedAt,
    })
    .from(bidLane)
    .innerJoin(guidePlace, eq(guidePlace.laneId, bidLane.id))
    .innerJoin(carrier, eq(carrier.id, guidePlace.carrierId))
    .where(eq(bidLane.projectId, projectId))
    .orderBy(asc(guidePlace.rank))
    .all()
  return grouped(rows.filter(({ endedAt }) => endedAt === null))
}

function grouped<Row extends { laneId: number }>(rows: Row[]): Map<number, Omit<Row, 'laneId'>[]> {
  const groups = new Map<number, Omit<Row, 'laneId'>[]>()
  for (const { laneId, ...row } of rows) groups.set(laneId, [...(groups.get(laneId) ?? []), row])
  return groups
}
