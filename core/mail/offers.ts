import { fact } from './draft'
import { readExpiry } from './expiry'
import { isAboutFreight, isQuestion } from './gates'
import { type Lane, laneOf, subjectsOf } from './lanes'
import type { Fact, MailOffer } from './mail'
import type { Mark } from './marks'
import { type Amount, amountsOf, isBeside } from './prices'

/** What is known of an offer before its own sentence is read. */
interface Around {
  reference: Fact<string> | null
  lane: Lane | null
  pickup: Fact<string> | null
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
