import { z } from 'zod'
import {
  isCircle,
  type PostingKind,
  postingKinds,
  type SearchQuery,
  searchOrders,
  searchQuerySchema,
} from '#core/search/posting'
import { readTypedSearch, type TypedSearch } from '#core/search/typed-search'
import { dayOf, toLocal } from '#core/time/local'
import { placeNamed } from '#server/place/named'
import { areaNamed } from './areas'

/** `best`: the nearest where a place was asked, else the newest. */
export const foundOrders = ['best', ...searchOrders] as const

/** `unseen`: of what is not hidden, what whoever asks has not seen yet. */
export const shows = ['open', 'unseen', 'worked', 'hidden'] as const

/** A search as the page's address keeps it. */
export const searchAskSchema = z.object({
  /** As it was typed. */
  line: z.string().trim().max(300).catch(''),
  /** Where the line does not say. */
  kind: z.enum(postingKinds).catch('truck'),
  order: z.enum(foundOrders).catch('best'),
  show: z.enum(shows).catch('open'),
  /** The load that a truck is looked for. */
  load: z.coerce.number().int().positive().nullable().catch(null),
})
export type SearchAsk = z.output<typeof searchAskSchema>

export interface ReadAsk {
  typed: TypedSearch
  kind: PostingKind
  query: SearchQuery
  /** Why nothing can be searched for, in a sentence. */
  problem: string | null
}

/** A typed line as it is searched. */
export function readAsk(ask: Pick<SearchAsk, 'line' | 'kind' | 'order'>, now: number, zone: string): ReadAsk {
  const typed = readTypedSearch(ask.line, { today: dayOf(toLocal(now, zone)), place: placeNamed, area: areaNamed })
  const { chips: _, unread: __, kind: said, ...asked } = typed
  const kind = said ?? ask.kind
  const best = isCircle(asked.origin) ? 'deadhead' : 'newest'
  const order = ask.order === 'best' ? best : ask.order
  const whole = { ...asked, kind, asOf: new Date(now).toISOString(), order, near: true, limit: 60 }
  const read = searchQuerySchema.safeParse(whole)
  if (read.success) return { typed, kind, query: read.data, problem: null }
  const bare = searchQuerySchema.parse({ kind, asOf: whole.asOf, limit: 0 })
  return { typed, kind, query: bare, problem: read.error.issues[0]?.message ?? 'That cannot be searched for' }
}
