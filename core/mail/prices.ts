import type { Mark } from './marks'

export interface Amount {
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

export function amountsOf(text: string, offset: number, marks: readonly Mark[], isShortAnswer = false): Amount[] {
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
export const isBeside = (text: string): boolean =>
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
