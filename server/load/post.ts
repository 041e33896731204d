import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { refusedBy } from '#core/board/board'
import { refused } from '#core/decision/refusal'
import { isOut } from '#core/load/decide-posting'
import { postingRefusals } from '#core/posting/refusals'
import { postingTermsSchema, wrongTerms } from '#core/posting/terms'
import { connectedBoard, connectedBoards } from '#server/board/boards'
import { type Db, inTransaction } from '#server/db.server'
import type { Act } from '#server/event/event'
import type { Outcome, Refused } from '#server/kernel/run'
import { postingOf, suggestedTerms } from '#server/posting/postable'
import { notesTell } from '#server/posting/screen'
import { load } from '#server/schema'
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

/** Puts a load on the boards that were chosen, takes it off the others, and changes what is out already: all of it or nothing. */
export function postLoad(db: Db, loadId: number, { boards, terms }: PostRequest, who: Act): Outcome | FieldRefused {
  return inTransaction(db, () => {
    const row = db.select().from(load).where(eq(load.id, loadId)).get()
    if (!row) return noSuchLoad
    const wrong = wrongTerms(terms, row, who.now)
    if (wrong) {
      const { refusal } = refused(postingRefusals, 'bad_terms', { why: wrong.message })
      return { refusal: { ...refusal, path: wrong.path } }
    }
    const unable = boards.map((board) => whyNot(db, loadId, board, terms)).find((each) => each !== null)
    if (unable) return unable
    const facts = findLoadFacts(db, loadId)
    const out = facts?.postings.filter(({ state }) => isOut(state)) ?? []
    const tells = notesTell(db, loadId, [...(terms.comments ?? []), terms.freight])
    const set = carryOut(db, loadId, { kind: 'set_posting', terms, boards, tells }, who)
    if ('refusal' in set) return set
    for (const { id, board } of out)
      if (!boards.includes(board)) carryOut(db, loadId, { kind: 'unpost', postingId: id }, who)
    for (const board of boards)
      if (!out.some((each) => each.board === board)) carryOut(db, loadId, { kind: 'post', board }, who)
    return set
  })
}

function whyNot(db: Db, loadId: number, board: string, terms: PostRequest['terms']): Refused | null {
  const connected = connectedBoard(db, board)
  if (!connected) return refused(postingRefusals, 'not_connected', { name: board })
  const why = refusedBy(connected.adapter, postingOf(db, loadId, '00000000', terms))
  return why ? refused(postingRefusals, 'board_cannot', { why }) : null
}

/** Puts a load on the boards that it, its lane or its customer was on before, else on all that can take it, as was last chosen. */
export function postAsUsual(db: Db, loadId: number, who: Act): Outcome {
  const { terms, boards } = suggestedTerms(db, loadId, who.now)
  const connected = connectedBoards(db).map(({ row }) => row.name)
  if (connected.length === 0) return refused(postingRefusals, 'no_board')
  const wanted = boards?.filter((name) => connected.includes(name)) ?? []
  const asked = wanted.length > 0 ? wanted : connected
  const able = asked.filter((name) => whyNot(db, loadId, name, terms) === null)
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
