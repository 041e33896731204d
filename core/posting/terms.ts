import { z } from 'zod'
import { equipmentKinds } from '../load/load'
import { equipmentWords } from '../load/words'
import { formatAmount, formatMoney } from '../money/money'

/** Gear that a carrier has to bring along. */
export const gearKinds = ['tarps', 'straps', 'e_track', 'load_locks', 'pipe_stakes', 'lift_gate'] as const
export type Gear = (typeof gearKinds)[number]
export const gearWords: Record<Gear, string> = {
  tarps: 'tarps',
  straps: 'straps',
  e_track: 'e-track',
  load_locks: 'load locks',
  pipe_stakes: 'pipe stakes',
  lift_gate: 'lift gate',
}

export const placeDetails = ['town', 'area'] as const
export const placeDetailWords = { town: 'town', area: 'market area only' }
export const timeDetails = ['windows', 'asap', 'straight_through'] as const
export const timeDetailWords = {
  windows: 'pickup and delivery windows',
  asap: 'as soon as possible',
  straight_through: 'straight through after pickup',
}
export const payKinds = ['none', 'asking', 'highest'] as const
export const payKindWords = { none: 'no price', asking: 'asking price', highest: 'highest price' }
export const answerWays = ['both', 'phone', 'email'] as const
export const answerWayWords = { both: 'phone and email', phone: 'phone', email: 'email' }

const comment = z.string().trim().max(200, 'At most 200 characters')

/** Carriers that alone see a posting: those of named groups, and some by name. */
export const audienceSchema = z.object({
  /** Searches of the directory that are kept by name. */
  groupIds: z.array(z.number().int().positive()).max(20, 'At most 20 groups').default([]),
  carrierIds: z.array(z.number().int().positive()).max(100, 'At most 100 carriers').default([]),
  /** After so many minutes everybody sees it; null: nobody else ever does. */
  publicAfterMinutes: z
    .number('Give minutes')
    .int()
    .min(5, 'At least 5 minutes')
    .max(2880, 'At most two days')
    .nullable()
    .default(null),
  /** When that is; counted from when it was posted. */
  publicAt: z.number().int().nullable().default(null),
})
export type Audience = z.output<typeof audienceSchema>

/** What a load's postings show, as a rep chose it; the same on every board. */
export const postingTermsSchema = z.object({
  places: z.enum(placeDetails).default('town'),
  times: z.enum(timeDetails).default('windows'),
  /** Equipment that would do as well. */
  alsoEquipment: z.array(z.enum(equipmentKinds)).max(3, 'At most three').default([]),
  gear: z.array(z.enum(gearKinds)).default([]),
  showsPieces: z.boolean().default(true),
  /** What the freight is called; empty for its own name, or for nothing where the shipper keeps that secret. */
  freight: z.string().trim().max(40, 'At most 40 characters').default(''),
  payKind: z.enum(payKinds).default('none'),
  payMinor: z.number().int().min(1).max(100_000_000).nullable().default(null),
  answerBy: z.enum(answerWays).default('both'),
  /** Null: what is noted on the load for carriers, whatever that becomes. */
  comments: z.array(comment).max(2, 'At most two comments').nullable().default(null),
  /** Closed to carriers with fewer trucks. */
  minTrucks: z.number('Give a number').int().min(1).max(500).nullable().default(null),
  /** Who sees it; null: everybody. */
  audience: audienceSchema.nullable().default(null),
  /** Other loads like this one that the posting stands for too; it counts down as they are covered. */
  likeLoadIds: z.array(z.number().int().positive()).max(50, 'At most 50 loads in one posting').default([]),
  /** When it comes down by itself; null: before the pickup, by the time that a truck needs to get there. */
  expiresAt: z.number().int().nullable().default(null),
})
export type PostingTerms = z.output<typeof postingTermsSchema>

/** How a load is posted where nobody said otherwise. */
export const usualTerms: PostingTerms = postingTermsSchema.parse({})

