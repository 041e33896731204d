import { z } from 'zod'

/** What boards show: loads that want a truck, and trucks that want a load. */
export const postingKinds = ['load', 'truck'] as const
export type PostingKind = (typeof postingKinds)[number]

const lat = z.number().min(-90).max(90)
const lon = z.number().min(-180).max(180)
const text = z.string().nullish()
/** `area`: the code of the market area that it lies in, where somebody knows it. */
const placeSchema = z.object({ city: text, region: z.string(), lat, lon, area: text })

/** A calendar day that exists, `2026-12-01`. */
const daySchema = z
  .string()
  .regex(/^\d{4}-\d\d-\d\d$/, 'a day is written like 2026-12-01')
  .refine((day) => !Number.isNaN(dayNumber(day)), 'there is no such day')

/** An instant; one without an offset is UTC. */
const instantSchema = z.string().refine((text) => !Number.isNaN(instantOf(text)), 'that is no instant')

const amountSchema = z.union([z.number(), z.string().regex(/^-?\d+(\.\d+)?$/, 'an amount is written like 1850.00')])
const figure = z.number().nullish()

/** A load or a truck as some board shows it. Weights in pounds, lengths in feet, miles are its own loaded miles. Null, or left out: it does not say. */
export const postingSchema = z.object({
  id: z.string().min(1),
  kind: z.enum(postingKinds),
  board: text,
  origin: placeSchema,
  /** None: open to anywhere, or to `toStates` where there are any. */
  destination: placeSchema.nullish(),
  toStates: z.array(z.string()).nullish(),
  equipment: z.string().min(1),
  /** Not said: a full one. */
  full: z.boolean().nullish(),
  lengthFt: figure,
  weightLb: figure,
  miles: figure,
  rate: z.object({ amount: amountSchema, basis: z.enum(['flat', 'per_mile']) }).nullish(),
  /** The days it is free on, both counted; no second: the first alone. */
  earliest: daySchema,
  latest: daySchema.nullish(),
  postedAt: instantSchema,
  company: text,
  daysToPay: figure,
  comments: text,
})
export type Posting = z.output<typeof postingSchema>

const circleSchema = z.object({ lat, lon, radius: z.number().min(0) })
const statesSchema = z.object({ states: z.array(z.string()) })
const areasSchema = z.object({ areas: z.array(z.string()) })
const endSchema = z.union([circleSchema, statesSchema, areasSchema])
type Circle = z.output<typeof circleSchema>
/** Where one end is asked to be: within straight miles of a point, in any of some states, or in any of some market areas. */
export type End = z.output<typeof endSchema>

export const isCircle = (end: End | null): end is Circle => end !== null && 'radius' in end

export const searchOrders = ['newest', 'per_mile', 'deadhead'] as const
export type SearchOrder = (typeof searchOrders)[number]

const optional = <T extends z.ZodType>(of: T) => of.nullish().transform((value) => value ?? null)
const askedFigure = optional(z.number())

/** What is asked of all postings. Null: not asked. */
export const searchQuerySchema = z
  .object({
    id: z.union([z.string(), z.number()]).nullish(),
    kind: z.enum(postingKinds),
    asOf: instantSchema,
    origin: optional(endSchema),
    destination: optional(endSchema),
    equipment: optional(z.array(z.string())),
    from: optional(daySchema),
    to: optional(daySchema),
    maxLengthFt: askedFigure,
    maxWeightLb: askedFigure,
    full: optional(z.boolean()),
    maxAgeHours: optional(z.number().min(0)),
    company: optional(z.string()),
    minPerMile: optional(amountSchema),
    /** What names no pay passes: most trucks do not. */
    maxPerMile: optional(amountSchema),
    /** For the whole trip. What names no pay, or one a mile over unknown miles, is at most anything and at least nothing. */
    minPay: optional(amountSchema),
    maxPay: optional(amountSchema),
    order: z
      .enum(searchOrders)
      .nullish()
      .transform((order) => order ?? 'newest'),
    limit: z
      .number()
      .int()
      .min(0)
      .nullish()
      .transform((limit) => limit ?? 50),
    near: optional(z.boolean()).transform((near) => near ?? false),
  })
  .refine(({ from, to }) => from === null || to === null || from <= to, {
    path: ['from'],
    message: 'the first day asked is after the last',
  })
export type SearchQuery = z.output<typeof searchQuerySchema>

const dayMs = 86_400_000
/** Postings name the same few days again and again. */
const knownDays = new Map<string, number>()
const mostKnownDays = 5000

/** Days since 1970 of a calendar day; NaN where there is no such day. */
export function dayNumber(day: string): number {
  const known = knownDays.get(day)
  if (known !== undefined) return known
  const at = Date.parse(`${day}T00:00:00Z`)
  const number = new Date(at).getUTCDate() === Number(day.slice(8, 10)) ? at / dayMs : Number.NaN
  if (knownDays.size < mostKnownDays) knownDays.set(day, number)
  return number
}

/** UTC milliseconds of an instant in ISO 8601; without an offset it is UTC. NaN where it is none. */
export const instantOf = (text: string): number =>
  Date.parse(text.length <= 10 || /(?:Z|[+-]\d\d:?\d\d)$/i.test(text) ? text : `${text}Z`)

/** What a posting pays for each of its own miles, in major units; NaN where it names no pay, or a flat one over miles that nobody knows. */
export function payPerMile({ rate, miles }: Pick<Posting, 'rate' | 'miles'>): number {
  if (!rate) return Number.NaN
  if (rate.basis === 'per_mile') return Number(rate.amount)
  return miles && miles > 0 ? Number(rate.amount) / miles : Number.NaN
}

/** What a posting pays for its whole trip, in major units; NaN where it names no pay, or one a mile over miles that nobody knows. */
export function payInAll({ rate, miles }: Pick<Posting, 'rate' | 'miles'>): number {
  if (!rate) return Number.NaN
  if (rate.basis === 'flat') return Number(rate.amount)
  return miles && miles > 0 ? Number(rate.amount) * miles : Number.NaN
}
