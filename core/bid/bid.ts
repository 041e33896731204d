import { z } from 'zod'
import { isDay } from '../time/local'

/** `draft` is being put together, `open` takes bids, `closed` is past its deadline, `awarded` has a routing guide. */
export const projectStates = ['draft', 'open', 'closed', 'awarded', 'cancelled'] as const
export type ProjectState = (typeof projectStates)[number]

export const projectStateWords: Record<ProjectState, string> = {
  draft: 'draft',
  open: 'open for bids',
  closed: 'closed',
  awarded: 'awarded',
  cancelled: 'cancelled',
}

/** What became of asking one carrier. */
export const inviteStates = ['invited', 'bid', 'declined'] as const
export type InviteState = (typeof inviteStates)[number]

/** Lanes that one project holds. */
export const maxLanes = 2000
/** Lanes of one project that are posted on boards: a board is no place for two thousand. */
export const maxPostedLanes = 50
/** Carriers that are invited to one project. */
export const maxInvited = 300
/** Carriers named for one lane of the routing guide. */
export const guideDepth = 3
export const maxQuestions = 10

/** What a person says of a project, beside its lanes and carriers. */
export const projectTermsSchema = z
  .object({
    title: z.string().trim().min(2, 'Give it a title').max(100, 'At most 100 characters'),
    /** Whose freight it is; the guide then holds for their loads only. Null for anybody's. */
    customerId: z.number().int().positive().nullable().default(null),
    /** The days on which loads picked up move at these prices, ISO. */
    validFrom: z.string().refine(isDay, 'Give the first day'),
    validTo: z.string().refine(isDay, 'Give the last day'),
    /** The instant until which carriers bid. */
    deadlineAt: z.number('Give the deadline').int().positive('Give the deadline'),
    /** Nobody of ours sees a bid before the deadline. */
    sealed: z.boolean().default(true),
    requirements: z.string().trim().max(2000, 'At most 2,000 characters').default(''),
    questions: z
      .array(z.string().trim().min(1).max(200, 'At most 200 characters'))
      .max(maxQuestions, `At most ${maxQuestions} questions`)
      .default([]),
    /** How long before the deadline who has not answered is reminded; 0 for never. */
    remindHours: z
      .number('Give the hours, 0 for never')
      .int()
      .min(0)
      .max(336, 'At most 336 hours, two weeks')
      .default(24),
    /** How long a carrier of the guide has to take a load that is offered to it. */
    acceptMinutes: z
      .number('Give the minutes')
      .int()
      .min(5, 'At least 5 minutes')
      .max(1440, 'At most a day, 1,440 minutes')
      .default(30),
  })
  .refine(({ validFrom, validTo }) => validFrom <= validTo, {
    path: ['validTo'],
    message: 'The last day is before the first',
  })
export type ProjectTerms = z.output<typeof projectTermsSchema>

/** One carrier's price on one lane: all in for a load, in minor units of the desk's currency. */
export const laneBidSchema = z.object({
  laneId: z.number().int().positive(),
  priceMinor: z.number().int().min(100).max(100_000_000),
  /** Loads a week it can haul at that price; null for as many as there are. */
  weeklyLoads: z.number().int().min(1).max(1000).nullable(),
  note: z.string().trim().max(200).default(''),
})
export type LaneBid = z.output<typeof laneBidSchema>

/** Who hauls a lane, best first, at which price. */
export interface GuideLane {
  laneId: number
  places: { carrierId: number; priceMinor: number; weeklyLoads: number | null }[]
}

/** Loads a week of a lane, from those of the whole period; null where nobody said how many. Every week that is begun counts. */
export function weeklyOf(loads: number | null, days: number): number | null {
  if (loads === null) return null
  return Math.max(1, Math.ceil(loads / Math.max(1, days / 7)))
}

/** How a lane stands on a board: on its way, up, on its way down, down, or not taken by the board. */
export const lanePostingStates = ['asked', 'up', 'removal_asked', 'down', 'refused'] as const
