import { z } from 'zod'
import { equipmentKinds } from '../load/load'
import { regionNames } from '../place/regions'
import { isDay } from '../time/local'

/** How we know of a truck: its carrier's email, somebody who said it on the phone. */
export const truckSources = ['mail', 'phone'] as const
export type TruckSource = (typeof truckSources)[number]

/** `proposed`: read from a mail, until somebody confirms it. `known`: it counts. `refused`: misread, or no truck. `gone`: taken since. */
export const truckStates = ['proposed', 'known', 'refused', 'gone'] as const
export type TruckState = (typeof truckStates)[number]

const isDestination = (text: string): boolean => {
  const code = /^(?:.+, )?([A-Z]{2})$/.exec(text)?.[1]
  return code !== undefined && regionNames[code] !== undefined
}

const day = z.string().refine(isDay, 'Give a day')

/** What is known of a truck, wherever it was said. What was not said is null. */
export const truckFactsSchema = z
  .object({
    city: z.string().min(1).max(80),
    region: z.string().min(2).max(3),
    lat: z.number().min(-90).max(90),
    lon: z.number().min(-180).max(180),
    equipment: z.enum(equipmentKinds),
    count: z.number('Give a number').int().min(1, 'At least one').max(60, 'At most 60').default(1),
    /** The day it is empty, and the last it waits. */
    fromDay: day,
    toDay: day.nullable().default(null),
    radiusMiles: z.number().int().min(1).max(1500).nullable().default(null),
    /** States and towns it wants to go to; none: anywhere. */
    destinations: z
      .array(z.string().refine(isDestination, 'Give states or towns, like CA or Dallas, TX'))
      .max(60)
      .default([]),
    avoids: z.array(z.string().max(90)).max(60).default([]),
    lengthFt: z.number().int().min(1).max(80).nullable().default(null),
    weightLb: z.number().int().min(1).max(200_000).nullable().default(null),
    /** US cents: for each mile, or for the whole trip. */
    rateMinor: z.number().int().min(1).max(10_000_000).nullable().default(null),
    rateBasis: z.enum(['flat', 'per_mile']).nullable().default(null),
  })
  .refine(({ fromDay, toDay }) => toDay === null || toDay >= fromDay, {
    path: ['toDay'],
    message: 'It cannot leave before it is empty',
  })
export type TruckFacts = z.output<typeof truckFactsSchema>

/** A truck that nobody took by the day after its last is not there any more. */
export const lastDayOf = ({ fromDay, toDay }: Pick<TruckFacts, 'fromDay' | 'toDay'>): string => toDay ?? fromDay
