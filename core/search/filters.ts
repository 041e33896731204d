import { hasBit } from './bits'
import { chord2OfMiles, milesOfChord2, unitOf } from './globe'
import { dayNumber, type End, instantOf, isCircle, type SearchQuery } from './posting'
import type { PostingBook } from './posting-book'
import { decimal, whole } from './rows'
import type { Sieve } from './sieve'
import type { MissKind, Slack } from './slack'

const hourMs = 3_600_000
/** Sums are of decimal fractions: what is a hair over the limit by rounding alone is at it. */
const roundingShare = 1e-9
/** Outside is outside, also where rounding would say that it is not. */
const leastMiss = 1e-9

/** How much may be missed of each filter of a query: what a miss is a share of. */
export function limitsOf(
  { minPerMile, maxPerMile, minPay, maxPay }: SearchQuery,
  slack: Slack,
): Record<MissKind, number> {
  return {
    origin: slack.miles,
    destination: slack.miles,
    dates: slack.days,
    length: slack.lengthFt,
    weight: slack.weightLb,
    age: slack.hours,
    per_mile: Number(minPerMile ?? maxPerMile ?? 0) * slack.share * (1 + roundingShare),
    pay: Number(minPay ?? maxPay ?? 0) * slack.share * (1 + roundingShare),
  }
}

const nothingSettled: ReadonlySet<MissKind> = new Set()

/** Lets through the sieve what holds all that a query asks beside its sets and what is settled, or misses one thing of it by little. */
export function applyFilters(
  sieve: Sieve,
  book: PostingBook,
  query: SearchQuery,
  limits: Record<MissKind, number>,
  settled: ReadonlySet<MissKind> = nothingSettled,
): void {
  const { from, to, maxLengthFt, maxWeightLb, maxAgeHours, minPerMile, maxPerMile, minPay, maxPay, company } = query
  const at = instantOf(query.asOf)
  const as = (what: MissKind, scale?: number) => ({ what, limit: limits[what], scale })
  // What is posted later is not there yet: that is never missed by little.
  if (book.newest > at) sieve.atMost(book, decimal.postedAt, at, { what: 'age', limit: 0 })
  if (company) sieve.flagged(book, whole.company, book.companySearch.holding(company))
  if ((from !== null || to !== null) && !settled.has('dates')) {
    const asked = [from === null ? -Infinity : dayNumber(from), to === null ? Infinity : dayNumber(to)] as const
    sieve.overlapping(book, [whole.earliest, whole.latest], asked, as('dates'))
  }
  if (maxAgeHours !== null) sieve.atLeast(book, decimal.postedAt, at - maxAgeHours * hourMs, as('age', 1 / hourMs))
  if (maxLengthFt !== null) sieve.atMost(book, decimal.lengthFt, maxLengthFt, as('length'))
  if (maxWeightLb !== null) sieve.atMost(book, decimal.weightLb, maxWeightLb, as('weight'))
  if (minPerMile !== null) sieve.atLeast(book, decimal.perMile, Number(minPerMile), as('per_mile'))
  if (maxPerMile !== null) sieve.atMost(book, decimal.perMile, Number(maxPerMile), as('per_mile'))
  if (minPay !== null) sieve.paying(book, cents(minPay), Number.POSITIVE_INFINITY, as('pay', 1 / 100))
  if (maxPay !== null) sieve.paying(book, Number.NEGATIVE_INFINITY, cents(maxPay), as('pay', 1 / 100))
  if (!settled.has('origin'))
    applyCircle(sieve, query.origin, as('origin'), (slot) => book.whole(slot, 'originPlace'), book)
  if (!settled.has('destination'))
    applyCircle(sieve, query.destination, as('destination'), (slot) => book.whole(slot, 'destPlace'), book)
}

const cents = (amount: string | number): number => Math.round(Number(amount) * 100)

function applyCircle(
  sieve: Sieve,
  end: End | null,
  as: { what: MissKind; limit: number },
  placeOf: (slot: number) => number,
  { places, open }: PostingBook,
): void {
  if (!isCircle(end)) return
  const [x, y, z] = unitOf(end)
  const [inside, nearby] = [chord2OfMiles(end.radius), chord2OfMiles(end.radius + as.limit)]
  sieve.around((slot) => {
    const place = placeOf(slot)
    // Without a destination: open to anywhere holds, some states alone do not.
    if (place < 0) return hasBit(open.words, slot) ? 0 : Number.NaN
    const apart = places.chord2(place, x, y, z)
    if (apart <= inside) return 0
    return apart <= nearby ? Math.max(leastMiss, milesOfChord2(apart) - end.radius) : Number.POSITIVE_INFINITY
  }, as)
}
