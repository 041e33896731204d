import { Inspector } from './inspect'
import type { Segment } from './x12'

/** The segments of some of an interchange's sets (a character for each byte), by their place in it. */
export function setsOf(text: string, wanted: ReadonlySet<number>): Map<number, Segment[]> {
  const sets = new Map<number, Segment[]>()
  let ordinal = 0
  const inspector = new Inspector({
    keep: () => true,
    onTransaction: ({ segments }) => {
      if (wanted.has(ordinal)) sets.set(ordinal, segments)
      ordinal++
    },
  })
  inspector.push(text)
  inspector.end()
  return sets
}
