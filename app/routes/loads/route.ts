import { inArray } from 'drizzle-orm'
import { z } from 'zod'
import { database } from '#server/db.server'
import { routeOver, shorterOrder, waysOver } from '#server/miles/route'
import { facility } from '#server/schema'
import type { Route } from './+types/route'

const maxStops = 14
const stopsSchema = z
  .string()
  .transform((text) => text.split(',').map(Number))
  .pipe(z.array(z.number().int().positive()).min(2).max(maxStops))

/** Miles, hours and the way over facilities in their order, for a load still being typed. */
export function loader({ request }: Route.LoaderArgs) {
  const stops = stopsSchema.safeParse(new URL(request.url).searchParams.get('stops') ?? '')
  if (!stops.success) throw new Response(`A route needs two to ${maxStops} facilities.`, { status: 400 })
  const found = database()
    .select({ id: facility.id, lat: facility.lat, lon: facility.lon })
    .from(facility)
    .where(inArray(facility.id, stops.data))
    .all()
  const places = stops.data.flatMap((id) => found.filter((each) => each.id === id))
  if (places.length !== stops.data.length) throw new Response('There is no such facility.', { status: 404 })
  return Response.json({
    ...routeOver(places),
    ways: waysOver(places),
    shorter: shorterOrder(places),
  } satisfies TypedRoute)
}

export type TypedRoute = ReturnType<typeof routeOver> & {
  ways: ReturnType<typeof waysOver>
  shorter: ReturnType<typeof shorterOrder>
}
