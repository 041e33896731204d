import { eq, sql } from 'drizzle-orm'
import { z } from 'zod'
import { refusedBy } from '#core/board/board'
import { refused } from '#core/decision/refusal'
import { isOut } from '#core/load/decide-posting'
import type { BoardPosting } from '#core/posting/posting'
import { postingRefusals } from '#core/posting/refusals'
import { type PostingTerms, postingTermsSchema, wrongTerms } from '#core/posting/terms'
import { connectedBoard, connectedBoards } from '#server/board/boards'
import { type Db, inTransaction, prepared } from '#server/db.server'
import type { Act } from '#server/event/event'
import type { Outcome, Refused } from '#server/kernel/run'
import { likeLoads } from '#server/posting/like'
import { postingOf, suggestedTerms } from '#server/posting/postable'
import { notesTell } from '#server/posting/screen'
import { load, postingTerms } from '#server/schema'
import { carryOut, noSuchLoad } from './commands'
import { findLoadFacts } from './facts'

/** On which boards a load is to be, and what its postings show there. */
export const postSchema = z.object({
  boards: z.array(z.string().max(40)).min(1, 'Choose a board').max(20),
  terms: postingTermsSchema,
})
export type PostRequest = z.output<typeof postSchema>

/** A refusal that belongs to a field of the form. */
type FieldRefused = Refused & { refusal: { path?: string } }

const pickupQuery = prepared((db) =>
  db
    .select({ pickupBy: load.pickupBy, maxPayMinor: load.maxPayMinor })
    .from(load)
    .where(eq(load.id, sql.placeholder('loadId')))
    .prepare(),
)

/** A load's posting to be looked over before it has a reference. */
const tryPosting = (db: Db, loadId: number, terms: PostingTerms): BoardPosting =>
  postingOf(db, loadId, '00000000', terms)

function areAlike(db: Db, loadId: number, others: readonly number[]): boolean {
  const like = new Set(likeLoads(db, loadId).map(({ id }) => id))
  return others.every((id) => like.has(id))
}

/** Puts a load on the boards that were chosen, takes it off the others, and changes what is out already: all of it or nothing. */
export function postLoad(
  db: Db,
  loadId: number,
  { boards, terms: asked }: PostRequest,
  who: Act,
): Outcome | FieldRefused {
  return inTransaction(db, () => {
    const row = pickupQuery(db).get({ loadId })
    if (!row) return noSuchLoad
    const wrong = wrongTerms(asked, row, who.now)
    if (wrong) {
      const { refusal } = refused(postingRefusals, 'bad_terms', { why: wrong.message })
      return { refusal: { ...refusal, path: wrong.path } }
    }
    if (asked.likeLoadIds.length > 0 && !areAlike(db, loadId, asked.likeLoadIds)) return notAlike
    const { at, terms } = timed(db, { boards, terms: asked }, who.now)
    const whole = tryPosting(db, loadId, terms)
    const unable = at.map((board) => whyNot(db, board, whole)).find((each) => each !== null)
    if (unable) return unable
    if (whole.onlyMc?.length === 0) return nobodySees
    const facts = findLoadFacts(db, loadId)
    const out = facts?.postings.filter(({ state }) => isOut(state)) ?? []
    const tells = notesTell(db, loadId, [...(terms.comments ?? []), terms.freight])
    const set = carryOut(db, loadId, { kind: 'set_posting', terms, boards, tells }, who)
    if ('refusal' in set) return set
    for (const { id, board } of out)
      if (!at.includes(board)) carryOut(db, loadId, { kind: 'unpost', postingId: id }, who)
    for (const board of at)
      if (!out.some((each) => each.board === board)) carryOut(db, loadId, { kind: 'post', board }, who)
    return set
  })
}

const notAlike: FieldRefused = {
  refusal: { ...refused(postingRefusals, 'not_alike').refusal, path: 'likeLoadIds' },
}
const nobodySees: FieldRefused = {
  refusal: { ...refused(postingRefusals, 'nobody_sees').refusal, path: 'audience' },
}

