import { quoteQuerySchema } from '#core/quote/quote-query'
import { findCarriers, findOfferers } from '#server/carrier/find'
import { findCustomers } from '#server/customer/customers'
import { database } from '#server/db.server'
import { findLoads } from '#server/load/list'
import { findUnfinished } from '#server/load/unfinished'
import { findPartners } from '#server/partner/partners'
import { findFacilities, findPlaces } from '#server/place/find'
import { listQuotes } from '#server/quote/list'
import { findInRegister } from '#server/register/look-up'
import { findTenders } from '#server/tender/find'
import type { Route } from './+types/find'

const longestQuery = 100

/** How many of each kind are offered among all kinds. */
const ofEachKind = 4

const everything = (typed: string) => ({
  ...findLoads(database(), typed, 8),
  unfinished: findUnfinished(database(), typed),
  carriers: findCarriers(database(), typed).slice(0, ofEachKind),
  customers: findCustomers(database(), typed).slice(0, ofEachKind),
  facilities: findFacilities(database(), typed).slice(0, ofEachKind),
  tenders: findTenders(database(), typed),
  quotes: listQuotes(database(), quoteQuerySchema.parse({ q: typed }), { from: 0, limit: ofEachKind }).rows,
})

const finders: Record<string, (typed: string) => unknown> = {
  customers: (typed) => findCustomers(database(), typed),
  facilities: (typed) => findFacilities(database(), typed),
  places: (typed) => findPlaces(database(), typed, Date.now()),
  carriers: (typed) => findCarriers(database(), typed),
  'offer-carriers': (typed) => findOfferers(database(), typed),
  register: (typed) => findInRegister(database(), typed),
  partners: (typed) => findPartners(database(), typed),
  everything,
  loads: (typed) => findLoads(database(), typed, 12).loads,
}

/** What a completing field asks for. */
export function loader({ params, request }: Route.LoaderArgs) {
  const find = Object.hasOwn(finders, params.subject) ? finders[params.subject] : undefined
  if (!find) throw new Response('There is no such list.', { status: 404 })
  const typed = new URL(request.url).searchParams.get('q') ?? ''
  if (typed.length > longestQuery) throw new Response('That is too much to search for.', { status: 400 })
  return Response.json(find(typed))
}
