import type { Place } from './grammar/grammar'

/** What a segment in its order means: in its place, or a fault by AK304, with the mandatory segments that were passed over before it. */
export interface Step {
  /** AK304: 4 a loop too often, 5 a segment too often, 7 not in its sequence; null where it is in its place. */
  fault: '4' | '5' | '7' | null
  /** Ids of mandatory segments that should have stood before it. */
  missing: string[]
}

interface Frame {
  places: readonly Place[]
  at: number
  count: number
}

const inPlace: Step = { fault: null, missing: [] }

/**
 * Follows the segments of one transaction set through its order. A segment belongs to the innermost loop that still has a place for
 * it; one that has no place any more changes nothing, so that what follows is judged as if it were not there.
 */
export class Order {
  private readonly frames: Frame[]
  private depth = 0

  constructor(places: readonly Place[]) {
    this.frames = [{ places, at: 0, count: 0 }]
  }

  /** Takes the next segment by its id as a number. */
  next(code: number): Step {
    for (let depth = this.depth; depth >= 0; depth--) {
      const frame = this.frames[depth]!
      const { places } = frame
      for (let at = frame.at; at < places.length; at++) {
        const place = places[at]!
        if (place.code !== code) continue
        // The first segment of a loop begins it once: again it begins the loop anew, from without.
        if (depth > 0 && at === 0) break
        return this.take(depth, at, place)
      }
    }
    return { fault: '7', missing: [] }
  }

  private take(depth: number, at: number, place: Place): Step {
    const missing = this.missingBefore(depth, at)
    const frame = this.frames[depth]!
    frame.count = frame.at === at ? frame.count + 1 : 1
    frame.at = at
    this.depth = depth
    if (place.loop) {
      this.depth = depth + 1
      const inner = this.frames[this.depth]
      if (inner) Object.assign(inner, { places: place.loop, at: 0, count: 1 })
      else this.frames.push({ places: place.loop, at: 0, count: 1 })
    }
    if (frame.count > place.most) return { fault: place.loop ? '4' : '5', missing }
    return missing.length === 0 ? inPlace : { fault: null, missing }
  }

  private missingBefore(depth: number, to: number): string[] {
    const missing: string[] = []
    for (let inner = this.depth; inner > depth; inner--) {
      const { places, at } = this.frames[inner]!
      for (let index = at + 1; index < places.length; index++) if (places[index]!.mandatory) missing.push(places[index]!.id)
    }
    const { places, at, count } = this.frames[depth]!
    for (let index = count === 0 ? at : at + 1; index < to; index++) if (places[index]!.mandatory) missing.push(places[index]!.id)
    return missing
  }
}
