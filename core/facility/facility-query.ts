import { z } from 'zod'
import { filterParams, withSort } from '../listing/lists'
import { sortSchema, sortText } from '../listing/sort'

/** The columns that the list of facilities can be sorted by. */
export const facilitySorts = ['name', 'city', 'stops', 'last'] as const
export type FacilitySort = (typeof facilitySorts)[number]

/** What the list of facilities can be asked for; the address bar and a saved search hold it as text. */
export const facilityQuerySchema = z.object({
  q: z.string().max(100).catch('').default(''),
  show: z.enum(['all', 'no_hours', 'no_street']).catch('all').default('all'),
  sort: sortSchema(facilitySorts, { column: 'stops', direction: 'descending' }),
})
export type FacilityQuery = z.infer<typeof facilityQuerySchema>
export type FacilityShow = FacilityQuery['show']

export const facilityShowWords: Record<FacilityShow, string> = {
  all: 'All',
  no_hours: 'Hours not known',
  no_street: 'Street not known',
}

/** A query as it is in the address bar, without its sort and without what is not asked. */
export const facilityFilterParams = ({ sort: _, show, ...filters }: FacilityQuery): string =>
  filterParams({ ...filters, show: show === 'all' ? null : show })

/** A query as it is in the address bar, with its sort unless the busiest come first. */
export const facilityParams = (query: FacilityQuery): string =>
  withSort(facilityFilterParams(query), sortText(query.sort), '-stops')
