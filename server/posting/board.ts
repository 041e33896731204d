import { asc, eq } from 'drizzle-orm'
import { z } from 'zod'
import { replyReference } from '#core/message/read-reply'
import { mailDomainOf } from '#core/office/office'
import { type BoardPosting, boardPosting } from '#core/posting/posting'
import { connectionOf, notConnected } from '#server/connection/connections'
import type { Db } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import { askOutside, statusProblem } from '#server/http/outside'
import { officeOf } from '#server/office/office'
import type { Sender } from '#server/outbox/deliver'
import { loadOf, type OutboxEntry, type SendProblem } from '#server/outbox/outbox'
import { facility, load, note, posting, stop } from '#server/schema'
import { settings } from '#server/settings.server'
import { notesTell } from './screen'

/** The one board connected so far. */
export const boardName = 'Saltlick'

const answerTimeout = 10_000
const largestAnswer = 256 * 1024
const payloadSchema = z.object({ what: z.enum(['put', 'remove']), postingId: z.number() })
const listingSchema = z.object({ listing_no: z.string().min(1).max(80) })

type BoardAnswer = { ok: true; externalId: string | null } | { ok: false; problem: SendProblem }

/** Sends one posting or its removal to the board. */
export const sendToBoard: Sender = async (db, entry) => {
  const { what, postingId } = payloadSchema.parse(entry.payload)
  const row = db.select().from(posting).where(eq(posting.id, postingId)).get()
  if (!row) throw new Error(`Outbox entry ${entry.key} names posting ${postingId}, which is not there`)
  const answer = what === 'put' ? await putListing(db, entry, row) : await removeListing(db, entry, row)
  if (answer.ok) return { problem: null, sent: ({ now }) => noteAnswer(db, entry, row, what, answer.externalId, now) }
  const { problem } = answer
  return {
    problem,
    failed: (after, { now }) => {
      if (after !== 'given_up') return
      // What is up stays up as it was: it still has to be taken down one day.
      db.update(posting)
        .set({ ...(row.state === 'asked' ? { state: 'refused' as const } : {}), problem: problem.message })
        .where(eq(posting.id, postingId))
        .run()
      const refused = { kind: 'posting_refused' as const, board: row.board, problem: problem.message }
      recordEvent(db, 'load', loadOf(entry), refused, boardAct(row.board, now))
    },
  }
}

const boardAct = (board: string, now: number): Act => ({ now, by: { kind: 'board', id: null, name: board } })

function noteAnswer(
  db: Db,
  entry: OutboxEntry,
  row: typeof posting.$inferSelect,
  what: 'put' | 'remove',
  externalId: string | null,
  now: number,
): void {
  const first = row.state === 'asked'
  const put = first ? 'posting_up' : 'posting_updated'
  const kind = what === 'remove' ? 'posting_down' : put
  // A removal asked for while the posting was on its way is still to come: it stays asked.
  if (what === 'remove') db.update(posting).set({ state: 'down' }).where(eq(posting.id, row.id)).run()
  else
    db.update(posting)
      .set({ externalId, upAt: now, problem: null, ...(first ? { state: 'up' as const } : {}) })
      .where(eq(posting.id, row.id))
      .run()
  recordEvent(
    db,
    'load',
    loadOf(entry),
    { kind: kind, board: row.board, attempts: entry.attempts + 1 },
    boardAct(row.board, now),
  )
}

async function putListing(db: Db, entry: OutboxEntry, row: typeof posting.$inferSelect): Promise<BoardAnswer> {
  const whole = postableLoad(db, loadOf(entry))
  const replyTo = `offers+${row.reference}@${mailDomainOf(officeOf(db))}`
  if (replyReference(replyTo) !== row.reference) throw new Error(`Reply address ${replyTo} cannot be read back`)
  // Asked again here: the load may have changed since somebody said to post it.
  const tells = notesTell(db, loadOf(entry))
  if (tells.length > 0)
    return {
      ok: false,
      problem: { message: `held back, because of what is written for carriers: ${tells.join('; ')}`, final: true },
    }
  const wire = listingOnTheWire(boardPosting(whole, { reference: row.reference, phone: officeOf(db).phone, replyTo }))
  const answer = await callBoard(db, 'PUT', `/listings/${row.reference}`, entry.key, wire)
  if (!answer.ok) return answer
  const listing = listingSchema.safeParse(answer.body)
  return listing.success
    ? { ok: true, externalId: listing.data.listing_no }
    : { ok: false, problem: { message: 'the board answered without a listing number', final: false } }
}

