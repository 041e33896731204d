import { and, asc, eq, gt, inArray, notInArray, or } from 'drizzle-orm'
import type { OwnPosting } from '#core/posting/compare'
import type { ConnectedBoard } from '#server/board/boards'
import { type Db, prepared } from '#server/db.server'
import { answerUrl, postingsOf } from '#server/posting/postable'
import { load, outbox, posting } from '#server/schema'

/** What came down lately may still be listed by a board that is slow; what is older is known by no board. */
export const rememberedMs = 14 * 86_400_000

export type OwnedPosting = OwnPosting & { loadId: number }

/** Our postings on a board and whether each should be there, without their fields. Practice loads never leave the building. */
export function ownPostings(db: Db, { row }: ConnectedBoard, now: number): OwnedPosting[] {
  const underWay = new Set(
    db
      .select({ stream: outbox.stream })
      .from(outbox)
      .where(and(eq(outbox.kind, 'board'), inArray(outbox.state, ['waiting', 'held'])))
      .all()
      .map(({ stream }) => stream),
  )
  const rows = db
    .select({
      ...{ id: posting.id, loadId: posting.loadId, reference: posting.reference, externalId: posting.externalId },
      state: posting.state,
    })
    .from(posting)
    .innerJoin(load, eq(load.id, posting.loadId))
    .where(
      and(
        eq(posting.board, row.name),
        eq(load.practice, false),
        or(notInArray(posting.state, ['down', 'refused']), gt(posting.askedAt, now - rememberedMs)),
      ),
    )
    .orderBy(asc(posting.id))
    .all()
  return rows.map(({ state, ...each }) => {
    const isUp = state === 'up'
    const isUnderWay = state === 'asked' || state === 'removal_asked' || underWay.has(`posting-${each.id}`)
    return { ...each, fields: null, shouldShow: isUnderWay ? null : isUp }
  })
}

/** The same with every field as the board should show it, where it should show any. */
export function withFields(db: Db, { adapter, row }: ConnectedBoard, own: readonly OwnedPosting[]): OwnedPosting[] {
  const postings = postingsOf(
    db,
    own.filter(({ shouldShow }) => shouldShow),
  )
  return own.map((each) => {
    const whole = postings.get(each.reference)
    return whole ? { ...each, fields: adapter.fieldsOf(whole, answerUrl(row.name)) } : each
  })
}

const seenQuery = prepared((db) =>
  db.$client.prepare(
    `update posting set seen_at = @now, views = coalesce(shown.views, posting.views)
     from (select value ->> 'id' id, value ->> 'views' views from json_each(@shown)) shown where posting.id = shown.id`,
  ),
)

/** Marks what a board was seen to show, with how often carriers looked at it where the board tells. */
export function noteSeen(db: Db, shown: readonly { id: number; views: number | null }[], now: number): void {
  seenQuery(db).run({ now, shown: JSON.stringify(shown) })
}
