import { Inspector, type TransactionRead } from '#core/x12/inspect'
import { isTraceable, readFields, traceFields } from '#core/x12/read-sets'
import { setsOf } from '#core/x12/sets-of'
import type { InterchangeReport, Segment } from '#core/x12/x12'

/** An interchange with its verdicts, and its sets; segments are kept of acknowledgements only. */
export interface InterchangeRead {
  report: InterchangeReport
  sets: TransactionRead[]
}

/** Sets of one file; a day's tenders of a large shipper are some hundreds. */
const maxSets = 8_000

/** Validates every interchange of a file; throws where it holds more sets than a file of tenders ever does. */
export function readInterchanges(bytes: Uint8Array): InterchangeRead[] {
  const reads: InterchangeRead[] = []
  let sets: TransactionRead[] = []
  let count = 0
  const inspector = new Inspector({
    keep: (type) => type === '997',
    onTransaction: (read) => {
      count += 1
      if (count > maxSets) throw new Error(`It holds more than is read: over ${maxSets} sets`)
      // Only acknowledgements are looked at again; of anything else the report has all.
      if (read.report.type === '997') sets.push(read)
    },
    onInterchange: (report) => {
      reads.push({ report, sets })
      sets = []
    },
  })
  inspector.push(Buffer.from(bytes).toString('latin1'))
  inspector.end()
  return reads
}

export interface DocumentOrder {
  raw: Uint8Array
  kind: string
  ordinal: number
}

/** One set of an interchange: its segments, and its fields with the elements that each was read from (none where the set is too long for that). */
export function readDocumentSet({ raw, kind, ordinal }: DocumentOrder): {
  segments: Segment[]
  fields: ReturnType<typeof traceFields>
  isTraced: boolean
} {
  const segments = setsOf(Buffer.from(raw).toString('latin1'), new Set([ordinal])).get(ordinal) ?? []
  if (isTraceable(segments)) return { segments, fields: traceFields(kind, segments), isTraced: true }
  return {
    segments: segments.slice(0, maxShown),
    fields: readFields(kind, segments)
      .slice(0, maxShown)
      .map(([name, value]) => ({ name, value, from: [] })),
    isTraced: false,
  }
}

/** More is no reading matter. */
const maxShown = 3_000
