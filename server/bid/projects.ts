import { and, asc, desc, eq, inArray, lte, sql } from 'drizzle-orm'
import { system } from '#core/access/actor'
import { type GuideLane, type LaneBid, maxPostedLanes, type ProjectTerms, projectTermsSchema } from '#core/bid/bid'
import { bidRefusals } from '#core/bid/refusals'
import { boardRefusals, refusedBy } from '#core/board/board'
import { refused } from '#core/decision/refusal'
import type { Change } from '#core/load/command'
import type { Cells } from '#core/quote/quote'
import { hour, toLocal } from '#core/time/local'
import { clockWords, dateWords } from '#core/time/words'
import { connectedBoard } from '#server/board/boards'
import { type Db, inTransaction } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import { type Outcome, outcome, type Refused, run } from '#server/kernel/run'
import { officeOf } from '#server/office/office'
import { bidLane, bidProject, carrier, customer } from '#server/schema'
import { boardPostingOf } from './send-lane'
import { bidSubject, type ProjectRow, type ServerCommand } from './subject'

/** Begins a bid project, still without lanes. */
export function createProject(
  db: Db,
  terms: ProjectTerms,
  act: Act & { repId: number },
): { projectId: number } | Refused {
  if (terms.deadlineAt <= act.now) return refused(bidRefusals, 'deadline_past')
  return inTransaction(db, () => {
    const { id } = db
      .insert(bidProject)
      .values({ ...terms, repId: act.repId, createdAt: act.now })
      .returning({ id: bidProject.id })
      .get()
    recordEvent(db, 'bid_project', id, { kind: 'project_started', title: terms.title }, act)
    return { projectId: id }
  })
}

/** Carries out one command on a bid project. */
export const onProject = (db: Db, projectId: number, command: ServerCommand, act: Act): Outcome =>
  outcome(run(db, bidSubject, projectId, command, act))

export const addLanes = (db: Db, projectId: number, rows: Cells[], act: Act): Outcome =>
  onProject(db, projectId, { kind: 'add_lanes', count: rows.length, rows }, act)

/** Changes what is said of a project; what changed is in the log. */
export function changeTerms(db: Db, projectId: number, terms: ProjectTerms, act: Act): Outcome {
  const zone = officeOf(db).zone
  return outcome(
    run(
      db,
      bidSubject,
      projectId,
      ({ row }): ServerCommand => ({ kind: 'change_terms', terms, changes: changesOf(db, row, terms, zone) }),
      act,
    ),
  )
}

function changesOf(db: Db, row: ProjectRow, terms: ProjectTerms, zone: string): Change[] {
  const customerName = (id: number | null) =>
    id === null ? '' : (db.select({ name: customer.name }).from(customer).where(eq(customer.id, id)).get()?.name ?? '')
  const moment = (at: number) => `${dateWords(toLocal(at, zone).slice(0, 10))} ${clockWords(toLocal(at, zone))}`
  const words = (each: ProjectTerms) => ({
    title: each.title,
    customer: customerName(each.customerId),
    'first day': dateWords(each.validFrom),
    'last day': dateWords(each.validTo),
    deadline: moment(each.deadlineAt),
    bids: each.sealed ? 'sealed' : 'open',
    requirements: each.requirements,
    questions: each.questions.join(' / '),
    reminder: each.remindHours === 0 ? 'never' : `${each.remindHours} h before`,
    'minutes to accept': String(each.acceptMinutes),
  })
  const [before, after] = [words(projectTermsSchema.parse(row)), words(terms)]
  return Object.entries(after).flatMap(([field, to]) => {
    const from = before[field as keyof typeof before]
    return from === to ? [] : [{ field, from, to }]
  })
}

/** Invites carriers by email, each with a link of its own. */
export function inviteCarriers(db: Db, projectId: number, carrierIds: number[], act: Act): Outcome {
  const carriers = db
    .select({ carrierId: carrier.id, name: carrier.name, mail: carrier.mail })
    .from(carrier)
    .where(inArray(carrier.id, carrierIds))
    .orderBy(asc(carrier.search))
    .all()
  return onProject(db, projectId, { kind: 'invite', carriers }, act)
}

