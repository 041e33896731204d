import { termsWords } from '../posting/terms'
import type { LoadCommand, LoadEvent, LoadFacts, PostingState } from './command'
import type { Decision } from './refusals'
import { refuse } from './refusals'

/** Whether a posting is on its board, or on its way there. */
export const isOut = (state: PostingState) => state === 'asked' || state === 'up'

/** What posting a load does; a text that would tell our secrets is held back. */
export function decidePost(load: LoadFacts, { board, tells = [] }: LoadCommand & { kind: 'post' }): Decision {
  if (load.state !== 'uncovered') return refuse('not_uncovered', load)
  if (tells.length > 0) return refuse('tells_too_much', load, tells.join('; '))
  if (load.postings.some((posting) => posting.board === board && isOut(posting.state)))
    return refuse('already_posted', load, board)
  return { events: [{ kind: 'posting_asked', board }] }
}

/** What taking a posting down does. */
export function decideUnpost(load: LoadFacts, postingId: number): Decision {
  const posting = load.postings.find((candidate) => candidate.id === postingId)
  if (!posting || !isOut(posting.state)) return refuse('not_posted', load)
  return { events: [{ kind: 'posting_removal_asked', postingId, board: posting.board }] }
}

/** The events that take every posting down. */
export const removeAll = (load: LoadFacts): LoadEvent[] =>
  load.postings
    .filter((posting) => isOut(posting.state))
    .map((posting) => ({ kind: 'posting_removal_asked', postingId: posting.id, board: posting.board }))

/** What choosing how a load is posted does: what is out already is changed. */
export function decideSetPosting(
  load: LoadFacts,
  { terms, boards, tells = [] }: LoadCommand & { kind: 'set_posting' },
): Decision {
  if (load.state !== 'uncovered') return refuse('not_uncovered', load)
  if (tells.length > 0) return refuse('tells_too_much', load, tells.join('; '))
  return { events: [{ kind: 'posting_set', words: termsWords(terms), terms, boards }, ...updateAll(load)] }
}

/** The events that pass on a change to every board that shows the load. */
export const updateAll = (load: LoadFacts): LoadEvent[] =>
  load.postings
    .filter((posting) => isOut(posting.state))
    .map((posting) => ({ kind: 'posting_update_asked', postingId: posting.id, board: posting.board }))
