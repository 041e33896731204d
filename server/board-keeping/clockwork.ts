import { and, eq, inArray, sql } from 'drizzle-orm'
import { system } from '#core/access/actor'
import { isOfficeOpen } from '#core/office/hours'
import { expiryOf, usualTerms } from '#core/posting/terms'
import { connectedBoards } from '#server/board/boards'
import type { Db } from '#server/db.server'
import { carryOut } from '#server/load/commands'
import { countDown, openToAll } from '#server/load/post'
import { logger } from '#server/log/logger'
import { officeOf } from '#server/office/office'
import { enqueue } from '#server/outbox/outbox'
import { load, outbox, posting, postingTerms } from '#server/schema'

const out = inArray(posting.state, ['asked', 'up'])

/** Asks for the refresh of what has been up for as long as its board's settings say; only inside the office's hours. Returns how many. */
export function refreshDue(db: Db, now: number): number {
  if (!isOfficeOpen(officeOf(db), now)) return 0
  let asked = 0
  for (const { row } of connectedBoards(db)) {
    if (row.refreshMinutes === null) continue
    for (const { id, loadId } of dueOn(db, row.name, now - row.refreshMinutes * 60_000)) {
      enqueue(db, { kind: 'board', stream: `posting-${id}`, loadId, payload: { what: 'refresh', postingId: id } }, now)
      asked += 1
    }
  }
  return asked
}

/** Postings that were put up or refreshed before a moment, with nothing on its way. */
const dueOn = (db: Db, board: string, before: number) =>
  db
    .select({ id: posting.id, loadId: posting.loadId })
    .from(posting)
    .innerJoin(load, and(eq(load.id, posting.loadId), eq(load.practice, false)))
    .where(
      and(
        eq(posting.board, board),
        eq(posting.state, 'up'),
        sql`coalesce(json_extract(${posting.refreshes}, '$[#-1]'), ${posting.upAt}) <= ${before}`,
        sql`not exists (select 1 from ${outbox} where ${outbox.stream} = 'posting-' || ${posting.id} and ${outbox.state} in ('waiting', 'held'))`,
      ),
    )
    .all()

/** Opens to everybody what was for some carriers only until now. Returns how many loads. */
export function openPostings(db: Db, now: number): number {
  const rows = db
    .selectDistinct({ loadId: postingTerms.loadId, terms: postingTerms.terms, boards: postingTerms.boards })
    .from(posting)
    .innerJoin(postingTerms, eq(postingTerms.loadId, posting.loadId))
    .where(and(out, sql`json_extract(${postingTerms.terms}, '$.audience.publicAt') <= ${now}`))
    .all()
  const act = { now, by: system('postings open to everybody at their time') }
  for (const { loadId, terms, boards } of rows) {
    const outcome = openToAll(db, loadId, { boards, terms }, act)
    if ('refusal' in outcome) logger().warn({ loadId, why: outcome.refusal.message }, 'not opened to everybody')
  }
  return rows.length
}

/** Counts postings of several loads down, and hands each on once its own load is covered. Returns how many were looked at. */
export function countPostingsDown(db: Db, now: number): number {
  const rows = db
    .select({ loadId: postingTerms.loadId })
    .from(postingTerms)
    // As the index has it: of years of postings few stand for several loads.
    .where(sql`json_extract(terms, '$.likeLoadIds[0]') is not null`)
    .all()
  const act = { now, by: system('postings of several loads count down') }
  for (const { loadId } of rows) {
    const outcome = countDown(db, loadId, act)
    if ('refusal' in outcome) logger().warn({ loadId, why: outcome.refusal.message }, 'a posting was not counted down')
  }
  return rows.length
}

/** Takes down what is past its expiry. Returns how many. */
export function takeDownExpired(db: Db, now: number): number {
  const rows = db
    .select({
      ...{ id: posting.id, loadId: posting.loadId, askedAt: posting.askedAt, pickupBy: load.pickupBy },
      terms: postingTerms.terms,
    })
    .from(posting)
    .innerJoin(load, eq(load.id, posting.loadId))
    .leftJoin(postingTerms, eq(postingTerms.loadId, load.id))
    .where(out)
    .all()
  const expired = rows.filter(({ terms, pickupBy, askedAt }) => expiryOf(terms ?? usualTerms, pickupBy, askedAt) <= now)
  const act = { now, by: system('postings end before the pickup') }
  for (const { id, loadId } of expired) {
    const outcome = carryOut(db, loadId, { kind: 'unpost', postingId: id }, act)
    if ('refusal' in outcome) logger().warn({ loadId, posting: id, why: outcome.refusal.message }, 'not taken down')
  }
  return expired.length
}
