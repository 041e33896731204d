import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { weeklyOf } from '#core/bid/bid'
import { lanePosting as postingOfLane } from '#core/bid/lane-posting'
import { boardRefusals, refusedBy } from '#core/board/board'
import type { BoardPosting } from '#core/posting/posting'
import { dayOf, toLocal } from '#core/time/local'
import type { BoardAnswer } from '#server/board/adapter'
import { connectedBoard } from '#server/board/boards'
import { pausedUntil, unpauseBoard } from '#server/board/pause'
import type { Db } from '#server/db.server'
import { recordEvent } from '#server/event/event'
import { officeOf } from '#server/office/office'
import type { Sender } from '#server/outbox/deliver'
import type { OutboxEntry } from '#server/outbox/outbox'
import { placeNamed } from '#server/place/named'
import { answerUrl } from '#server/posting/postable'
import { boardAct, leaveAlone } from '#server/posting/send'
import { bidLane, bidProject, lanePosting } from '#server/schema'
import { settings } from '#server/settings.server'
import { daysOf } from './read'

export const lanePayloadSchema = z.object({ what: z.enum(['put', 'remove']), lanePostingId: z.number() })

interface Posted {
  posting: typeof lanePosting.$inferSelect
  lane: typeof bidLane.$inferSelect
  project: typeof bidProject.$inferSelect
}

/** Puts one lane of a bid project on its board, or takes it down. */
export const sendLaneToBoard: Sender = async (db, entry, now) => {
  const { what, lanePostingId } = lanePayloadSchema.parse(entry.payload)
  const row = readPosted(db, lanePostingId)
  if (!row) throw new Error(`Outbox entry ${entry.key} names lane posting ${lanePostingId}, which is not there`)
  const { posting, lane, project } = row
  const waitUntil = pausedUntil(posting.board, now)
  if (waitUntil !== null) return { waitUntil }
  const answer = await asked(db, entry, row, what)
  if ('value' in answer) {
    unpauseBoard(posting.board)
    const { externalId } = answer.value
    return { problem: null, sent: () => noteAnswer(db, posting.id, what, externalId) }
  }
  const { problem } = answer
  if (problem.waitMs !== undefined) return { waitUntil: leaveAlone(db, posting.board, now, { waitMs: problem.waitMs }) }
  if (!problem.final && !problem.refusesUs)
    leaveAlone(db, posting.board, now, { firstMs: Math.min(1000, settings().OX_OUTBOX_DELAY_MS) })
  return {
    problem,
    failed: (after, { now }) => {
      if (after !== 'given_up') return
      if (what === 'put') setState(db, posting.id, 'refused')
      const refused = { kind: 'board_refused', board: posting.board, position: lane.position } as const
      const act = boardAct(posting.board, now)
      recordEvent(db, 'bid_project', project.id, { ...refused, problem: problem.message }, act)
    },
  }
}

function readPosted(db: Db, id: number): Posted | undefined {
  return db
    .select({ posting: lanePosting, lane: bidLane, project: bidProject })
    .from(lanePosting)
    .innerJoin(bidLane, eq(bidLane.id, lanePosting.laneId))
    .innerJoin(bidProject, eq(bidProject.id, bidLane.projectId))
    .where(eq(lanePosting.id, id))
    .get()
}

const setState = (db: Db, id: number, state: typeof lanePosting.$inferSelect.state) =>
  db.update(lanePosting).set({ state }).where(eq(lanePosting.id, id)).run()

/** A removal that was asked for while it was on its way up is still to come: it stays asked. */
function noteAnswer(db: Db, id: number, what: 'put' | 'remove', externalId: string | null): void {
  if (what === 'remove') return void setState(db, id, 'down')
  const state = db.select({ state: lanePosting.state }).from(lanePosting).where(eq(lanePosting.id, id)).get()?.state
  db.update(lanePosting)
    .set({ externalId, ...(state === 'asked' ? { state: 'up' as const } : {}) })
    .where(eq(lanePosting.id, id))
    .run()
}

async function asked(
  db: Db,
  entry: OutboxEntry,
  { posting, lane, project }: Posted,
  what: 'put' | 'remove',
): Promise<BoardAnswer<{ externalId: string | null }>> {
  const { board: name, reference, externalId } = posting
  const connected = connectedBoard(db, name)
  if (!connected) return { problem: { message: boardRefusals.not_connected({ name }), final: false, refusesUs: true } }
  const { adapter, link } = connected
  const ask = { key: entry.key, answerUrl: answerUrl(name) }
  if (what === 'remove') {
    const answer = await adapter.remove(link, { reference, externalId }, ask)
    return 'problem' in answer ? answer : { value: { externalId } }
  }
  const whole = boardPostingOf(db, lane, project, reference)
  const refusal = whole ? refusedBy(adapter, whole) : 'Its ends are on no map.'
  if (refusal || !whole) return { problem: { message: refusal ?? '', final: true } }
  return adapter.put(link, whole, ask)
}

/** A lane as a board is to show it; null where nobody knows its ends. */
export function boardPostingOf(
  db: Db,
  lane: Posted['lane'],
  project: Posted['project'],
  reference: string,
): BoardPosting | null {
  const { phone, mail, zone } = officeOf(db)
  const end = (city: string, region: string, postal: string) => {
    const place = placeNamed(`${city}, ${region}`)
    return place && { city, region, postal, lat: place.lat, lon: place.lon }
  }
  const origin = end(lane.originCity, lane.originRegion, lane.originPostal)
  const dest = end(lane.destCity, lane.destRegion, lane.destPostal)
  if (!origin || !dest || !lane.equipment || lane.miles === null) return null
  const { validFrom, validTo, deadlineAt } = project
  const { equipment, weightLb, miles, loads } = lane
  return postingOfLane(
    { origin, dest, equipment, weightLb, miles, loads, weekly: weeklyOf(loads, daysOf(project)) },
    { validFrom, validTo, closesOn: dayOf(toLocal(deadlineAt, zone)) },
    // Whoever writes reaches the desk: an answer belongs to no load.
    { reference, phone, replyTo: mail },
  )
}
