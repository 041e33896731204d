import { longestRead, ownWords } from './own-words'

/** What can be read from a carrier's email about one load. */
export interface ReplyFacts {
  /** The price, where there is one reading only. */
  amountMinor: number | null
  /** Every amount that could be the price, the likeliest first; more than one has to be asked about. */
  readings: number[]
  mcNumber: string | null
}

/** An amount with its sign: `$1,850`, `usd 2100.50`. */
const signed = /(?:\$\s*|usd\s*)(\d{1,3}(?:,\d{3})|\d{3,5})(\.\d{2})?(?!\d)/gi
/** An amount without one, after a word that a price follows: `can do 2400`, `need 2,350`. */
const plain =
  /\b(?:do|for|at|need|want|take|is|get|be|rate|price|offer|cover|asking|pay)\s+(?:(?:it|this|that|you|us|me|for|at|around|about)\s+){0,2}([1-9]\d{0,2},\d{3}|[1-9]\d{2,4})(\.\d{2})?(?![\d,.:/-]*\d)(?!\s*(?:lbs?|pounds?|#|mi\b|miles?|ft\b|feet|pallets?|am\b|pm\b|hrs?\b|hours?\b|minutes?\b|[a-z]*\s*(?:st|street|ave|road|rd)\b))/gi
/** What an amount is called that is a part of the pay, or beside it. */
const part =
  /advance|detention|lumper|layover|tonu|not used|deposit|stop.?off|extra stop|insurance|cargo|liability|per mile|\/\s*mi|an hour|per hour|\/\s*hr/i

/**
 * Reads prices and one MC number from a plain email text. Quoted history and signatures are left out; where there are two amounts, or the one
 * that is there may be only a part, there is no certain price, because a wrong one is worse than a question.
 */
export function readReply(text: string): ReplyFacts {
  const own = ownWords(text)
  const found = [...amountsIn(own, signed), ...amountsIn(own, plain)]
  const whole = found.filter((each) => !each.isPart)
  const readings = [...new Set([...whole, ...found].map((each) => each.minor))].slice(0, maxReadings)
  const numbers = new Set(
    [...text.slice(0, longestRead).matchAll(/\bMC\s?#?-?\s?(\d{4,8})\b/gi)].map((match) => match[1]!),
  )
  return {
    amountMinor: readings.length === 1 && whole.length > 0 ? readings[0]! : null,
    readings,
    mcNumber: numbers.size === 1 ? [...numbers][0]! : null,
  }
}

const maxReadings = 6

function amountsIn(text: string, pattern: RegExp): { minor: number; isPart: boolean }[] {
  return [...text.matchAll(pattern)].slice(0, 50).map((match) => {
    const end = match.index + match[0].length
    // The words of its own clause: up to the next point, comma or line.
    const before = /[^.;,\n]{0,24}$/.exec(text.slice(Math.max(0, match.index - 24), match.index))?.[0] ?? ''
    const after = /^[^.;,\n]{0,24}/.exec(text.slice(end, end + 24))?.[0] ?? ''
    return {
      minor: Math.round(Number(`${match[1]!.replaceAll(',', '')}${match[2] ?? ''}`) * 100),
      isPart: part.test(before) || part.test(after),
    }
  })
}

/** The load a reply belongs to, from the plus part of the address it came to: `offers+k7x2@…`. */
export function replyReference(address: string): string | null {
  return /^[^@+\s]{1,64}\+([a-z0-9]{4,32})@/i.exec(address)?.[1]?.toLowerCase() ?? null
}
