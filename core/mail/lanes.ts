import { fact, placeWords } from './draft'
import type { Fact, MailPlace, Span } from './mail'
import type { Mark } from './marks'

/** A lane that a mail names: a town and the one that is behind it. */
export interface Lane {
  origin: Fact<string>
  destination: Fact<string>
}

/** The lanes of a sentence, each with where it begins: two towns with nothing but `to` or a dash between them. */
function lanesOf(marks: readonly Mark[], part: number): { lane: Lane; from: number }[] {
  const lanes: { lane: Lane; from: number }[] = []
  for (let at = 0; at < marks.length; at++) {
    const mark = marks[at]!
    if (mark.kind !== 'place') continue
    const behind = marks.findIndex((each, index) => index > at && each.kind === 'place')
    const other = marks[behind]
    if (other?.kind !== 'place' || behind === at + 1 || !marks.slice(at + 1, behind).every(isWay)) continue
    const lane = {
      origin: townFact(mark.place, mark, part, mark.confidence),
      destination: townFact(other.place, other, part, other.confidence),
    }
    lanes.push({ lane, from: mark.span.from })
    at = behind
  }
  return lanes
}

/** Whether a mark leads from one town of a lane to the other. */
const isWay = (mark: Mark): boolean =>
  (mark.kind === 'cue' && mark.cue === 'to' && mark.span.to - mark.span.from <= 2) ||
  (mark.kind === 'sign' && /^[-/]$/.test(mark.sign))

/** The first lane of a sentence. */
export const laneOf = (marks: readonly Mark[], part: number): Lane | null => lanesOf(marks, part)[0]?.lane ?? null

const townFact = (
  place: MailPlace,
  mark: { span: Omit<Span, 'part'> },
  part: number,
  confidence: number,
): Fact<string> => fact(placeWords(place), mark, part, confidence)

/** What the prices of a sentence are for, in its order: loads and lanes, each with where it begins. */
export function subjectsOf(
  marks: readonly Mark[],
  part: number,
): { reference: Fact<string> | null; lane: Lane | null; from: number }[] {
  const references = marks.flatMap((mark) =>
    mark.kind === 'reference'
      ? [{ reference: fact(mark.reference, mark, part), lane: null, from: mark.span.from }]
      : [],
  )
  // Where a load is named its lane is known.
  if (references.length > 0) return references
  return lanesOf(marks, part).map((each) => ({ reference: null, ...each }))
}
