import { type FoundPosting, mergedPosting, sameKey } from '#core/search/found'
import type { Posting } from '#core/search/posting'
import { makePostingIndex, type PostingIndex, putPosting } from '#core/search/posting-book'

import { withAreas } from './areas'
import { count, type Tally } from './tally'

/** The board name that our own freight and trucks stand under. */
export const ours = 'Ours'

/** Everything that is out there now, of all boards and of ours, ready to be searched. It lives in memory: boards are read anew at every start. */
export interface Floor {
  index: PostingIndex
  /** What the index holds, by its key. */
  shown: Map<string, FoundPosting>
  /** Each truck or load by its key, with what every board says of it. */
  sources: Map<string, Map<string, FoundPosting>>
  /** The key of each posting by its board and the board's own number. */
  keys: Map<string, string>
  /** When something was first seen here; what was there at the start counts from when it was posted. */
  firstSeen: Map<string, number>
  /** How many there are by what, equipment and place: kept as they come and go, so that nobody has to count a million. */
  tally: Tally
  /** Our own postings as others see them, by board: the references, by the board's number. */
  own: Map<string, Map<string, string>>
}

export const makeFloor = (): Floor => ({
  ...{ index: makePostingIndex(), shown: new Map(), sources: new Map(), keys: new Map() },
  ...{ firstSeen: new Map(), tally: new Map(), own: new Map() },
})

const sourceId = (board: string, id: string): string => `${board} ${id}`

/** Shows what a board says of a truck or a load; the same on another board is one. `at`: when it was first seen, where it is new. */
export function putSource(floor: Floor, posting: FoundPosting, at: number): void {
  const board = posting.board ?? ''
  const id = sourceId(board, posting.id)
  const key = sameKey(posting)
  if (floor.keys.get(id) !== undefined && floor.keys.get(id) !== key) removeSource(floor, board, posting.id)
  floor.keys.set(id, key)
  const sources = floor.sources.get(key) ?? new Map<string, FoundPosting>()
  floor.sources.set(key, sources.set(id, posting))
  if (!floor.firstSeen.has(key)) floor.firstSeen.set(key, at)
  show(floor, key, sources)
}

/** A board no longer shows it; whether it was there. */
export function removeSource(floor: Floor, board: string, number: string): boolean {
  const id = sourceId(board, number)
  const key = floor.keys.get(id)
  if (key === undefined) return false
  floor.keys.delete(id)
  const sources = floor.sources.get(key)!
  sources.delete(id)
  if (sources.size > 0) show(floor, key, sources)
  else forget(floor, key)
  return true
}

/** Nothing of a board is shown any more: it was disconnected, or is read anew. */
export function removeBoard(floor: Floor, board: string): void {
  for (const id of [...floor.keys.keys()])
    if (id.startsWith(`${board} `)) removeSource(floor, board, id.slice(board.length + 1))
  floor.own.delete(board)
}

/** The boards that show it. */
export const boardsOf = (floor: Floor, key: string): string[] => [
  ...new Set([...(floor.sources.get(key)?.values() ?? [])].map(({ board }) => board ?? '')),
]

function show(floor: Floor, key: string, sources: ReadonlyMap<string, FoundPosting>): void {
  const merged = mergedPosting(key, [...sources.values()])
  const before = floor.shown.get(key)
  if (before) count(floor.tally, before, -1)
  count(floor.tally, merged, 1)
  floor.shown.set(key, merged)
  putPosting(floor.index, withAreas(merged as Posting))
}

function forget(floor: Floor, key: string): void {
  const posting = floor.shown.get(key)!
  count(floor.tally, posting, -1)
  floor.sources.delete(key)
  floor.shown.delete(key)
  floor.firstSeen.delete(key)
  floor.index[posting.kind].remove(key)
}
