import { z } from 'zod'
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

/** The address of a query without its sort. */
export const quoteFilterParams = ({ q }: QuoteQuery): string => (q ? `q=${encodeURIComponent(q)}` : '')

/** The address of a query, with its sort unless the newest come first. */
export function quoteParams(query: QuoteQuery): string {
  const sort = sortText(query.sort)
  return [quoteFilterParams(query), sort === '-created' ? '' : `sort=${sort}`].filter(Boolean).join('&')
}
