import { compareIds } from './id-order'
import { type End, instantOf, type Posting, payPerMile, type SearchQuery } from './posting'
import type { SearchAnswer } from './search'
import type { Miss, MissKind } from './slack'

// The same search without any index, told as the rules tell it: one posting after the other. What the index is tested and measured against.

const radian = Math.PI / 180

/** Great-circle miles by the haversine. */
function miles(from: { lat: number; lon: number }, to: { lat: number; lon: number }): number {
  const north = Math.sin(((to.lat - from.lat) * radian) / 2)
  const east = Math.sin(((to.lon - from.lon) * radian) / 2)
  const a = north * north + Math.cos(from.lat * radian) * Math.cos(to.lat * radian) * east * east
  return 2 * 3958.8 * Math.asin(Math.min(1, Math.sqrt(a)))
}

interface Verdict {
  misses: { what: MissKind; by: number; share: number }[]
  /** Misses something that is never missed by little. */
  isOut: boolean
}

const dayOf = (day: string) => Date.parse(day) / 86_400_000

function originOf({ origin }: Posting, asked: End | null): number | null {
  if (!asked) return 0
  if ('states' in asked) return asked.states.includes(origin.region) ? 0 : null
  if ('areas' in asked) return asked.areas.includes(origin.area ?? 'none') ? 0 : null
  return Math.max(0, miles(asked, origin) - asked.radius)
}

function destinationOf({ destination, toStates }: Posting, asked: End | null): number | null {
  if (!asked) return 0
  const states = [...(toStates ?? []), ...(destination ? [destination.region] : [])]
  if ('states' in asked) {
    if (asked.states.length === 0) return null
    return states.length === 0 || states.some((state) => asked.states.includes(state)) ? 0 : null
  }
  if ('areas' in asked) {
    if (asked.areas.length === 0) return null
    return states.length === 0 || asked.areas.includes(destination?.area ?? 'none') ? 0 : null
  }
  if (destination) return Math.max(0, miles(asked, destination) - asked.radius)
  return states.length === 0 ? 0 : null
}

/** Dollars for the whole trip, to the cent; null where nobody can tell. */
function totalOf({ rate, miles: own }: Posting): number | null {
  if (!rate) return null
  if (rate.basis === 'flat') return Math.round(Number(rate.amount) * 100) / 100
  return own ? Math.round(Number(rate.amount) * own * 100) / 100 : null
}

function judge(posting: Posting, query: SearchQuery): Verdict {
  const misses: Verdict['misses'] = []
  let isOut = posting.kind !== query.kind
  const miss = (what: MissKind, by: number | null, most: number) => {
    if (by === null || by > most) isOut = true
    else if (by > 0) misses.push({ what, by, share: by / most })
  }
  const [at, postedAt] = [instantOf(query.asOf), instantOf(posting.postedAt)]
  if (postedAt > at) isOut = true
  if (query.equipment && !query.equipment.includes(posting.equipment)) isOut = true
  if (query.full !== null && query.full !== (posting.full ?? true)) isOut = true
  if (query.company && !(posting.company ?? '').toLowerCase().includes(query.company.toLowerCase())) isOut = true
  miss('origin', originOf(posting, query.origin), 50)
  miss('destination', destinationOf(posting, query.destination), 50)
  const [first, last] = [dayOf(posting.earliest), dayOf(posting.latest ?? posting.earliest)]
  miss('dates', Math.max(0, query.from ? dayOf(query.from) - last : 0, query.to ? first - dayOf(query.to) : 0), 1)
  if (query.maxLengthFt !== null) miss('length', Math.max(0, (posting.lengthFt ?? 0) - query.maxLengthFt), 4)
  if (query.maxWeightLb !== null) miss('weight', Math.max(0, (posting.weightLb ?? 0) - query.maxWeightLb), 5000)
  if (query.maxAgeHours !== null) miss('age', Math.max(0, (at - postedAt) / 3_600_000 - query.maxAgeHours), 24)
  if (query.minPerMile !== null) {
    const [pays, least] = [payPerMile(posting), Number(query.minPerMile)]
    miss('per_mile', Number.isNaN(pays) ? null : Math.max(0, least - pays), least / 10 + 1e-9)
  }
  if (query.maxPerMile !== null) {
    const [pays, most] = [payPerMile(posting), Number(query.maxPerMile)]
    miss('per_mile', Number.isNaN(pays) ? 0 : Math.max(0, pays - most), Number(query.minPerMile ?? most) / 10 + 1e-9)
  }
  const inAll = totalOf(posting)
  if (query.minPay !== null) {
    const least = Number(query.minPay)
    miss('pay', inAll === null ? null : Math.max(0, least - inAll), least / 10 + 1e-6)
  }
  if (query.maxPay !== null) {
    const most = Number(query.maxPay)
    miss('pay', inAll === null ? 0 : Math.max(0, inAll - most), Number(query.minPay ?? most) / 10 + 1e-6)
  }
  return { misses, isOut }
}

const units = {
  origin: 'mi',
  destination: 'mi',
  dates: 'days',
  length: 'ft',
  weight: 'lb',
  age: 'hours',
  per_mile: 'usd',
  pay: 'usd',
} as const
const tenths = new Set<MissKind>(['origin', 'destination', 'age'])
const told = ({ what, by }: { what: MissKind; by: number }): Miss => {
  const of = tenths.has(what) ? 10 : 100
  return { what, by: Math.round(by * of) / of, unit: units[what] }
}

function keyOf(posting: Posting, { order, origin }: SearchQuery): number {
  const pays = payPerMile(posting)
  if (order === 'per_mile') return Number.isNaN(pays) ? Number.POSITIVE_INFINITY : -pays
  if (order === 'deadhead' && origin && 'radius' in origin) return miles(origin, posting.origin)
  return -instantOf(posting.postedAt)
}

/** What `searchPostings` answers, found by looking at every posting. */
export function scanPostings(postings: readonly Posting[], query: SearchQuery): SearchAnswer {
  const judged = postings.map((posting) => ({ posting, ...judge(posting, query), key: keyOf(posting, query) }))
  const hits = judged
    .filter(({ isOut, misses }) => !isOut && misses.length === 0)
    .sort(
      (one, other) => (one.key === other.key ? 0 : one.key - other.key) || compareIds(one.posting.id, other.posting.id),
    )
  const near = judged
    .filter(({ isOut, misses }) => query.near && !isOut && misses.length === 1)
    .sort((one, other) => one.misses[0]!.share - other.misses[0]!.share || compareIds(one.posting.id, other.posting.id))
  const byState: Record<string, number> = {}
  for (const { posting } of hits) byState[posting.origin.region] = (byState[posting.origin.region] ?? 0) + 1
  return {
    total: hits.length,
    hits: hits.slice(0, query.limit).map(({ posting }) => posting.id),
    byState,
    near: near.slice(0, 20).map(({ posting, misses }) => ({ id: posting.id, misses: misses.map(told) })),
  }
}
