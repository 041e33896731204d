/** Bytes of a slot's row: what is compared of a posting lies in one line of the processor's cache, since slots are looked at in any order. */
const rowBytes = 64
/** Numbers of a row, as the two views count them. */
export const decimals = rowBytes / 8
export const wholes = rowBytes / 4

/** Where a row holds which decimal; NaN where the posting does not say. */
export const decimal = { postedAt: 0, perMile: 1, lengthFt: 2, weightLb: 3 } as const

/** Where a row holds which whole number, behind the decimals. */
export const whole = {
  earliest: 8,
  latest: 9,
  originPlace: 10,
  /** -1 where it names no destination. */
  destPlace: 11,
  originState: 12,
  equipment: 13,
  company: 14,
  /** Cents for the whole trip; `noPay` where it names none. */
  pay: 15,
} as const

export const noPay = -1

/** What is compared of all postings of one kind, a row for each slot. */
export class Rows {
  decimals: Float64Array
  wholes: Int32Array

  constructor(capacity: number) {
    const buffer = new ArrayBuffer(capacity * rowBytes)
    this.decimals = new Float64Array(buffer)
    this.wholes = new Int32Array(buffer)
  }

  get capacity(): number {
    return this.decimals.length / decimals
  }

  /** The same rows with room for twice as many. */
  doubled(): Rows {
    const larger = new Rows(this.capacity * 2)
    larger.decimals.set(this.decimals)
    return larger
  }
}
