import { Best } from './best'
import { candidatesOf, eachBlock } from './candidates'
import { applyFilters, limitsOf } from './filters'
import { unitOf } from './globe'
import { isCircle, type SearchQuery } from './posting'
import type { PostingBook, PostingIndex } from './posting-book'
import { decimal, decimals, whole, wholes } from './rows'
import { Sieve } from './sieve'
import { type Miss, missDecimals, missKinds, missUnits, nearSlack, noSlack } from './slack'

/** At most so many are shown that miss by little. */
const mostNear = 20

export interface SearchAnswer {
  /** Hits in all; `hits` are the first of them in the order asked, by id. */
  total: number
  hits: string[]
  /** All hits by the state of their origin. */
  byState: Record<string, number>
  /** Those that miss exactly one filter by little, the nearest first; empty where they were not asked for. */
  near: { id: string; misses: Miss[] }[]
}

/** What of all postings is asked for: hits in order, how many in which state, and near misses apart. */
export function searchPostings(index: PostingIndex, query: SearchQuery): SearchAnswer {
  const book = index[query.kind]
  const slack = query.near ? nearSlack : noSlack
  const limits = limitsOf(query, slack)
  const { words, settled } = candidatesOf(book, query, slack)
  const sieve = new Sieve()
  const hits = new Hits(book, query)
  const near = new Best(query.near ? mostNear : 0, book.ids)
  eachBlock(words, (slots, count) => {
    sieve.begin(slots, count)
    applyFilters(sieve, book, query, limits, settled)
    hits.take(sieve)
    if (query.near) offerNear(near, sieve, limits)
  })
  return { ...hits.answer(), near: near.inOrder().map((slot) => nearMiss(slot, sieve, book, query, limits)) }
}

/** Counts hits, and keeps the first of them. */
class Hits {
  private total = 0
  private readonly best: Best
  private readonly inState: Uint32Array
  private readonly keyOf: (slot: number) => number

  constructor(
    private readonly book: PostingBook,
    query: SearchQuery,
  ) {
    this.best = new Best(query.limit, book.ids)
    this.inState = new Uint32Array(book.states.texts.length)
    this.keyOf = keysOf(book, query)
  }

  take({ slots, by, count }: Sieve): void {
    const { wholes: numbers } = this.book.rows
    const { best, inState, keyOf } = this
    for (let at = 0; at < count; at++) {
      if (by[at] !== 0) continue
      const slot = slots[at]!
      this.total += 1
      inState[numbers[slot * wholes + whole.originState]!]! += 1
      best.offer(keyOf(slot), slot)
    }
  }

  answer(): Omit<SearchAnswer, 'near'> {
    const hits = this.best.inOrder().map((slot) => this.book.ids[slot]!)
    return { total: this.total, hits, byState: namedCounts(this.book, this.inState) }
  }
}

type Limits = ReturnType<typeof limitsOf>

function offerNear(near: Best, { slots, by, missed, count }: Sieve, limits: Limits): void {
  for (let at = 0; at < count; at++)
    if (by[at] !== 0) near.offer(Math.min(1, by[at]! / limits[missKinds[missed[at]!]!]), slots[at]!)
}

/** A near slot with what it misses, found by putting it through the filters once more. */
function nearMiss(slot: number, sieve: Sieve, book: PostingBook, query: SearchQuery, limits: Limits) {
  sieve.begin([slot], 1)
  applyFilters(sieve, book, query, limits)
  const what = missKinds[sieve.missed[0]!]!
  const miss: Miss = { what, by: rounded(sieve.by[0]!, missDecimals[what]), unit: missUnits[what] }
  return { id: book.ids[slot]!, misses: [miss] }
}

const rounded = (value: number, places: number): number => Math.round(value * 10 ** places) / 10 ** places

/** What the order asked sorts by, the lowest first. */
function keysOf(book: PostingBook, { order, origin }: SearchQuery): (slot: number) => number {
  const { decimals: row, wholes: numbers } = book.rows
  if (order === 'per_mile')
    return (slot) => {
      const pays = row[slot * decimals + decimal.perMile]!
      return Number.isNaN(pays) ? Number.POSITIVE_INFINITY : -pays
    }
  if (order === 'newest' || !isCircle(origin)) return (slot) => -row[slot * decimals + decimal.postedAt]!
  const [x, y, z] = unitOf(origin)
  return (slot) => book.places.chord2(numbers[slot * wholes + whole.originPlace]!, x, y, z)
}

function namedCounts({ states }: PostingBook, counts: Uint32Array): Record<string, number> {
  return Object.fromEntries(
    states.texts.flatMap((state, at) => (counts[at]! > 0 ? [[state, counts[at]!] as const] : [])),
  )
}