/** When the posting is for everybody, and the boards that it goes to until then: one that cannot keep it to some carriers has it once it is public. */
function timed(db: Db, { boards, terms }: PostRequest, now: number): { at: string[]; terms: PostingTerms } {
  const { audience } = terms
  if (audience === null || audience.publicAfterMinutes === null) return { at: boards, terms }
  const publicAt = audience.publicAt ?? now + audience.publicAfterMinutes * 60_000
  const later = boards.filter((board) => isForEverybodyOnly(db, board))
  // With no board left to begin with, each says why it cannot.
  const at = later.length < boards.length ? boards.filter((board) => !later.includes(board)) : boards
  return { at, terms: { ...terms, audience: { ...audience, publicAt } } }
}

/** Whether a board shows whatever is posted to everybody. */
const isForEverybodyOnly = (db: Db, board: string): boolean =>
  connectedBoard(db, board)?.adapter.lacks.includes('audience') ?? false

/** Opens the postings of a load to everybody, on every board that they were meant for. */
export const openToAll = (db: Db, loadId: number, { boards, terms }: PostRequest, who: Act): Outcome =>
  postLoad(db, loadId, { boards, terms: { ...terms, audience: null } }, who)

function whyNot(db: Db, board: string, whole: BoardPosting): Refused | null {
  const connected = connectedBoard(db, board)
  if (!connected) return refused(postingRefusals, 'not_connected', { name: board })
  const why = refusedBy(connected.adapter, whole)
  return why ? refused(postingRefusals, 'board_cannot', { why }) : null
}

/** A posting of several loads as it goes on: with those that still look for a truck, or handed to the first of them once its own load has one. */
export function countDown(db: Db, loadId: number, who: Act): Outcome | FieldRefused {
  return inTransaction(db, () => {
    const row = db.select().from(postingTerms).where(eq(postingTerms.loadId, loadId)).get()
    if (!row) return { done: true }
    const like = new Set(likeLoads(db, loadId).map(({ id }) => id))
    const left = row.terms.likeLoadIds.filter((id) => like.has(id))
    const terms = { ...row.terms, likeLoadIds: left }
    const isUncovered = findLoadFacts(db, loadId)?.state === 'uncovered'
    if (isUncovered)
      return left.length === row.terms.likeLoadIds.length
        ? { done: true }
        : carryOut(db, loadId, { kind: 'set_posting', terms, boards: row.boards }, who)
    db.update(postingTerms)
      .set({ terms: { ...row.terms, likeLoadIds: [] } })
      .where(eq(postingTerms.loadId, loadId))
      .run()
    const [next, ...rest] = left
    if (next === undefined) return { done: true }
    const likeNext = new Set(likeLoads(db, next).map(({ id }) => id))
    const likeLoadIds = rest.filter((id) => likeNext.has(id))
    return postLoad(db, next, { boards: row.boards, terms: { ...terms, likeLoadIds } }, who)
  })
}

/** Puts a load on the boards that it, its lane or its customer was on before, else on all that can take it, as was last chosen. */
export function postAsUsual(db: Db, loadId: number, who: Act): Outcome {
  const { terms, boards } = suggestedTerms(db, loadId, who.now)
  const connected = connectedBoards(db).map(({ row }) => row.name)
  if (connected.length === 0) return refused(postingRefusals, 'no_board')
  const wanted = boards?.filter((name) => connected.includes(name)) ?? []
  const asked = wanted.length > 0 ? wanted : connected
  const whole = tryPosting(db, loadId, terms)
  const able = asked.filter((name) => whyNot(db, name, whole) === null)
  return postLoad(db, loadId, { boards: able.length > 0 ? able : asked, terms }, who)
}

/** Takes a load off every board. */
export function takeDown(db: Db, loadId: number, who: Act): Outcome {
  return inTransaction(db, () => {
    const out = findLoadFacts(db, loadId)?.postings.filter(({ state }) => isOut(state)) ?? []
    const outcomes = (out.length > 0 ? out.map(({ id }) => id) : [-1]).map((postingId) =>
      carryOut(db, loadId, { kind: 'unpost', postingId }, who),
    )
    return outcomes.find((outcome) => 'refusal' in outcome) ?? { done: true }
  })
}
