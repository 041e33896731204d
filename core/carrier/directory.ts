import { z } from 'zod'
import { filterParams, withSort } from '../listing/lists'
import { sortSchema, sortText } from '../listing/sort'
import { equipmentKinds } from '../load/load'

/** The columns that the directory can be sorted by. */
export const directorySorts = ['name', 'based', 'trucks', 'last_load', 'standing'] as const
export type DirectorySort = (typeof directorySorts)[number]

/** Sizes of fleets by the least trucks of each: 1 to 5, 6 to 20, 21 to 100, more. */
export const fleetSizes = ['1', '6', '21', '101'] as const
export type FleetSize = (typeof fleetSizes)[number]

/** How often a carrier is expected to deliver on time, by the least percent of each. */
export const onTimeGrades = ['95', '85'] as const
export type OnTimeGrade = (typeof onTimeGrades)[number]

/** What the directory can be asked for; the address bar and a saved view hold it as text. */
export const directoryQuerySchema = z.object({
  q: z.string().max(100).catch('').default(''),
  verdict: z.enum(['clear', 'caution', 'stop']).nullable().catch(null).default(null),
  equipment: z.enum(equipmentKinds).nullable().catch(null).default(null),
  region: z
    .string()
    .regex(/^[A-Z]{2,3}$/)
    .nullable()
    .catch(null)
    .default(null),
  /** Hauled for us in the last so many months; `never` hauled. */
  used: z.enum(['3', '12', 'never']).nullable().catch(null).default(null),
  /** How many trucks it runs. */
  fleet: z.enum(fleetSizes).nullable().catch(null).default(null),
  /** Delivers on time at least so often, by its loads with us. */
  onTime: z.enum(onTimeGrades).nullable().catch(null).default(null),
  sort: sortSchema(directorySorts, { column: 'name', direction: 'ascending' }),
})
export type DirectoryQuery = z.infer<typeof directoryQuerySchema>

/** A directory query as it is in the address bar, without its sort and without what is not asked. */
export const directoryFilterParams = ({ sort: _, ...filters }: DirectoryQuery): string => filterParams(filters)

/** A directory query as it is in the address bar, with its sort unless it is by name. */
export const directoryParams = (query: DirectoryQuery): string =>
  withSort(directoryFilterParams(query), sortText(query.sort), 'name')
