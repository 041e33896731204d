import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { readGate } from '#server/load-page/read'
import type { Route } from './+types/gate'

/** Whether a carrier may be awarded a load, with the policies behind it. */
export function loader({ params, request, context }: Route.LoaderArgs) {
  const gate = readGate(
    database(),
    Number(params.loadId),
    Number(params.carrierId),
    viewer(context).role,
    Date.now(),
    new URL(request.url).searchParams.has('again'),
  )
  if (!gate) throw new Response('There is no such load or carrier.', { status: 404 })
  return Response.json(gate)
}
