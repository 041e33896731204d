import { isOn, type Kind, type makeOthers, type Other } from './others'

/** A load of ours as strangers see it on the board. */
export interface Shown<Listing> {
  id: string
  listing: Listing
  changedAt: number
  goneAt: number | null
}

export type Change<Listing> =
  | { at: number; gone: string }
  | { at: number; other: Other; id: string }
  | { at: number; listing: Listing; id: string }

const mostAtOnce = 2000

/** What changed of a kind on a board after a moment, oldest first, at most some thousands; `next` is where to go on. */
export function changesAfter<Listing>(
  board: { number: number; prefix: string; others: ReturnType<typeof makeOthers>; shown: Iterable<Shown<Listing>> },
  kind: Kind,
  after: number,
  now: number,
): { changes: Change<Listing>[]; next: number; more: boolean } {
  const all: Change<Listing>[] = []
  for (const other of board.others.between(kind, after, now)) {
    if (!isOn(board.number, other)) continue
    const id = `${board.prefix}${kind === 'load' ? 'L' : 'T'}${other.number}`
    if (other.diesAt <= now) {
      if (other.bornAt <= after) all.push({ at: other.diesAt, gone: id })
    } else if (other.bornAt > after) all.push({ at: other.bornAt, other, id })
  }
  if (kind === 'load')
    for (const { id, listing, changedAt, goneAt } of board.shown) {
      if (goneAt !== null) {
        if (goneAt > after) all.push({ at: goneAt, gone: id })
      } else if (changedAt > after) all.push({ at: changedAt, listing, id })
    }
  all.sort((one, two) => one.at - two.at)
  if (all.length <= mostAtOnce) return { changes: all, next: now, more: false }
  const last = all[mostAtOnce - 1]!.at
  return { changes: all.filter(({ at }) => at <= last), next: last, more: true }
}
