import { z } from 'zod'
import { filterParams, withSort } from '../listing/lists'
import { sortSchema, sortText } from '../listing/sort'
import { equipmentKinds, loadStates } from './load'
import { booked, delivered, onDesk, onTheWay } from './states'

/** Groups of states that the list can be narrowed to, beside each state by itself. */
export const stateGroups = { open: onDesk, booked, on_the_way: onTheWay, hauled: delivered } as const
const stateChoices = [...(Object.keys(stateGroups) as (keyof typeof stateGroups)[]), ...loadStates] as const
export type StateChoice = (typeof stateChoices)[number]

export const loadColumns = [
  'number',
  'state',
  'pickup',
  'delivery',
  'lane',
  'miles',
  'customer',
  'equipment',
  'commodity',
  'carrier',
  'rep',
  'sell',
  'pay',
  'margin',
  'created',
] as const
export type LoadColumn = (typeof loadColumns)[number]

/** What a load may lack; the list can be narrowed to those that do. */
export const missingThings = ['carrier', 'sell', 'confirmation', 'driver', 'delivery_proof'] as const
export type MissingThing = (typeof missingThings)[number]

/** Which day of a load the list can be narrowed by; the pickup's where nothing is said. */
export const dayKinds = ['delivery', 'created'] as const
export type DayKind = (typeof dayKinds)[number]

const day = z.iso.date().nullable().catch(null).default(null)
const region = z
  .string()
  .regex(/^[A-Z]{2,3}$/)
  .nullable()
  .catch(null)
  .default(null)

const place = z.string().trim().max(60).catch('').default('')

/** What the list of loads can be asked for; the address bar and a saved search hold it as text. */
export const loadQuerySchema = z.object({
  q: z.string().max(200).catch('').default(''),
  state: z.enum(stateChoices).nullable().catch(null).default(null),
  rep: z.coerce.number().int().positive().nullable().catch(null).default(null),
  /** Of anybody in a team. */
  team: z.coerce.number().int().positive().nullable().catch(null).default(null),
  equipment: z.enum(equipmentKinds).nullable().catch(null).default(null),
  from: region,
  to: region,
  /** A place as it was typed, `Boise ID`: picked up, or delivered, within so many straight miles of it. */
  near: place,
  nearTo: place,
  within: z.coerce.number().int().min(5).max(1000).nullable().catch(null).default(null),
  missing: z.enum(missingThings).nullable().catch(null).default(null),
  /** The first and the last day, of pickup where `days` says nothing else, in the desk's own zone. */
  days: z.enum(dayKinds).nullable().catch(null).default(null),
  since: day,
  until: day,
  sort: sortSchema(loadColumns, { column: 'created', direction: 'descending' }),
})
export type LoadQuery = z.infer<typeof loadQuerySchema>

/** A query as it is in the address bar, without its sort and without what is not asked. */
export const loadFilterParams = ({ sort: _, ...filters }: LoadQuery): string => filterParams(filters)

/** A query as it is in the address bar, with its sort unless the newest come first. */
export const loadParams = (query: LoadQuery): string =>
  withSort(loadFilterParams(query), sortText(query.sort), '-created')
