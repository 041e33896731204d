import { z } from 'zod'
import { filterParams, withSort } from '../listing/lists'
import { sortSchema, sortText } from '../listing/sort'

/** The columns that the list of quotes can be sorted by. */
export const quoteColumns = ['number', 'created', 'customer', 'rep', 'valid'] as const
export type QuoteColumn = (typeof quoteColumns)[number]

/** What the list of quotes can be asked for; the address bar and a saved search hold it as text. */
export const quoteQuerySchema = z.object({
  q: z.string().max(100).catch('').default(''),
  sort: sortSchema(quoteColumns, { column: 'created', direction: 'descending' }),
})
export type QuoteQuery = z.infer<typeof quoteQuerySchema>

/** A query as it is in the address bar, without its sort and without what is not asked. */
export const quoteFilterParams = ({ sort: _, ...filters }: QuoteQuery): string => filterParams(filters)

/** A query as it is in the address bar, with its sort unless the newest come first. */
export const quoteParams = (query: QuoteQuery): string =>
  withSort(quoteFilterParams(query), sortText(query.sort), '-created')
