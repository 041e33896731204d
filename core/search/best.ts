import { compareIds } from './id-order'

/** Keeps the best few of any number of slots: the lowest key, ties by id. A heap with the worst kept one on top (Williams 1964). */
export class Best {
  private readonly keys: number[] = []
  private readonly slots: number[] = []

  constructor(
    private readonly limit: number,
    private readonly ids: readonly string[],
  ) {}

  offer(key: number, slot: number): void {
    if (this.keys.length < this.limit) return this.push(key, slot)
    if (this.limit === 0 || key > this.keys[0]! || !this.isWorse(this.keys[0]!, this.slots[0]!, key, slot)) return
    this.sink(0, key, slot)
  }

  /** The kept slots, the best first. */
  inOrder(): number[] {
    return this.slots
      .map((slot, at) => ({ slot, key: this.keys[at]! }))
      .sort((one, other) => one.key - other.key || compareIds(this.ids[one.slot]!, this.ids[other.slot]!))
      .map(({ slot }) => slot)
  }

  private isWorse(key: number, slot: number, otherKey: number, otherSlot: number): boolean {
    return key === otherKey ? compareIds(this.ids[slot]!, this.ids[otherSlot]!) > 0 : key > otherKey
  }

  private push(key: number, slot: number): void {
    let at = this.keys.length
    this.keys.push(key)
    this.slots.push(slot)
    while (at > 0) {
      const parent = (at - 1) >> 1
      if (!this.isWorse(key, slot, this.keys[parent]!, this.slots[parent]!)) break
      this.put(at, this.keys[parent]!, this.slots[parent]!)
      at = parent
    }
    this.put(at, key, slot)
  }

  private sink(from: number, key: number, slot: number): void {
    let at = from
    for (;;) {
      let child = 2 * at + 1
      if (child >= this.keys.length) break
      const next = child + 1
      if (
        next < this.keys.length &&
        this.isWorse(this.keys[next]!, this.slots[next]!, this.keys[child]!, this.slots[child]!)
      )
        child = next
      if (!this.isWorse(this.keys[child]!, this.slots[child]!, key, slot)) break
      this.put(at, this.keys[child]!, this.slots[child]!)
      at = child
    }
    this.put(at, key, slot)
  }

  private put(at: number, key: number, slot: number): void {
    this.keys[at] = key
    this.slots[at] = slot
  }
}