/** Puts the lanes of a project on boards and off others: all of them or none. */
export function postLanes(db: Db, projectId: number, boards: string[], act: Act): Outcome {
  const lanes = boards.length > 0 ? lanesOf(db, projectId) : []
  for (const name of boards) {
    const connected = connectedBoard(db, name)
    if (!connected) return refused(boardRefusals, 'not_connected', { name })
    for (const { lane, project } of lanes) {
      const whole = boardPostingOf(db, lane, project, '00000000')
      const why = whole && refusedBy(connected.adapter, whole)
      if (why) return refused(bidRefusals, 'board_cannot', { position: lane.position, why })
    }
  }
  return onProject(db, projectId, { kind: 'post', boards }, act)
}

const lanesOf = (db: Db, projectId: number) =>
  db
    .select({ lane: bidLane, project: bidProject })
    .from(bidLane)
    .innerJoin(bidProject, eq(bidProject.id, bidLane.projectId))
    .where(eq(bidLane.projectId, projectId))
    .orderBy(asc(bidLane.position))
    .limit(maxPostedLanes + 1)
    .all()

/** A carrier answered a lane on a board: it is invited to bid by its own link, unless it was already, or vetting blocks it. */
export function takeLaneAnswer(
  db: Db,
  { laneId, projectId }: { laneId: number; projectId: number },
  board: string,
  answered: { id: number; name: string },
  now: number,
): Outcome {
  const { id, name } = answered
  return inTransaction(db, () => {
    const verdict = db.select({ verdict: carrier.verdict }).from(carrier).where(eq(carrier.id, id)).get()?.verdict
    const isBlocked = verdict === 'stop'
    const answer = { kind: 'note_answer', carrierName: name, board, laneId, isBlocked } as const
    const noted = onProject(db, projectId, answer, { now, by: { kind: 'carrier', id, name } })
    return 'refusal' in noted || isBlocked ? noted : inviteCarriers(db, projectId, [id], { now, by: answering })
  })
}

const answering = system('who answers a lane on a board is invited to bid')

/** A carrier's bid as somebody of ours enters it, from the sheet that it sent back. */
export const enterBid = (db: Db, projectId: number, carrierId: number, bids: LaneBid[], act: Act): Outcome =>
  onProject(db, projectId, { kind: 'bid', carrierId, bids, answers: [], how: 'sheet', byUs: true }, act)

export const awardGuide = (db: Db, projectId: number, guide: GuideLane[], act: Act): Outcome =>
  onProject(db, projectId, { kind: 'award', guide }, act)

const clock = system('bidding ends and is reminded of by the clock')

/** Closes what is past its deadline and reminds who has not answered, each project once; how many projects were touched. */
export function keepProjects(db: Db, now: number): number {
  const due = db
    .select({ id: bidProject.id })
    .from(bidProject)
    .where(and(eq(bidProject.state, 'open'), lte(bidProject.deadlineAt, now)))
    .all()
  for (const { id } of due) onProject(db, id, { kind: 'close', how: 'deadline' }, { now, by: clock })
  const toRemind = db
    .select({ id: bidProject.id })
    .from(bidProject)
    .where(
      and(
        eq(bidProject.state, 'open'),
        sql`${bidProject.remindHours} > 0 and ${bidProject.deadlineAt} - ${bidProject.remindHours} * ${hour} <= ${now}`,
        sql`exists (select 1 from bid_invite where bid_invite.project_id = ${bidProject.id} and bid_invite.state = 'invited' and bid_invite.reminded_at is null
          and bid_invite.sent_at < ${bidProject.deadlineAt} - ${bidProject.remindHours} * ${hour})`,
      ),
    )
    .all()
  for (const { id } of toRemind) onProject(db, id, { kind: 'remind' }, { now, by: clock })
  return due.length + toRemind.length
}

/** All projects, the newest first, with how far each is. */
export function listProjects(db: Db) {
  const count = (from: string) => sql<number>`(select count(*) from ${sql.raw(from)})`
  return db
    .select({
      id: bidProject.id,
      title: bidProject.title,
      state: bidProject.state,
      customerName: customer.name,
      validFrom: bidProject.validFrom,
      validTo: bidProject.validTo,
      deadlineAt: bidProject.deadlineAt,
      lanes: count('bid_lane where bid_lane.project_id = bid_project.id'),
      invited: count('bid_invite where bid_invite.project_id = bid_project.id'),
      answered: count("bid_invite where bid_invite.project_id = bid_project.id and bid_invite.state <> 'invited'"),
    })
    .from(bidProject)
    .leftJoin(customer, eq(customer.id, bidProject.customerId))
    .orderBy(desc(bidProject.createdAt))
    .limit(500)
    .all()
}
export type ListedProject = ReturnType<typeof listProjects>[number]
