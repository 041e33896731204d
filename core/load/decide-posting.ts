import type { LoadCommand, LoadEvent, LoadFacts, PostingState } from './command'
import type { Decision } from './refusals'
import { refuse } from './refusals'

export const isOut = (state: PostingState) => state === 'asked' || state === 'up'

export function decidePost(load: LoadFacts, { board, tells = [] }: LoadCommand & { kind: 'post' }): Decision {
  if (load.state !== 'uncovered') return refuse('not_uncovered', load)
  if (tells.length > 0) return refuse('tells_too_much', load, tells.join('; '))
  if (load.postings.some((posting) => posting.board === board && isOut(posting.state)))
    return refuse('already_posted', load, board)
  return { events: [{ kind: 'posting_asked', board }] }
}

export function decideUnpost(load: LoadFacts, postingId: number): Decision {
  const posting = load.postings.find((candidate) => candidate.id === postingId)
  if (!posting || !isOut(posting.state)) return refuse('not_posted', load)
  return { events: [{ kind: 'posting_removal_asked', postingId, board: posting.board }] }
}

export const removeAll = (load: LoadFacts): LoadEvent[] =>
  load.postings
    .filter((posting) => isOut(posting.state))
    .map((posting) => ({ kind: 'posting_removal_asked', postingId: posting.id, board: posting.board }))
