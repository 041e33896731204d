import type { Place } from './grammar/grammar'

/** What a segment in its order means: its place, or none, with AK304's code and the mandatory segments that were passed over before it. */
export interface Step {
  /** Null where the segment has no place from here on: not in its sequence. */
  place: Place | null
  /** AK304: 4 a loop too often, 5 a segment too often; null where it is in order. */
  fault: '4' | '5' | null
  /** Ids of mandatory segments that should have stood before it. */
  missing: readonly string[]
}

interface Frame {
  places: readonly Place[]
  at: number
  count: number
}

const nothing: readonly string[] = []

/**
 * Follows the segments of one transaction set through its order. A segment belongs to the innermost loop that still has a place for
 * it; one that has no place any more changes nothing, so that what follows is judged as if it were not there.
 */
export class Order {
  private readonly frames: Frame[]
  private depth = 0
  /** Given out again for every segment: there are millions. */
  private readonly step: Step = { place: null, fault: null, missing: nothing }

  constructor(places: readonly Place[]) {
    this.frames = [{ places, at: 0, count: 0 }]
  }

  /** Takes the next segment by its id as a number; what it answers holds until the next. */
  next(code: number): Step {
    for (let depth = this.depth; depth >= 0; depth--) {
      const { places, at: from } = this.frames[depth]!
      for (let at = from; at < places.length; at++) {
        const place = places[at]!
        if (place.code !== code) continue
        // The first segment of a loop begins it once: again it starts the loop over, from without.
        if (depth > 0 && at === 0) break
        return this.take(depth, at, place)
      }
    }
    this.step.place = null
    this.step.fault = null
    this.step.missing = nothing
    return this.step
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
      if (inner) {
        inner.places = place.loop
        inner.at = 0
        inner.count = 1
      } else this.frames.push({ places: place.loop, at: 0, count: 1 })
    }
    this.step.place = place
    const tooOften = place.loop ? '4' : '5'
    this.step.fault = frame.count <= place.most ? null : tooOften
    this.step.missing = missing
    return this.step
  }

  private missingBefore(depth: number, to: number): readonly string[] {
    let missing = nothing
    for (let inner = this.depth; inner > depth; inner--) {
      const { places, at } = this.frames[inner]!
      missing = withMandatory(missing, places, at + 1, places.length)
    }
    const { places, at, count } = this.frames[depth]!
    return withMandatory(missing, places, count === 0 ? at : at + 1, to)
  }
}

/** The list with the mandatory places of a stretch; the list itself where there are none, as nearly always. */
function withMandatory(list: readonly string[], places: readonly Place[], from: number, to: number): readonly string[] {
  for (let at = from; at < to; at++)
    if (places[at]!.mandatory)
      return [
        ...list,
        ...places
          .slice(at, to)
          .filter(({ mandatory }) => mandatory)
          .map(({ id }) => id),
      ]
  return list
}
