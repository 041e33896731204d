import { z } from 'zod'
import { type Posting, postingKinds, postingSchema } from './posting'

/** What a rep noted about a truck or a load that was found. */
export const workStates = ['called', 'no_answer', 'too_dear', 'booked', 'hidden'] as const
export type WorkState = (typeof workStates)[number]
export const workStateWords: Record<WorkState, string> = {
  called: 'called',
  no_answer: 'no answer',
  too_dear: 'too expensive',
  booked: 'booked',
  hidden: 'hidden',
}

/** What a board shows of somebody's truck or load beside what is searched. */
export const boardPostingSchema = postingSchema.extend({
  mc: z.string().nullable().default(null),
  phone: z.string().nullable().default(null),
  /** Our own load or truck that it is; null for somebody else's. */
  ownLoadId: z.number().nullable().default(null),
})
export type FoundPosting = z.output<typeof boardPostingSchema>

/** A truck or a load as it is kept beside a note. */
export const foundSchema = boardPostingSchema.pick({
  kind: true,
  origin: true,
  destination: true,
  equipment: true,
  company: true,
  mc: true,
  phone: true,
  earliest: true,
})
export type Found = z.output<typeof foundSchema>
export { postingKinds }

/**
 * What two boards call the same truck or load by: its kind, company (by MC number where there is one), ends, equipment and first day. Two trucks of one
 * carrier that stand in one town on one day with the same equipment are one row: they are offered by the same phone.
 */
export function sameKey(posting: FoundPosting): string {
  const { kind, origin, destination, equipment, earliest, mc, company, toStates } = posting
  const who = mc ? `mc${mc}` : (company ?? '').toLowerCase().replace(/[^a-z0-9]/g, '')
  const from = `${origin.region}${(origin.city ?? '').toLowerCase().replace(/[^a-z]/g, '')}`
  const to = destination
    ? `${destination.region}${(destination.city ?? '').toLowerCase().replace(/[^a-z]/g, '')}`
    : [...(toStates ?? [])].toSorted().join('')
  return [kind[0], who, from, to, equipment, earliest].join(':')
}

/** Of the same thing on several boards, what is shown: the newest first, and what it does not say from the others. */
export function mergedPosting(key: string, sources: readonly FoundPosting[]): FoundPosting {
  const [newest, ...rest] = sources.toSorted((one, other) => (one.postedAt < other.postedAt ? 1 : -1))
  const filled = { ...newest! }
  for (const other of rest) for (const field of fillable) fill(filled, other, field)
  return { ...filled, id: key }
}

const fillable = ['rate', 'miles', 'lengthFt', 'weightLb', 'daysToPay', 'comments', 'mc', 'phone', 'latest'] as const

function fill<Field extends (typeof fillable)[number]>(into: FoundPosting, from: FoundPosting, field: Field): void {
  if (into[field] === null || into[field] === undefined || into[field] === '') into[field] = from[field]
}

export type { Posting }
