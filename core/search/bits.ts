/** A set of slots as one bit each. */
export interface Bits {
  words: Uint32Array
  count: number
}

export const makeBits = (): Bits => ({ words: new Uint32Array(32), count: 0 })

/** Adds a slot that is not in it. */
export function setBit(bits: Bits, slot: number): void {
  const word = slot >>> 5
  if (word >= bits.words.length) {
    const grown = new Uint32Array(Math.max(word + 1, bits.words.length * 2))
    grown.set(bits.words)
    bits.words = grown
  }
  bits.words[word]! |= 1 << (slot & 31)
  bits.count += 1
}

/** Takes out a slot that is in it. */
export function clearBit(bits: Bits, slot: number): void {
  bits.words[slot >>> 5]! &= ~(1 << (slot & 31))
  bits.count -= 1
}

export const hasBit = (words: Uint32Array, slot: number): boolean => ((words[slot >>> 5]! >>> (slot & 31)) & 1) === 1

/** Sets of slots by key: the number of a piece of equipment, a state, a day. A set that becomes empty goes. */
export class KeyedBits {
  private readonly sets = new Map<number, Bits>()

  add(key: number, slot: number): void {
    let bits = this.sets.get(key)
    if (!bits) {
      bits = makeBits()
      this.sets.set(key, bits)
    }
    setBit(bits, slot)
  }

  remove(key: number, slot: number): void {
    const bits = this.sets.get(key)!
    clearBit(bits, slot)
    if (bits.count === 0) this.sets.delete(key)
  }

  /** Adds all slots of some keys to `into`. */
  collect(keys: Iterable<number>, into: Uint32Array): void {
    for (const key of new Set(keys)) {
      const bits = this.sets.get(key)
      if (bits) orInto(into, bits.words)
    }
  }
}

/** Adds what is in a set. */
export function orInto(into: Uint32Array, words: Uint32Array): void {
  const length = Math.min(into.length, words.length)
  for (let at = 0; at < length; at++) into[at]! |= words[at]!
}

/** Keeps what is in both. */
export function andInto(into: Uint32Array, words: Uint32Array): void {
  const length = Math.min(into.length, words.length)
  for (let at = 0; at < length; at++) into[at]! &= words[at]!
  if (length < into.length) into.fill(0, length)
}

/** Takes out what is in a set. */
export function withoutInto(into: Uint32Array, words: Uint32Array): void {
  const length = Math.min(into.length, words.length)
  for (let at = 0; at < length; at++) into[at]! &= ~words[at]!
}

/** How many slots there are (SWAR population count, Hacker's Delight 5-1). */
export function countBits(words: Uint32Array): number {
  let count = 0
  for (let at = 0; at < words.length; at++) {
    let word = words[at]!
    word -= (word >>> 1) & 0x55555555
    word = (word & 0x33333333) + ((word >>> 2) & 0x33333333)
    count += Math.imul((word + (word >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24
  }
  return count
}
