import { z } from 'zod'
import { database } from '#server/db.server'
import { loadsForTruck } from '#server/search/for-load'
import type { Route } from './+types/fits'

const askSchema = z.object({
  lat: z.coerce.number().min(-90).max(90),
  lon: z.coerce.number().min(-180).max(180),
  equipment: z.string().max(20),
})

/** Our open loads that a truck might take, the nearest first. */
export function loader({ request }: Route.LoaderArgs) {
  const ask = askSchema.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (!ask.success) throw new Response('Where is the truck?', { status: 400 })
  return Response.json(loadsForTruck(database(), ask.data))
}
