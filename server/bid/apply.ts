import { and, eq, inArray, isNull, max } from 'drizzle-orm'
import type { BidEvent } from '#core/bid/events'
import type { Db } from '#server/db.server'
import { type Appliers, commandOf } from '#server/kernel/run'
import { enqueue } from '#server/outbox/outbox'
import { bidInvite, bidLane, bidProject, guidePlace, laneBid } from '#server/schema'
import { askLanePostings, askLaneRemovals } from './boards'
import { laneColumns } from './lanes'
import type { BidContext, ServerCommand, ServerFacts } from './subject'

const rowsAtOnce = 1000

const setProject = (db: Db, id: number, columns: Partial<typeof bidProject.$inferInsert>) =>
  void db.update(bidProject).set(columns).where(eq(bidProject.id, id)).run()

const setInvite = (db: Db, id: number, columns: Partial<typeof bidInvite.$inferInsert>) =>
  db.update(bidInvite).set(columns).where(eq(bidInvite.id, id)).run()

/** What each event of a bid project writes, beside its row. */
export const appliers: Appliers<BidEvent, ServerFacts, ServerCommand, void> = {
  terms_changed: (db, id, _, context) => setProject(db, id, commandOf(context, 'change_terms').terms),
  lanes_added: (db, id, _, context) => {
    const last = db
      .select({ last: max(bidLane.position) })
      .from(bidLane)
      .where(eq(bidLane.projectId, id))
      .get()?.last
    const columns = laneColumns(db, context.now)
    const rows = commandOf(context, 'add_lanes').rows.map((cells, at) => ({
      ...columns(cells),
      projectId: id,
      position: (last ?? 0) + at + 1,
    }))
    db.insert(bidLane).values(rows).run()
  },
  lane_changed: (db, _, __, context) => {
    const { laneId, cells } = commandOf(context, 'change_lane')
    db.update(bidLane).set(laneColumns(db, context.now)(cells)).where(eq(bidLane.id, laneId)).run()
  },
  lanes_removed: (db, id, { positions }) =>
    void db
      .delete(bidLane)
      .where(and(eq(bidLane.projectId, id), inArray(bidLane.position, positions)))
      .run(),
  carriers_invited: (db, id, _, context) => {
    const invited = new Set(context.facts.invites.map(({ carrierId }) => carrierId))
    for (const { carrierId, mail } of commandOf(context, 'invite').carriers) {
      if (invited.has(carrierId)) continue
      const columns = { projectId: id, carrierId, sentTo: mail, sentAt: context.now, answers: [] }
      const invite = db.insert(bidInvite).values(columns).returning({ id: bidInvite.id }).get()
      sendInvite(db, invite.id, 'invite', context.now)
    }
    setProject(db, id, { state: 'open' })
  },
  reminded: (db, _, __, { facts, now }) => {
    for (const invite of facts.invites.filter(({ state }) => state === 'invited')) {
      setInvite(db, invite.id, { remindedAt: now })
      sendInvite(db, invite.id, 'reminder', now)
    }
  },
  put_on_boards: (db, id, { boards }, { facts, now }) => {
    askLanePostings(
      db,
      facts.lanes.map((lane) => lane.id),
      boards,
      now,
    )
    setProject(db, id, { state: 'open' })
  },
  taken_off_boards: (db, id, { boards }, { now }) => askLaneRemovals(db, id, boards, now),
  bid_received: (db, _, __, context) => keepBids(db, context),
  bid_declined: (db, _, { reason }, context) => {
    const invite = inviteOf(context, commandOf(context, 'decline').carrierId)
    db.delete(laneBid).where(eq(laneBid.inviteId, invite.id)).run()
    setInvite(db, invite.id, { state: 'declined', answeredAt: context.now, declineReason: reason })
  },
  bidding_closed: (db, id, _, { facts, now }) => {
    askLaneRemovals(db, id, facts.boards, now)
    setProject(db, id, { state: 'closed' })
  },
  guide_awarded: (db, id, _, context) => writeGuide(db, id, context),
  project_cancelled: (db, id, _, { facts, now }) => {
    askLaneRemovals(db, id, facts.boards, now)
    setProject(db, id, { state: 'cancelled' })
  },
}

/** The email with a carrier's link goes out in the order of its project. */
const sendInvite = (db: Db, inviteId: number, what: 'invite' | 'reminder' | 'result', now: number) =>
  enqueue(
    db,
    { kind: 'carrier_mail', stream: `bid-${inviteId}`, loadId: null, payload: { bid: { inviteId, what } } },
    now,
  )

function inviteOf({ facts }: BidContext, carrierId: number) {
  const invite = facts.invites.find((each) => each.carrierId === carrierId)
  if (!invite) throw new Error(`Carrier ${carrierId} was not invited to the project`)
  return invite
}

/** What a carrier bids takes the place of all it bid before: a lane it left out it does not bid on any more. */
function keepBids(db: Db, context: BidContext): void {
  const { carrierId, bids, answers } = commandOf(context, 'bid')
  const { now } = context
  const invite = inviteOf(context, carrierId)
  db.delete(laneBid).where(eq(laneBid.inviteId, invite.id)).run()
  if (bids.length > 0)
    db.insert(laneBid)
      .values(bids.map((bid) => ({ ...bid, inviteId: invite.id, receivedAt: now })))
      .run()
  setInvite(db, invite.id, { state: 'bid', answers, answeredAt: now, declineReason: '' })
}

/** Ends the places that stood before and writes the new ones; every carrier that bid is told what it won. */
function writeGuide(db: Db, projectId: number, context: BidContext): void {
  const { facts, now } = context
  const laneIds = facts.lanes.map(({ id }) => id)
  db.update(guidePlace)
    .set({ endedAt: now })
    .where(and(inArray(guidePlace.laneId, laneIds), isNull(guidePlace.endedAt)))
    .run()
  const { validFrom, validTo, acceptMinutes } = facts.row
  const places = commandOf(context, 'award').guide.flatMap(({ laneId, places: named }) =>
    named.map((place, at) => ({
      ...place,
      ...{ laneId, rank: at + 1, validFrom, validTo, acceptMinutes, awardedAt: now },
    })),
  )
  // SQLite takes some 32,000 values in a statement: two thousand lanes have more.
  for (let from = 0; from < places.length; from += rowsAtOnce)
    db.insert(guidePlace)
      .values(places.slice(from, from + rowsAtOnce))
      .run()
  setProject(db, projectId, { state: 'awarded' })
  for (const invite of facts.invites.filter(({ state }) => state === 'bid')) sendInvite(db, invite.id, 'result', now)
}
