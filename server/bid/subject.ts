import { and, asc, eq } from 'drizzle-orm'
import { type BidCommand, type BidFacts, bidKey, decideBid } from '#core/bid/decide'
import type { BidEvent } from '#core/bid/events'
import { type BidRefusalCode, bidRefusals } from '#core/bid/refusals'
import { type Refusal, refusalWords, refused } from '#core/decision/refusal'
import type { Cells } from '#core/quote/quote'
import { dayOf, toLocal } from '#core/time/local'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { applyBy, type Context, type Subject } from '#server/kernel/run'
import { officeOf } from '#server/office/office'
import { bidInvite, bidLane, bidProject, carrier, laneBid } from '#server/schema'
import { appliers } from './apply'
import { boardsOf } from './boards'

/** A command with what only the server needs of it: the cells of the new lanes. */
export type ServerCommand =
  | Exclude<BidCommand, { kind: 'add_lanes' }>
  | (BidCommand & { kind: 'add_lanes' } & { rows: Cells[] })

export type ProjectRow = typeof bidProject.$inferSelect
export interface ServerFacts extends BidFacts {
  row: ProjectRow
}
export type BidContext = Context<ServerFacts, ServerCommand>

/** Decisions about a bid project. */
export const bidSubject: Subject<'bid_project', ServerFacts, ServerCommand, BidEvent> = {
  aggregate: 'bid_project',
  read: readBidFacts,
  decide: (facts, command, { now }) => decideBid(facts, command, now),
  apply: applyBy(appliers, undefined),
  words: (refusal) => refusalWords(bidRefusals, refusal as Refusal<BidRefusalCode>),
  missing: refused(bidRefusals, 'no_such_project').refusal,
}

function readBidFacts(db: Db, projectId: number, { now }: Act): ServerFacts | null {
  const row = db.select().from(bidProject).where(eq(bidProject.id, projectId)).get()
  if (!row) return null
  const lanes = db
    .select({ id: bidLane.id, position: bidLane.position, problems: bidLane.problems })
    .from(bidLane)
    .where(eq(bidLane.projectId, projectId))
    .orderBy(asc(bidLane.position))
    .all()
  const { state, sealed, deadlineAt, validTo } = row
  return {
    row,
    state,
    sealed,
    deadlineAt,
    validTo,
    today: dayOf(toLocal(now, officeOf(db).zone)),
    boards: boardsOf(db, projectId),
    lanes: lanes.map(({ id, position, problems }) => ({ id, position, isComplete: problems.length === 0 })),
    invites: db
      .select({
        id: bidInvite.id,
        carrierId: bidInvite.carrierId,
        carrierName: carrier.name,
        state: bidInvite.state,
      })
      .from(bidInvite)
      .innerJoin(carrier, eq(carrier.id, bidInvite.carrierId))
      .where(eq(bidInvite.projectId, projectId))
      .all(),
    bids: new Set(
      db
        .select({ carrierId: bidInvite.carrierId, laneId: laneBid.laneId })
        .from(laneBid)
        .innerJoin(bidInvite, and(eq(bidInvite.id, laneBid.inviteId), eq(bidInvite.projectId, projectId)))
        .all()
        .map(({ carrierId, laneId }) => bidKey(carrierId, laneId)),
    ),
  }
}