async function removeListing(db: Db, entry: OutboxEntry, row: typeof posting.$inferSelect): Promise<BoardAnswer> {
  const answer = await callBoard(db, 'DELETE', `/listings/${row.reference}`, entry.key, null)
  return answer.ok ? { ok: true, externalId: row.externalId } : answer
}

async function callBoard(
  db: Db,
  method: 'PUT' | 'DELETE',
  path: string,
  key: string,
  body: unknown,
): Promise<{ ok: true; body: unknown } | { ok: false; problem: SendProblem }> {
  const connected = connectionOf(db, 'board')
  if (!connected) return { ok: false, problem: { message: notConnected('board'), final: false, refusesUs: true } }
  try {
    const answer = await askOutside(new URL(path, connected.url), {
      method,
      headers: {
        authorization: `Bearer ${connected.secret}`,
        'idempotency-key': key,
        ...(body ? { 'content-type': 'application/json' } : {}),
      },
      body: body ? JSON.stringify(body) : undefined,
      timeoutMs: answerTimeout,
      maxBytes: largestAnswer,
      allowPrivate: true,
    })
    const text = answer.body.toString('utf8')
    const isGood = answer.status >= 200 && answer.status < 300
    // Gone already is as good as taken down.
    if (isGood || (method === 'DELETE' && answer.status === 404))
      return { ok: true, body: isGood && text ? JSON.parse(text) : null }
    return { ok: false, problem: statusProblem('the board', answer.status, text) }
  } catch (thrown) {
    return {
      ok: false,
      problem: { message: thrown instanceof Error ? thrown.message : 'the board did not answer', final: false },
    }
  }
}

function postableLoad(db: Db, loadId: number) {
  const row = db.select().from(load).where(eq(load.id, loadId)).get()
  if (!row) throw new Error(`No load ${loadId} to post`)
  const stops = db
    .select({
      kind: stop.kind,
      city: facility.city,
      region: facility.region,
      postal: facility.postal,
      lat: facility.lat,
      lon: facility.lon,
      earliestLocal: stop.earliestLocal,
      latestLocal: stop.latestLocal,
    })
    .from(stop)
    .innerJoin(facility, eq(facility.id, stop.facilityId))
    .where(eq(stop.loadId, loadId))
    .orderBy(asc(stop.sequence))
    .all()
  return {
    ...row,
    stops,
    notes: db.select({ audience: note.audience, text: note.text }).from(note).where(eq(note.loadId, loadId)).all(),
  }
}

/** Our posting in the board's own field names. */
export function listingOnTheWire(from: BoardPosting) {
  return {
    shipper_ref: from.reference,
    truck_type: from.equipment.toUpperCase(),
    feet: from.lengthFt,
    lbs: from.weightLb,
    reefer_f:
      from.tempMinF === null && from.tempMaxF === null
        ? null
        : [from.tempMinF ?? from.tempMaxF, from.tempMaxF ?? from.tempMinF],
    two_drivers: from.team,
    shares_truck: from.partial,
    dangerous: from.hazmat,
    freight: from.commodity,
    distance: from.miles,
    route: from.stops.map((each) => ({
      action: each.kind === 'pickup' ? 'P' : 'D',
      town: each.city,
      st: each.region,
      zip3: each.postalArea,
      pos: [each.lat, each.lon],
      open: each.earliestLocal,
      close: each.latestLocal,
    })),
    remark: from.remarks,
    call: from.phone,
    answer_mail: from.replyTo,
    answer_url: `${settings().OX_ORIGIN}/board/replies`,
  }
}
