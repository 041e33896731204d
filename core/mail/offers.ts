import { fact, placeWords } from './draft'
import { readExpiry } from './expiry'
import { isAboutFreight } from './gates'
import type { Fact, MailOffer, MailPlace, Span } from './mail'
import type { Mark } from './marks'

/** A lane that a mail names: a town and the one that is behind it. */
export interface Lane {
  origin: Fact<string>
  destination: Fact<string>
}

/** What is known of an offer before its own sentence is read. */
interface Around {
  reference: Fact<string> | null
  lane: Lane | null
  pickup: Fact<string> | null
}

interface Amount {
  value: number
  basis: 'flat' | 'per_mile'
  currency: 'USD' | 'CAD'
  from: number
  to: number
  confidence: number
}

/** A number without a sign, behind a word that a price follows. */
const afterWord =
  /\b(?:do|for|at|need|want|take|is|get|be|rate:?|price:?|offer:?|cover|asking|pay|run|por|en|work|have|to|about|around|with|quote:?|by|bid:?|hacemos|haul|of|us|are)\s+(?:(?:it|this|that|one|you|us|me|for|at|around|about|ya|him|a|load|have|get|be|down|to|would|have to have)\s+){0,3}\$?([1-9]\d{0,2},\d{3}|[1-9]\d{2,4}|[1-9](?:\.\d)?(?=k\b))(k\b)?(?:\.\d{2})?(?![\d,./-]*\d)(?!\s*(?:lbs?|pounds?|#|mi\b|miles?|ft\b|feet|pallets?|am\b|pm\b|hrs?\b|hours?\b|minutes?\b|in the\b|[a-z]*\s*(?:st|street|ave|road|rd)\b))/gi
/** A number that stands for itself: at the end of a line, or all that is written. */
const atEnd =
  /(?:^|[:\-–=]\s*|\s)\$?([1-9],\d{3}|[1-9]\d{2,4})(k)?(?:\.\d{2})?\s*(?:all ?in|flat|total|even|usd|on this(?: one)?|for (?:it|this(?: one)?|that(?: one)?)|please|todo incluido|works?|each|\?|!|\.)?\s*$/i
/** Of what a price is that is no price of a load. */
const beside =
  /trailer|truck #|truck \d|unit|driver|\bmc\b|\bdot\b|phone|advance|detention|lumper|layover|tonu|not used|deposit|stop.?off|extra stop|insurance|cargo|liability|coverage|an hour|per hour|\/ ?hr|per day|sign-on|auto\b|seal|weight|invoice|receipt|tarp fee|fuel surcharge/i
/** Whose price it is not: ours, or one that was left. */
const others =
  /(?:\byour|\bposted (?:at|for|it at)|\bsee you(?: have)?|\bwas at|\bwere at|can'?t do|cannot do|can not do|won'?t do|\bnot|instead of|\binstead|you (?:offered|said|had|have)|down from|up from|\bpaying|\bpays|\bthan)\s+(?:it\s+)?(?:at\s+|for\s+)?\$?$/i

function amountsOf(text: string, offset: number, marks: readonly Mark[]): Amount[] {
  const found: Amount[] = marks.flatMap((mark) =>
    mark.kind === 'money'
      ? [
          {
            value: Number(mark.rate.amount),
            basis: mark.rate.basis,
            currency: mark.currency,
            ...mark.span,
            confidence: mark.isSigned ? 0.96 : 0.9,
          },
        ]
      : [],
  )
  const isKnown = (at: number) => found.some(({ from, to }) => at >= from - 1 && at < to)
  const last = atEnd.exec(text)
  const plain = last ? [...text.matchAll(afterWord), last] : [...text.matchAll(afterWord)]
  for (const match of plain) {
    const number = match[1]!
    const at = offset + match.index + match[0].indexOf(number)
    const isTaken =
      isKnown(at) ||
      marks.some(({ kind, span }) => /^(?:reference|day|weight|radius)$/.test(kind) && at >= span.from && at < span.to)
    if (isTaken) continue
    const value = Number(number.replaceAll(',', '')) * (match[2] ? 1000 : 1)
    if (value < 150 || value > 30_000) continue
    found.push({
      value,
      basis: 'flat',
      currency: /\bcad\b/i.test(text) ? 'CAD' : 'USD',
      from: at,
      to: at + number.length,
      confidence: 0.85,
    })
  }
  return found.toSorted((one, other) => one.from - other.from).filter((amount) => isPrice(amount, text, offset))
}

function isPrice({ from, to, basis, value }: Amount, text: string, offset: number): boolean {
  const start = from - offset
  const before = /[^.;\n]{0,40}$/.exec(text.slice(0, start))?.[0] ?? ''
  const after = /^[^.;,\n]{0,24}/.exec(text.slice(to - offset))?.[0] ?? ''
  if (others.test(before.trimEnd() === before ? before : `${before.trimEnd()} `)) return false
  const clause = (/[^,]*$/.exec(before)?.[0] ?? '') + after
  if (beside.test(clause) || /^\s*(?:is|was|seems) (?:light|low|too low|short)/i.test(after)) return false
  if (/^\s*(?:\/ ?hr|\/ ?hour|an hour|lb|mi\b|miles)/i.test(after)) return false
  return basis === 'per_mile' ? value >= 0.8 && value < 15 : value >= 100 && value <= 60_000
}

/** The lane of a sentence: two towns with nothing but `to` or a dash between them. */
export function laneOf(marks: readonly Mark[], part: number): Lane | null {
  for (const [at, mark] of marks.entries()) {
    if (mark.kind !== 'place') continue
    const between: Mark[] = []
    for (const next of marks.slice(at + 1)) {
      if (next.kind === 'place') {
        const isLane =
          between.length > 0 &&
          between.every(
            (each) =>
              (each.kind === 'cue' && each.cue === 'to' && each.span.to - each.span.from <= 2) ||
              (each.kind === 'sign' && /^[-/]$/.test(each.sign)),
          )
        if (isLane)
          return {
            origin: townFact(mark.place, mark, part, mark.confidence),
            destination: townFact(next.place, next, part, next.confidence),
          }
        break
      }
      between.push(next)
    }
  }
  return null
}

const townFact = (
  place: MailPlace,
  mark: { span: Omit<Span, 'part'> },
  part: number,
  confidence: number,
): Fact<string> => fact(placeWords(place), mark, part, confidence)

const referenceOf = (marks: readonly Mark[], part: number): Fact<string> | null => {
  const mark = marks.find((each): each is Extract<Mark, { kind: 'reference' }> => each.kind === 'reference')
  return mark ? fact(mark.reference, mark, part) : null
}

/** Whether a sentence is a price for a lane, not a truck that would go there. */
export const isPricedLane = (text: string, marks: readonly Mark[]): boolean =>
  laneOf(marks, 0) !== null &&
  !/\b(?:empty|avail(?:able)?|mt|ready|sitting|emptying|delivering|truck in|have a|got a)\b/i.test(text) &&
  amountsOf(text, marks[0]!.span.from - Math.max(0, text.search(/\S/)), marks).length > 0

/** Reads the prices of one part, sentence by sentence. */
export class OfferReader {
  private readonly offers: MailOffer[] = []
  private around: Around
  /** Until when all prices of the mail stand, said beside them. */
  private expires: Fact<string> | null = null
  private readonly lanes: Lane[] = []

  constructor(
    private readonly sentAt: string,
    private readonly part: number,
    private readonly subject: { reference: Fact<string> | null; lane: Lane | null; isAnswer: boolean },
  ) {
    this.around = { reference: null, lane: null, pickup: null }
  }

  /** Reads one sentence. `isTruck`: its price may be what a truck wants; it is an offer only where a load or lane is named. */
  read(text: string, offset: number, marks: readonly Mark[], isTruck: boolean): void {
    if (isAboutFreight(text)) return
    const { part } = this
    const expiry = readExpiry(text, offset, marks, this.sentAt, part)
    const reference = referenceOf(marks, part)
    const lane = laneOf(marks, part)
    const upTo = expiry?.from ?? Number.POSITIVE_INFINITY
    const day = marks.find(
      (mark): mark is Extract<Mark, { kind: 'day' }> => mark.kind === 'day' && mark.span.from < upTo,
    )
    if (lane) this.lanes.push(lane)
    if (reference) this.around = { ...this.around, reference }
    if (lane) this.around = { ...this.around, lane, pickup: day ? fact(day.from, day, part, 0.85) : null }
    const amounts = amountsOf(text, offset, marks).filter(({ from }) => from < upTo)
    const price = amounts.at(-1)
    // In an answer about a load a price for the whole is for that load.
    const isAnswer = this.subject.reference !== null && price?.basis === 'flat'
    if (price && !(isTruck && !reference && !lane && !isAnswer))
      this.add(price, { reference, lane, pickup: day ? fact(day.from, day, part, 0.85) : null })
    if (!expiry) return
    const last = this.offers.at(-1)
    if (last && price) last.expires = expiry.fact
    else this.expires = expiry.fact
  }

  private add(price: Amount, own: Around): void {
    const { part, subject } = this
    const reference = own.reference ?? (own.lane ? null : (this.around.reference ?? subject.reference))
    const lane = reference ? null : (own.lane ?? this.around.lane ?? subject.lane)
    if (!reference && !lane && !subject.isAnswer) return
    const offer: MailOffer = {
      ...{ reference, origin: lane?.origin ?? null, destination: lane?.destination ?? null },
      amount: fact(price.value.toFixed(2), { span: { from: price.from, to: price.to } }, part, price.confidence),
      ...{ currency: price.currency, basis: price.basis, expires: null },
      pickup: own.pickup ?? (lane ? this.around.pickup : null),
    }
    const isSame = (other: MailOffer) =>
      other.reference?.value === reference?.value &&
      other.origin?.value === offer.origin?.value &&
      other.destination?.value === offer.destination?.value
    // A second price for the same load in one mail replaces the first: `was at 1,800, can do 1,700`.
    const before = this.offers.findIndex(isSame)
    if (before >= 0) this.offers[before] = { ...offer, pickup: offer.pickup ?? this.offers[before]!.pickup }
    else this.offers.push(offer)
  }

  addRow(offer: MailOffer): void {
    this.offers.push(offer)
  }

  /** Where the prices stand that are offers: no truck's wish. */
  spans(): number[] {
    return this.offers.flatMap(({ amount }) => amount.at?.from ?? [])
  }

  finish(): MailOffer[] {
    for (const offer of this.offers) offer.expires ??= this.expires
    return this.offers
  }
}
