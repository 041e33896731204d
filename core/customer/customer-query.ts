import { z } from 'zod'
import { filterParams, withSort } from '../listing/lists'
import { sortSchema, sortText } from '../listing/sort'

/** The columns that the list of customers can be sorted by. */
export const customerSorts = ['name', 'city', 'open', 'loads', 'margin', 'last'] as const
export type CustomerSort = (typeof customerSorts)[number]

/** What the list of customers can be asked for; the address bar and a saved search hold it as text. */
export const customerQuerySchema = z.object({
  q: z.string().max(100).catch('').default(''),
  show: z.enum(['all', 'prospects', 'no_payer', 'on_hold', 'quiet']).catch('all').default('all'),
  sort: sortSchema(customerSorts, { column: 'last', direction: 'descending' }),
})
export type CustomerQuery = z.infer<typeof customerQuerySchema>
export type CustomerShow = CustomerQuery['show']

export const customerShowWords: Record<CustomerShow, string> = {
  all: 'All',
  prospects: 'Prospects',
  no_payer: 'Nobody to bill',
  on_hold: 'On hold',
  quiet: 'No load in 60 days',
}

/** A query as it is in the address bar, without its sort and without what is not asked. */
export const customerFilterParams = ({ sort: _, show, ...filters }: CustomerQuery): string =>
  filterParams({ ...filters, show: show === 'all' ? null : show })

/** A query as it is in the address bar, with its sort unless those with the newest load come first. */
export const customerParams = (query: CustomerQuery): string =>
  withSort(customerFilterParams(query), sortText(query.sort), '-last')
