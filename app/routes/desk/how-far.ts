import { readHowFar } from '#core/place/how-far'
import { database } from '#server/db.server'
import { howFar } from '#server/miles/how-far'
import type { Route } from './+types/how-far'

/** Answers `boise to laredo` for the command line; null where nothing of the kind was asked. */
export function loader({ request }: Route.LoaderArgs) {
  const question = readHowFar((new URL(request.url).searchParams.get('q') ?? '').slice(0, 200))
  return Response.json(question ? howFar(database(), question, Date.now()) : null)
}
