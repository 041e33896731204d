import { and, asc, eq, isNull } from 'drizzle-orm'
import type { Actor } from '#core/access/actor'
import { linkRefusals } from '#core/access/refusals'
import { type LaneBid, weeklyOf } from '#core/bid/bid'
import { bidRefusals } from '#core/bid/refusals'
import { type CarrierLane, readTyped, type TypedBid } from '#core/bid/sheet'
import { refused } from '#core/decision/refusal'
import { equipmentWords } from '#core/load/words'
import type { Db } from '#server/db.server'
import type { Outcome, Refused } from '#server/kernel/run'
import { officeOf } from '#server/office/office'
import { bidInvite, bidLane, bidProject, carrier, laneBid, user } from '#server/schema'
import { idOf, signId } from '#server/secrets/keys'
import { onProject } from './projects'
import { daysOf } from './read'

/** The signed token of a carrier's invitation to bid. */
export const bidToken = (inviteId: number): string => signId(inviteId, 'bid-link')

/** The invitation that a token opens, or why it opens nothing. A cancelled project opens nothing. */
function openInvite(db: Db, token: string) {
  const inviteId = idOf(token, 'bid-link')
  const row =
    inviteId === null
      ? undefined
      : db
          .select({ invite: bidInvite, project: bidProject, carrierName: carrier.name, repName: user.name })
          .from(bidInvite)
          .innerJoin(bidProject, eq(bidProject.id, bidInvite.projectId))
          .innerJoin(carrier, eq(carrier.id, bidInvite.carrierId))
          .innerJoin(user, eq(user.id, bidProject.repId))
          .where(eq(bidInvite.id, inviteId))
          .get()
  if (!row) return refused(linkRefusals, 'altered')
  return row.project.state === 'cancelled' ? refused(linkRefusals, 'revoked') : row
}

/** The lanes of a project as carriers may see them, field by field: no customer, no price of anybody's, none of our notes. */
function carrierLanes(db: Db, project: typeof bidProject.$inferSelect): CarrierLane[] {
  const days = daysOf(project)
  return db
    .select()
    .from(bidLane)
    .where(eq(bidLane.projectId, project.id))
    .orderBy(asc(bidLane.position))
    .all()
    .map((lane) => ({
      id: lane.id,
      position: lane.position,
      origin: `${lane.originCity}, ${lane.originRegion}`,
      dest: `${lane.destCity}, ${lane.destRegion}`,
      equipment: lane.equipment ? equipmentWords[lane.equipment] : '',
      miles: lane.miles === null ? null : Math.round(lane.miles),
      weightLb: lane.weightLb,
      loads: lane.loads,
      weekly: weeklyOf(lane.loads, days),
    }))
}

/** What a carrier sees by its link: the lanes, what is asked, and its own bid. */
export function readInvite(db: Db, token: string) {
  const opened = openInvite(db, token)
  if ('refusal' in opened) return opened
  const { invite, project, carrierName, repName } = opened
  const own = new Map(
    db
      .select()
      .from(laneBid)
      .where(eq(laneBid.inviteId, invite.id))
      .all()
      .map((bid) => [bid.laneId, { ...bid, price: String(bid.priceMinor / 100) }]),
  )
  const office = officeOf(db)
  return {
    inviteId: invite.id,
    carrierName,
    title: project.title,
    state: project.state,
    deadlineAt: project.deadlineAt,
    sealed: project.sealed,
    validFrom: project.validFrom,
    validTo: project.validTo,
    requirements: project.requirements,
    questions: project.questions,
    answer: { state: invite.state, answers: invite.answers, at: invite.answeredAt, reason: invite.declineReason },
    lanes: carrierLanes(db, project),
    typed: [...own].map(
      ([laneId, { price, weeklyLoads, note }]) =>
        [laneId, { price, weekly: weeklyLoads === null ? '' : String(weeklyLoads), note }] as [number, TypedBid],
    ),
    broker: { name: office.name, phone: office.phone, rep: repName },
    zone: office.zone,
  }
}

/** Notes that a carrier has seen its invitation, once. */
export function noteOpened(db: Db, inviteId: number, now: number): void {
  db.update(bidInvite)
    .set({ openedAt: now })
    .where(and(eq(bidInvite.id, inviteId), isNull(bidInvite.openedAt)))
    .run()
}

const byLink = (carrierId: number, name: string): Actor => ({ kind: 'carrier', id: carrierId, name: `${name} by link` })

/** What is wrong with which lane's fields; nothing is kept while anything is. */
export interface BidProblems {
  problems: { laneId: number; message: string }[]
}

/** Takes a carrier's bid from its page; lanes without a price are not bid on. */
export function bidByLink(
  db: Db,
  token: string,
  typed: ReadonlyMap<number, TypedBid>,
  answers: string[],
  now: number,
): Outcome | Refused | BidProblems {
  const opened = openInvite(db, token)
  if ('refusal' in opened) return opened
  const { invite, project, carrierName } = opened
  const problems: BidProblems['problems'] = []
  const bids: LaneBid[] = []
  for (const lane of carrierLanes(db, project)) {
    const said = typed.get(lane.id)
    if (!said || said.price.trim() === '') continue
    const bid = readTyped(lane, said)
    if ('problem' in bid) problems.push({ laneId: lane.id, message: bid.problem })
    else bids.push(bid)
  }
  if (problems.length > 0) return { problems }
  if (bids.length === 0) return refused(bidRefusals, 'no_prices')
  const { carrierId } = invite
  return onProject(
    db,
    project.id,
    { kind: 'bid', carrierId, bids, answers: answers.slice(0, project.questions.length), how: 'page', byUs: false },
    { now, by: byLink(carrierId, carrierName) },
  )
}

/** The carrier's no, so that nobody has to call it. */
export function declineByLink(db: Db, token: string, reason: string, now: number): Outcome | Refused {
  const opened = openInvite(db, token)
  if ('refusal' in opened) return opened
  const { invite, project, carrierName } = opened
  return onProject(
    db,
    project.id,
    { kind: 'decline', carrierId: invite.carrierId, reason },
    { now, by: byLink(invite.carrierId, carrierName) },
  )
}

/** The lanes of a project as its carriers have them, for whoever reads a sheet that came back. */
export function lanesForSheet(db: Db, projectId: number): CarrierLane[] {
  const project = db.select().from(bidProject).where(eq(bidProject.id, projectId)).get()
  return project ? carrierLanes(db, project) : []
}
