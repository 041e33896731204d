import { z } from 'zod'
import { isLocalTime } from '../time/local'
import { referenceSchema } from './reference'

const localTime = z.string().refine(isLocalTime, 'No such date and time')

/** How freight gets on and off the truck at a stop. */
export const dockAccesses = ['dock', 'liftgate'] as const
export type DockAccess = (typeof dockAccesses)[number]

const pounds = z.number('Give the weight in pounds').int().min(1).max(200_000)
const pieceCount = z.number('How many pieces?').int().min(1).max(100_000)

/** What a stop says beside its place and its time; all of it may be left out. */
const stopDetails = {
  access: z.enum(dockAccesses).default('dock'),
  contactName: z.string().trim().max(80).default(''),
  contactPhone: z.string().trim().max(40).default(''),
  /** For the driver: it stands on the rate confirmation. */
  driverNote: z.string().trim().max(500).default(''),
  /** What is loaded at a pickup, or unloaded at a delivery; null where the rest of the load is meant. */
  pieces: pieceCount.nullable().default(null),
  weightLb: pounds.nullable().default(null),
  references: z.array(referenceSchema).max(10).default([]),
}

/** A stop of which no more is known than its place and its time. */
export const plainStop = {
  access: 'dock' as DockAccess,
  contactName: '',
  contactPhone: '',
  driverNote: '',
  pieces: null,
  weightLb: null,
  references: [],
}

export const stopSchema = z
  .object({
    kind: z.enum(['pickup', 'delivery']),
    facilityId: z.number('Choose the facility').int().positive(),
    earliestLocal: localTime,
    latestLocal: localTime.nullable().default(null),
    booking: z.enum(['appointment', 'first_come']).default('first_come'),
    ...stopDetails,
  })
  .refine((stop) => !stop.latestLocal || stop.latestLocal >= stop.earliestLocal, {
    path: ['latestLocal'],
    message: 'The window closes before it opens',
  })
export type StopTerms = z.infer<typeof stopSchema>
