import { inArray } from 'drizzle-orm'
import { z } from 'zod'
import { equipmentKinds } from '#core/load/load'
import { database } from '#server/db.server'
import { legBetween } from '#server/miles/route'
import { findRateBand } from '#server/rates/band'
import { facility } from '#server/schema'
import type { Route } from './+types/band'

const querySchema = z.object({
  from: z.coerce.number().int().positive(),
  to: z.coerce.number().int().positive(),
  equipment: z.enum(equipmentKinds),
})

/** The rate band between two facilities, for a load still being typed. */
export function loader({ request }: Route.LoaderArgs) {
  const query = querySchema.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (!query.success) throw new Response('A lane needs two facilities and an equipment.', { status: 400 })
  const { from, to, equipment } = query.data
  const found = database()
    .select()
    .from(facility)
    .where(inArray(facility.id, [from, to]))
    .all()
  const origin = found.find((each) => each.id === from)
  const dest = found.find((each) => each.id === to)
  if (!origin || !dest) throw new Response('There is no such facility.', { status: 404 })
  const lane = {
    originPostal: origin.postal,
    originLat: origin.lat,
    originLon: origin.lon,
    destPostal: dest.postal,
    destLat: dest.lat,
    destLon: dest.lon,
  }
  return Response.json(
    findRateBand(database(), { ...lane, equipment, miles: legBetween(origin, dest).miles }, Date.now()),
  )
}
