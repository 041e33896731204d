import { fact, placeWords } from './draft'
import { readExpiry } from './expiry'
import { isAboutFreight, isQuestion } from './gates'
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
  /\b(?:do|for|at|need|want|take|is|get|be|rate:?|price:?|offer:?|cover|asking|pay|run|por|en|work|have|to|about|around|with|quote:?|by|bid:?|hacemos|haul|of|us|are|consider|accept|try|like|interested at|considering)\s+(?:(?:it|this|that|one|you|us|me|for|at|around|about|ya|him|a|load|have|get|be|down|to|would|have to have)\s+){0,3}\$?([1-9]\d{0,2},\d{3}|[1-9]\d{2,4}|[1-9](?:\.\d)?(?=k\b))(k\b)?(?:\.\d{2})?(?![\d,./-]*\d)(?!\s*(?:lbs?|pounds?|#|mi\b|miles?|ft\b|feet|pallets?|am\b|pm\b|hrs?\b|hours?\b|minutes?\b|in the\b|[a-z]*\s*(?:st|street|ave|road|rd)\b))/gi
/** A number that stands for itself: at the end of a line, or all that is written. */
const atEnd =
  /(?:^|[:\-–=]\s*|\s)\$?([1-9],\d{3}|[1-9]\d{2,4})(k)?(?:\.\d{2})?\s*(?:all ?in|flat|total|even|usd|on this(?: one)?|for (?:it|this(?: one)?|that(?: one)?)|please|todo incluido|works?|each)?[.!?]*\s*$/i
/** Of what a price is that is no price of a load. */
const beside =
  /trailer|truck #|truck \d|unit #?\d|driver #|\bmc\b|\bdot\b|phone|advance|detention|lumper|layover|tonu|not used|deposit|stop.?off|extra stop|insurance|cargo|liability|coverage|an hour|per hour|\/ ?hr|per day|sign-on|auto\b|seal|weight|invoice|receipt|tarp fee|fuel surcharge/i
/** Whose price it is not: ours, or one that was left. */
const others =
  /(?:\byour|\bposted (?:at|for|it at)|\bsee you(?: have)?|\bwas at|\bwere at|can'?t do|cannot do|can not do|won'?t do|\bnot|instead of|\binstead|you (?:offered|said|had|have)|down from|up from|\bpaying|\bpays|\bthan)\s+(?:it\s+)?(?:at\s+|for\s+)?\$?$/i

function amountsOf(text: string, offset: number, marks: readonly Mark[], isShortAnswer = false): Amount[] {
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
  // An answer of few words about one load: a bare number in it is the price.
  const isGuess = isShortAnswer && found.length === 0 && plain.length === 0
  if (isGuess)
    plain.push(
      ...text.matchAll(
        /(?<![\d.,#/:$-])([1-9]\d{0,1},\d{3}|[1-9]\d{2,3})(?![\d,./:-]*\d|\s*(?:am|pm|lbs?|k|mi|miles?|ft|pallets?|hrs?|min)\b)/gi,
      ),
    )
  for (const match of plain) {
    const number = match[1]!
    const at = offset + match.index + match[0].indexOf(number)
    const isTaken =
      isKnown(at) ||
      marks.some(({ kind, span }) => /^(?:reference|day|weight|radius)$/.test(kind) && at >= span.from && at < span.to)
    if (isTaken) continue
    const value = Number(number.replaceAll(',', '')) * (match[2] ? 1000 : 1)
    if (value < 150 || value > 30_000 || (isGuess && value % 5 !== 0)) continue
    found.push({
      value,
      basis: 'flat',
      currency: /\bcad\b/i.test(text) ? 'CAD' : 'USD',
      from: at,
      to: at + number.length,
      confidence: isGuess ? 0.65 : 0.85,
    })
  }
  return found.toSorted((one, other) => one.from - other.from).filter((amount) => isPrice(amount, text, offset))
}

/** A sentence about money that is no price for a load: what was paid beside it, what was agreed, what is declined. */
const isBeside = (text: string): boolean =>
  /\b(?:receipt|rate con(?:firmation)?|agreed (?:on|to)|(?:have|had|going) to pass|we(?:'ll| will)? pass|pass (?:at|on)|gift card|deposit|short.?paid|statement|invoices?|dispute|charge.?back|late fee|fine of)\b/i.test(
    text,
  )

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
function subjectsOf(
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

/** Whether a sentence is a price for a lane, not a truck that would go there. */
export const isPricedLane = (text: string, marks: readonly Mark[]): boolean =>
  laneOf(marks, 0) !== null &&
  !/\b(?:empty|avail(?:able)?|mt|ready|sitting|emptying|delivering|truck in|have a|got a)\b/i.test(text) &&
  amountsOf(text, marks[0]!.span.from - Math.max(0, text.search(/\S/)), marks).length > 0

/** Whether a sentence asks what a load pays, and offers nothing. */
const isAsked = (text: string): boolean =>
  isQuestion(text) &&
  !/\b(?:(?:can|could|would|will) (?:you|we|i|they)|would .{0,30}work|consider|how about|what about|accept)\b/i.test(
    text,
  )

/** Reads the prices of one part, sentence by sentence. */
export class OfferReader {
  private readonly offers: MailOffer[] = []
  private around: Around
  /** Until when all prices of the mail stand, said beside them. */
  private expires: Fact<string> | null = null

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
    const upTo = expiry?.from ?? Number.POSITIVE_INFINITY
    const amounts =
      isAsked(text) || isBeside(text)
        ? []
        : amountsOf(text, offset, marks, this.isShortAnswer(text)).filter(({ from }) => from < upTo)
    const day = marks.find(
      (mark): mark is Extract<Mark, { kind: 'day' }> => mark.kind === 'day' && mark.span.from < upTo,
    )
    const subjects = subjectsOf(marks, part)
    const before = this.offers.length
    for (const [at, { reference, lane, from }] of subjects.entries()) {
      const end = subjects[at + 1]?.from ?? Number.POSITIVE_INFINITY
      const pickup = day && !(isTruck && !lane) ? fact(day.from, day, part, 0.85) : null
      this.around = { reference: reference ?? this.around.reference, lane: lane ?? this.around.lane, pickup }
      // A price may stand before what it is for where that is one thing: `1,900 for PR-26014`.
      const price = amounts.filter((each) => each.from < end && (each.from > from || subjects.length === 1)).at(-1)
      if (price) this.add(price, { reference, lane, pickup })
    }
    const price = amounts.at(-1)
    // In an answer about a load a price for the whole is for that load.
    const isAnswer = this.subject.reference !== null && price?.basis === 'flat'
    if (subjects.length === 0 && price && (!isTruck || isAnswer))
      this.add(price, { reference: null, lane: null, pickup: day && !isTruck ? fact(day.from, day, part, 0.85) : null })
    if (expiry) this.setExpiry(expiry.fact, before)
  }

  private isShortAnswer(text: string): boolean {
    return (
      this.subject.reference !== null &&
      text.split(/\s+/).length <= 14 &&
      !/\b(?:mc|dot|truck|trailer|driver|unit|eta|call|phone|cell)\b/i.test(text)
    )
  }

  /** Until when the prices of a sentence stand; said without a price, those before it and after. */
  private setExpiry(expires: Fact<string>, before: number): void {
    const own = this.offers.slice(before)
    for (const offer of own) offer.expires = expires
    if (own.length === 0) this.expires = expires
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
    // A number that only may be a price replaces none that was said as one.
    if (before >= 0 && price.confidence < 0.7) return
    if (before >= 0) this.offers[before] = { ...offer, pickup: offer.pickup ?? this.offers[before]!.pickup }
    else this.offers.push(offer)
  }

  addRow(offer: MailOffer): void {
    this.offers.push(offer)
  }

  /** The prices; those that name neither load nor lane are no offers where the mail has trucks: they are what the trucks want. */
  finish(hasTrucks: boolean): MailOffer[] {
    for (const offer of this.offers) offer.expires ??= this.expires
    return hasTrucks ? this.offers.filter(({ reference, origin }) => reference || origin) : this.offers
  }
}
