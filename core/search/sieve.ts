import type { PostingBook } from './posting-book'
import { decimals, noPay, whole, wholes } from './rows'
import { type MissKind, missKinds } from './slack'

/** Slots looked at together: their rows stay in the processor's cache while one filter after the other goes over them. */
export const blockSize = 2048

/**
 * Those of a block of slots that are left, with what each misses. Every filter that is asked is one plain loop over them, which keeps what holds it, or misses it alone
 * by little: a loop over numbers is faster than a call for every posting (decision 15 has the figures).
 */
export class Sieve {
  count = 0
  readonly slots = new Uint32Array(blockSize)
  /** By how much the slot at the same position misses what `missed` says; 0 where it holds everything so far. */
  readonly by = new Float64Array(blockSize)
  readonly missed = new Uint8Array(blockSize)

  /** Begins a block. */
  begin(slots: ArrayLike<number>, count: number): void {
    for (let at = 0; at < count; at++) this.slots[at] = slots[at]!
    this.by.fill(0, 0, count)
    this.count = count
  }

  /** Keeps slots of which the decimal at `offset` is at most `most`, or unknown; `scale` makes what is missed of the difference. */
  atMost(book: PostingBook, offset: number, most: number, as: Missable): void {
    const { decimals: row } = book.rows
    const { slots, by, count } = this
    const { limit, scale = 1 } = as
    const what = missKinds.indexOf(as.what)
    let kept = 0
    for (let at = 0; at < count; at++) {
      const over = (row[slots[at]! * decimals + offset]! - most) * scale
      if (over > 0) {
        if (!(over <= limit) || by[at] !== 0) continue
        this.keep(at, kept++, over, what)
      } else this.keep(at, kept++, by[at]!, this.missed[at]!)
    }
    this.count = kept
  }

  /** Keeps slots of which the decimal at `offset` is known and at least `least`. */
  atLeast(book: PostingBook, offset: number, least: number, as: Missable): void {
    const { decimals: row } = book.rows
    const { slots, by, count } = this
    const { limit, scale = 1 } = as
    const what = missKinds.indexOf(as.what)
    let kept = 0
    for (let at = 0; at < count; at++) {
      const value = row[slots[at]! * decimals + offset]!
      if (value >= least) this.keep(at, kept++, by[at]!, this.missed[at]!)
      else {
        const short = (least - value) * scale
        if (!(short <= limit) || by[at] !== 0) continue
        this.keep(at, kept++, short, what)
      }
    }
    this.count = kept
  }

  /** Keeps slots that pay so many cents in all; what names no pay is at most anything, and at least nothing. */
  paying(book: PostingBook, least: number, most: number, as: Missable): void {
    const { wholes: numbers } = book.rows
    const { slots, by, count } = this
    const { limit, scale = 1 } = as
    const what = missKinds.indexOf(as.what)
    const passesUnknown = least === Number.NEGATIVE_INFINITY
    let kept = 0
    for (let at = 0; at < count; at++) {
      const pay = numbers[slots[at]! * wholes + whole.pay]!
      const gap = Math.max(least - pay, pay - most) * scale
      if (pay === noPay ? passesUnknown : gap <= 0) this.keep(at, kept++, by[at]!, this.missed[at]!)
      else if (pay !== noPay && gap <= limit && by[at] === 0) this.keep(at, kept++, gap, what)
    }
    this.count = kept
  }

  /** Keeps slots whose days, by two whole numbers of their row, overlap those asked. */
  overlapping(
    book: PostingBook,
    [earliest, latest]: readonly [number, number],
    [from, to]: readonly [number, number],
    as: Missable,
  ): void {
    const { wholes: numbers } = book.rows
    const { slots, by, count } = this
    const what = missKinds.indexOf(as.what)
    let kept = 0
    for (let at = 0; at < count; at++) {
      const start = slots[at]! * wholes
      const gap = Math.max(from - numbers[start + latest]!, numbers[start + earliest]! - to)
      if (gap > 0) {
        if (!(gap <= as.limit) || by[at] !== 0) continue
        this.keep(at, kept++, gap, what)
      } else this.keep(at, kept++, by[at]!, this.missed[at]!)
    }
    this.count = kept
  }

  /** Keeps slots by what `milesOutside` says of them: 0 inside, NaN or Infinity far outside. */
  around(milesOutside: (slot: number) => number, as: Missable): void {
    const { slots, by, count } = this
    const what = missKinds.indexOf(as.what)
    let kept = 0
    for (let at = 0; at < count; at++) {
      const outside = milesOutside(slots[at]!)
      if (outside === 0) this.keep(at, kept++, by[at]!, this.missed[at]!)
      else if (outside <= as.limit && by[at] === 0) this.keep(at, kept++, outside, what)
    }
    this.count = kept
  }

  /** Keeps slots of which the whole number at `offset` is flagged. */
  flagged(book: PostingBook, offset: number, flags: Uint8Array): void {
    const { wholes: numbers } = book.rows
    let kept = 0
    for (let at = 0; at < this.count; at++)
      if (flags[numbers[this.slots[at]! * wholes + offset]!] === 1)
        this.keep(at, kept++, this.by[at]!, this.missed[at]!)
    this.count = kept
  }

  private keep(from: number, to: number, by: number, what: number): void {
    this.slots[to] = this.slots[from]!
    this.by[to] = by
    this.missed[to] = what
  }
}

/** A filter that can be missed by little: by `limit` at most, in the unit that it is told in. */
export interface Missable {
  what: MissKind
  limit: number
  scale?: number
}
