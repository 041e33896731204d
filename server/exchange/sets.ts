import { Inspector } from '#core/x12/inspect'
import type { Segment } from '#core/x12/x12'

/** The segments of some of an interchange's sets, by their place in it. */
export function setsOf(raw: Buffer, wanted: ReadonlySet<number>): Map<number, Segment[]> {
  const sets = new Map<number, Segment[]>()
  let ordinal = 0
  const inspector = new Inspector({
    keep: () => true,
    onTransaction: ({ segments }) => {
      if (wanted.has(ordinal)) sets.set(ordinal, segments)
      ordinal++
    },
  })
  inspector.push(raw.toString('latin1'))
  inspector.end()
  return sets
}