/** A truck that is asked at the last minute needs so long to get to the pickup: postings end that much before it closes. */
export const usualNoticeMs = 90 * 60_000

/** A load posted after its pickup closed is given so long. */
const lateLifeMs = 2 * 3_600_000

/** When a load's postings come down by themselves. One that is posted at the last minute stays until the pickup closes; an end before it was posted was an earlier posting's. */
export function expiryOf({ expiresAt }: PostingTerms, pickupBy: number, postedAt: number): number {
  if (expiresAt !== null && expiresAt > postedAt) return expiresAt
  if (postedAt >= pickupBy) return postedAt + lateLifeMs
  return postedAt >= pickupBy - usualNoticeMs ? pickupBy : pickupBy - usualNoticeMs
}

/** What of the terms somebody chose differently than usual, in words; empty where nothing. */
export function termsWords(terms: PostingTerms): string {
  const { payKind, payMinor, gear, alsoEquipment, minTrucks, comments } = terms
  const said = [
    payKind !== 'none' && payMinor !== null ? `${payKindWords[payKind]} ${formatMoney(payMinor)}` : '',
    terms.places === 'area' ? placeDetailWords.area : '',
    terms.times === 'windows' ? '' : timeDetailWords[terms.times],
    alsoEquipment.length > 0 ? `or ${alsoEquipment.map((each) => equipmentWords[each].toLowerCase()).join(', ')}` : '',
    gear.length > 0 ? `needs ${gear.map((each) => gearWords[each]).join(', ')}` : '',
    terms.freight ? `freight shown as “${terms.freight}”` : '',
    minTrucks === null ? '' : `carriers with ${minTrucks} trucks or more`,
    terms.likeLoadIds.length === 0 ? '' : `${terms.likeLoadIds.length + 1} loads in one posting`,
    terms.audience === null ? '' : audienceWords(terms.audience),
    terms.answerBy === 'both' ? '' : `answers by ${answerWayWords[terms.answerBy]}`,
    comments && comments.length > 0 ? `“${comments.join(' ')}”` : '',
  ]
  return said.filter(Boolean).join(', ')
}

/** Who alone sees a posting, in words: `only for 2 groups and 1 carrier, public after 30 minutes`. */
export function audienceWords({ groupIds, carrierIds, publicAfterMinutes }: Audience): string {
  const counted = (count: number, noun: string) => (count === 0 ? '' : `${count} ${noun}${count === 1 ? '' : 's'}`)
  const who = [counted(groupIds.length, 'group'), counted(carrierIds.length, 'carrier')].filter(Boolean).join(' and ')
  return `only for ${who}${publicAfterMinutes === null ? '' : `, public after ${publicAfterMinutes} minutes`}`
}

/** Below this an amount for a whole load is a price per mile in the wrong field. */
const leastFlatMinor = 50_00

/** What of the terms cannot be posted, by field. */
export function wrongTerms(
  terms: PostingTerms,
  load: { maxPayMinor: number | null; pickupBy: number },
  now: number,
): { path: string; message: string } | null {
  const { payKind, payMinor, expiresAt, audience } = terms
  if (audience && audience.groupIds.length + audience.carrierIds.length === 0)
    return { path: 'audience', message: 'Choose a group or a carrier, or post it for everybody' }
  if (payKind !== 'none' && payMinor === null)
    return { path: 'payMinor', message: 'Give the price, or choose no price' }
  if (payKind !== 'none' && payMinor !== null && payMinor < leastFlatMinor)
    return { path: 'payMinor', message: 'That looks like a price per mile: give the price for the whole load' }
  if (payKind !== 'none' && payMinor !== null && load.maxPayMinor !== null && payMinor > load.maxPayMinor)
    return { path: 'payMinor', message: `That is above max (${formatAmount(load.maxPayMinor)})` }
  if (expiresAt !== null && expiresAt <= now) return { path: 'expiresAt', message: 'That is in the past' }
  if (expiresAt !== null && expiresAt > load.pickupBy)
    return { path: 'expiresAt', message: 'That is after the pickup closes' }
  return null
}
