import { andInto, countBits, orInto, withoutInto } from './bits'
import { chord2OfMiles, unitOf } from './globe'
import { numbersOf } from './names'
import type { SlotsByPlace } from './places'
import { dayNumber, type End, isCircle, type SearchQuery } from './posting'
import type { PostingBook } from './posting-book'
import { blockSize } from './sieve'
import type { MissKind, Slack } from './slack'

/** Days asked that are looked up one by one; a longer or open stretch is compared posting by posting. */
const mostDaysListed = 60

/** Slots that may be hits, or near ones, as a set, and the filters of the query that all of them hold. */
export interface Candidates {
  words: Uint32Array
  settled: ReadonlySet<MissKind>
}

/**
 * Every slot that may be a hit, or near one by `slack`: those that hold all that is told by sets (equipment, states, full, days), and that are at
 * a place around the origin, or bound for one around the destination, whichever are fewer.
 */
export function candidatesOf(book: PostingBook, query: SearchQuery, slack: Slack): Candidates {
  const words = maskOf(book, query, slack)
  const lists = fewestLists(book, query, slack, countBits(words))
  if (lists) andInto(words, listed(book, lists, words.length))
  return { words, settled: settledBy(book, query, slack, lists) }
}

function listed(book: PostingBook, { places, slots, withOpen }: Lists, length: number): Uint32Array {
  const set = new Uint32Array(length)
  for (const place of places) {
    const here = slots.at(place)
    for (let at = 0; at < here.length; at++) set[here[at]! >>> 5]! |= 1 << (here[at]! & 31)
  }
  if (withOpen) orInto(set, book.open.words)
  return set
}

/** Filters that every candidate holds, because it was found by them and nothing near was. */
function settledBy(book: PostingBook, query: SearchQuery, slack: Slack, lists: Lists | null): ReadonlySet<MissKind> {
  const settled = new Set<MissKind>()
  if (lists && slack.miles === 0) settled.add(lists.withOpen ? 'destination' : 'origin')
  if (slack.days === 0 && book.long.count === 0 && daysAsked(query, slack)) settled.add('dates')
  return settled
}

function maskOf(book: PostingBook, query: SearchQuery, slack: Slack): Uint32Array {
  const length = (book.end + 31) >>> 5
  const mask = book.live.words.slice(0, length)
  const among = (fill: (into: Uint32Array) => void) => {
    const set = new Uint32Array(mask.length)
    fill(set)
    andInto(mask, set)
  }
  const { equipment, origin, destination, full } = query
  if (equipment) among((set) => book.equipment.collect(numbersOf(book.equipmentNames, equipment), set))
  const from = keysOf(book, origin)
  if (from) among((set) => book[from.isArea ? 'originAreas' : 'originStates'].collect(from.keys, set))
  const to = keysOf(book, destination)
  if (to)
    among((set) => {
      if (to.isEmpty) return
      book[to.isArea ? 'toAreas' : 'toStates'].collect(to.keys, set)
      orInto(set, book.open.words)
    })
  if (full === true) andInto(mask, book.full.words)
  if (full === false) withoutInto(mask, book.full.words)
  const days = daysAsked(query, slack)
  if (days)
    among((set) => {
      book.days.collect(days, set)
      orInto(set, book.long.words)
    })
  return mask
}

/** The states or market areas that an end is asked to be in; null where it is not asked so. */
function keysOf(book: PostingBook, end: End | null) {
  if (!end || isCircle(end)) return null
  const isArea = 'areas' in end
  const [names, asked] = isArea ? [book.areas, end.areas] : [book.states, end.states]
  return { isArea, keys: numbersOf(names, asked), isEmpty: asked.length === 0 }
}

function daysAsked({ from, to }: SearchQuery, slack: Slack): number[] | null {
  if (from === null || to === null) return null
  const [first, last] = [dayNumber(from) - slack.days, dayNumber(to) + slack.days]
  if (last - first >= mostDaysListed) return null
  return Array.from({ length: last - first + 1 }, (_, at) => first + at)
}

interface Lists {
  places: readonly number[]
  slots: SlotsByPlace
  /** A destination asked for is met by what is open to anywhere, too. */
  withOpen: boolean
}

/** What putting a slot of a list into a set costs, beside looking at one of the set: lists that leave half as many are worth it. */
const listedCost = 2

/** The places whose slots are walked in place of the sets; null where the sets leave fewer. */
function fewestLists(book: PostingBook, query: SearchQuery, slack: Slack, inSets: number): Lists | null {
  const around = (end: End | null, slots: SlotsByPlace, withOpen: boolean) => {
    if (!isCircle(end)) return []
    const [x, y, z] = unitOf(end)
    const reach = chord2OfMiles(end.radius + slack.miles)
    const places = book.places
      .around(end, end.radius + slack.miles)
      .filter((place) => book.places.chord2(place, x, y, z) <= reach)
    const listed = places.reduce((sum, place) => sum + slots.at(place).length, 0)
    return [{ lists: { places, slots, withOpen }, cost: listed * listedCost + (withOpen ? book.open.count : 0) }]
  }
  const choices = [
    ...around(query.origin, book.fromPlace, false),
    ...around(query.destination, book.toPlace, true),
  ].sort((one, other) => one.cost - other.cost)
  return choices[0] && choices[0].cost < inSets ? choices[0].lists : null
}

/** Calls `run` with the slots of a set, a block of them at a time, in their order: rows that follow each other are read the fastest. */
export function eachBlock(words: Uint32Array, run: (slots: Uint32Array, count: number) => void): void {
  const slots = new Uint32Array(blockSize)
  let count = 0
  for (let at = 0; at < words.length; at++) {
    if (count > blockSize - 32) {
      run(slots, count)
      count = 0
    }
    let word = words[at]!
    while (word !== 0) {
      slots[count++] = at * 32 + (31 - Math.clz32(word & -word))
      word &= word - 1
    }
  }
  if (count > 0) run(slots, count)
}
