import { eq } from 'drizzle-orm'
import { type BoardRules, lostOn, refusedBy } from '#core/board/board'
import { isOut } from '#core/load/decide-posting'
import type { BoardPosting } from '#core/posting/posting'
import { expiryOf, type PostingTerms, wrongTerms } from '#core/posting/terms'
import { searchQuerySchema } from '#core/search/posting'
import { searchPostings } from '#core/search/search'
import { dayOf, toLocal } from '#core/time/local'
import { connectedBoards } from '#server/board/boards'
import type { Db } from '#server/db.server'
import { savedViews } from '#server/listing/choices'
import { findCandidates } from '#server/match/shortlist'
import { namedCarriers } from '#server/posting/audience'
import { faredBefore } from '#server/posting/fared'
import { likeLoads } from '#server/posting/like'
import { postingOf, suggestedTerms } from '#server/posting/postable'
import { notesTell } from '#server/posting/screen'
import { load, posting } from '#server/schema'
import { market } from '#server/search/read-boards'

/** A board as the posting dialog shows it. */
export interface PostingBoard {
  name: string
  isOut: boolean
  /** What it will not show, in words. */
  lost: string[]
  /** Why it cannot take the load at all; null where it can. */
  refusal: string | null
}

/** What a posting would be, before anything leaves. */
export interface PostingPreview {
  boards: PostingBoard[]
  shown: BoardPosting
  /** What of ours the words would tell. */
  tells: string[]
  wrong: { path: string; message: string } | null
  endsAt: number
  /** Carriers of ours that ran the lane or live near it, and trucks on boards that fit. */
  fits: { carriers: number; trucks: number }
}

/** Trucks within so many straight miles of the pickup would come for it. */
const truckReach = 100

/** What a load's postings would show, and what each board would make of it; null where there is no such load. */
export function previewPosting(db: Db, loadId: number, terms: PostingTerms, now: number): PostingPreview | null {
  const row = db.select().from(load).where(eq(load.id, loadId)).get()
  if (!row) return null
  const shown = postingOf(db, loadId, '00000000', terms)
  const out = db
    .select({ board: posting.board, state: posting.state })
    .from(posting)
    .where(eq(posting.loadId, loadId))
    .all()
    .filter(({ state }) => isOut(state))
  return {
    boards: connectedBoards(db).map(({ adapter }) => ({
      name: adapter.name,
      isOut: out.some(({ board }) => board === adapter.name),
      ...boardWords(adapter, shown, terms),
    })),
    shown,
    tells: notesTell(db, loadId, [...(terms.comments ?? []), terms.freight]),
    wrong: wrongTerms(terms, row, now),
    endsAt: expiryOf(terms, row.pickupBy, now),
    fits: { carriers: findCandidates(db, row, now).length, trucks: trucksFor(row, terms, now) },
  }
}

/** What a board will not show and why it cannot take the load; one that cannot keep it to some carriers takes it once it is public. */
function boardWords(adapter: BoardRules, shown: BoardPosting, { audience }: PostingTerms) {
  const isLater = shown.onlyMc !== null && adapter.lacks.includes('audience') && audience?.publicAfterMinutes != null
  return {
    lost: isLater ? ['anything before it is public'] : lostOn(adapter, shown),
    refusal: isLater ? null : refusedBy(adapter, shown),
  }
}

function trucksFor(row: typeof load.$inferSelect, { alsoEquipment }: PostingTerms, now: number): number {
  const query = searchQuerySchema.parse({
    kind: 'truck',
    asOf: new Date(now).toISOString(),
    origin: { lat: row.originLat, lon: row.originLon, radius: truckReach },
    destination: { states: [row.destRegion] },
    equipment: [row.equipment, ...alsoEquipment],
    from: dayOf(toLocal(row.pickupAt, row.originZone)),
    to: dayOf(toLocal(row.pickupBy, row.originZone)),
    limit: 0,
  })
  return searchPostings(market.floor.index, query).total
}

/** What the posting dialog begins with; null where there is no such load. */
export function readPosting(db: Db, loadId: number, now: number, userId: number) {
  const row = db.select().from(load).where(eq(load.id, loadId)).get()
  if (!row) return null
  const { terms, boards } = suggestedTerms(db, loadId, now)
  return {
    ...{ terms, boards, preview: previewPosting(db, loadId, terms, now)!, fared: faredBefore(db, row, now) },
    groups: savedViews(db, userId, 'carriers').map(({ id, name }) => ({ id, name })),
    carriers: namedCarriers(db, terms.audience),
    like: likeLoads(db, loadId),
  }
}
