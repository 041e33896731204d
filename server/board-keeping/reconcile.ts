import { eq } from 'drizzle-orm'
import { system } from '#core/access/actor'
import { type Correction, comparePostings } from '#core/posting/compare'
import { type ConnectedBoard, noteBoard } from '#server/board/boards'
import { pausedUntil } from '#server/board/pause'
import { type Db, inTransaction } from '#server/db.server'
import { noteUnlogged, recordEvent } from '#server/event/event'
import { logger } from '#server/log/logger'
import { enqueue } from '#server/outbox/outbox'
import { answerUrl } from '#server/posting/postable'
import { posting } from '#server/schema'
import { keepLanes, partLanes } from './lane-postings'
import { noteSeen, ownPostings, withFields } from './own-postings'

const by = system('the check of what boards show')

/**
 * Holds what a board shows against what it should show, and puts it right. `seen`: the references that others see there; null where nobody looked. Returns
 * what was put right; what went wrong stands with the board.
 */
export async function reconcile(
  db: Db,
  board: ConnectedBoard,
  seen: () => ReadonlySet<string> | null,
  clock: () => number,
): Promise<Correction[]> {
  const { name } = board.adapter
  if (pausedUntil(name, clock()) !== null) return []
  const before = new Map(ownPostings(db, board, clock()).map((each) => [each.reference, each.shouldShow]))
  const listed = await board.adapter.listMine(board.link)
  if ('problem' in listed) {
    noteBoard(db, name, { problem: listed.problem.message.slice(0, 300) })
    return []
  }
  // Read again after the answer: what changed while the board was asked is judged next time.
  const own = withFields(db, board, ownPostings(db, board, clock())).map((each) => {
    const isSame = before.get(each.reference) === each.shouldShow
    return isSame ? each : { ...each, shouldShow: null }
  })
  const { lanes, ofLanes, others } = partLanes(db, board, listed.value, clock())
  const lanesKept = await keepLanes(db, board, lanes, ofLanes, clock())
  if (lanesKept > 0) logger().warn({ board: name, lanesKept }, 'what a board shows of lanes is put right')
  const corrections = comparePostings(own, others, seen())
  const loadOfPosting = new Map(own.map(({ id, loadId }) => [id, loadId]))
  for (const correction of corrections) await correct(db, board, correction, loadOfPosting, clock)
  const viewsOf = new Map(others.map(({ reference, views }) => [reference, views]))
  const shown = own
    .filter((each) => each.shouldShow && viewsOf.has(each.reference))
    .map(({ id, reference }) => ({ id, views: viewsOf.get(reference) ?? null }))
  noteSeen(db, shown, clock())
  noteBoard(db, name, { comparedAt: clock(), problem: null })
  noteUnlogged(db, 'board', null, 'compared')
  return corrections
}

async function correct(
  db: Db,
  board: ConnectedBoard,
  correction: Correction,
  loadOfPosting: ReadonlyMap<number, number>,
  clock: () => number,
): Promise<void> {
  const { name } = board.adapter
  logger().warn({ board: name, ...correction }, 'what a board shows is put right')
  const { kind, postingId } = correction
  // What is not to be there is taken down at once: a load may be covered by somebody else already.
  if ('reference' in correction) {
    const { reference, externalId } = correction
    const ask = { key: `${kind}-${reference}-${externalId}-${clock()}`, answerUrl: answerUrl(name) }
    const answer = await board.adapter.remove(board.link, { reference, externalId }, ask)
    if ('problem' in answer) return logger().warn({ board: name, problem: answer.problem.message }, 'not put right yet')
  }
  const loadId = postingId === null ? undefined : loadOfPosting.get(postingId)
  if (postingId === null || loadId === undefined) return
  inTransaction(db, () => {
    if (kind === 'missing' || kind === 'unseen')
      db.update(posting).set({ externalId: null, seenAt: null }).where(eq(posting.id, postingId)).run()
    if (kind === 'missing' || kind === 'unseen' || kind === 'differs')
      enqueue(
        db,
        { kind: 'board', stream: `posting-${postingId}`, loadId, payload: { what: 'put', postingId } },
        clock(),
      )
    const fields = kind === 'differs' ? { fields: correction.fields } : {}
    recordEvent(
      db,
      'load',
      loadId,
      { kind: 'posting_corrected', board: name, why: kind, ...fields },
      { now: clock(), by },
    )
  })
}
