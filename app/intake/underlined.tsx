import type { Fact, MailFacts, Span } from '#core/mail/mail'

export interface Underline extends Span {
  /** Which truck it belongs to, counted from 1; null for a price. */
  truck: number | null
  isDoubtful: boolean
  /** The first of its truck: its number stands before it. */
  isFirst: boolean
  isWarning: boolean
  what: string
}

/** Under so much a reading is doubtful. */
const doubtful = 0.8

/** The words that facts were read from, in the order of the text; of two over the same words the first stands. */
export function underlinesOf({ trucks, offers, warnings }: MailFacts): Underline[] {
  const found: Underline[] = []
  const add = (fact: Fact<unknown> | null, what: string, truck: number | null, isFirst = false, isWarning = false) => {
    if (fact?.at) found.push({ ...fact.at, what, truck, isFirst, isWarning, isDoubtful: fact.confidence < doubtful })
  }
  for (const [at, truck] of trucks.entries()) {
    add(truck.place, 'place', at + 1, true)
    add(truck.equipment, 'trailer', at + 1)
    add(truck.from, 'day', at + 1)
    add(truck.to, 'last day', at + 1)
    add(truck.count, 'number', at + 1)
    for (const each of truck.destinations) add(each, 'wants to go', at + 1)
    for (const each of truck.avoids) add(each, 'does not go', at + 1)
    for (const each of [truck.radiusMiles, truck.lengthFt, truck.weightLb]) add(each, 'figure', at + 1)
    add(truck.rate, 'price', at + 1)
  }
  for (const offer of offers) {
    add(offer.amount, 'price', null)
    for (const each of [offer.reference, offer.origin, offer.destination, offer.pickup, offer.expires])
      add(each, 'offer', null)
  }
  for (const each of warnings) add(each, 'warning', null, false, true)
  const sorted = found.toSorted((one, other) => one.part - other.part || one.from - other.from || other.to - one.to)
  const kept: Underline[] = []
  for (const each of sorted) {
    const last = kept.at(-1)
    if (!last || last.part !== each.part || each.from >= last.to) kept.push(each)
  }
  return kept
}

/** A text as it came, the words that something was read from underlined; what is doubtful is dotted, and Tab stops at it. */
export function Underlined({
  text,
  part,
  underlines,
  onDoubt,
}: {
  text: string
  part: number
  underlines: Underline[]
  onDoubt: (truck: number) => void
}) {
  const own = underlines.filter((each) => each.part === part)
  const pieces: React.ReactNode[] = []
  let at = 0
  for (const each of own) {
    if (each.from > at) pieces.push(text.slice(at, each.from))
    pieces.push(<Words key={each.from} text={text.slice(each.from, each.to)} underline={each} onDoubt={onDoubt} />)
    at = each.to
  }
  pieces.push(text.slice(at))
  return <p className="whitespace-pre-wrap break-words">{pieces}</p>
}

function Words({ text, underline, onDoubt }: { text: string; underline: Underline; onDoubt: (truck: number) => void }) {
  const { truck, isFirst, isDoubtful, isWarning, what } = underline
  const priceLine = isWarning ? 'border-bill' : 'border-ring'
  const number = isFirst && <sup className="mr-0.5 font-mono text-dusk">{truck}</sup>
  if (isDoubtful && truck !== null)
    return (
      <button
        type="button"
        className="border-b-2 border-dotted border-ring-text"
        title={`${what}: not sure; press to put it right`}
        onClick={() => onDoubt(truck)}
      >
        {number}
        {text}
      </button>
    )
  return (
    <span className={`border-b-2 ${truck === null ? priceLine : 'border-dusk'}`} title={what}>
      {number}
      {text}
    </span>
  )
}
