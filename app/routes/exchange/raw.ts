import { eq } from 'drizzle-orm'
import { database } from '#server/db.server'
import { exchange } from '#server/schema'
import type { Route } from './+types/raw'

/** An interchange, byte for byte, as a file: never shown by the browser, whatever a partner put into it. */
export function loader({ params }: Route.LoaderArgs) {
  const row = database()
    .select({ raw: exchange.raw, direction: exchange.direction, control: exchange.control })
    .from(exchange)
    .where(eq(exchange.id, Number(params.exchangeId)))
    .get()
  if (!row) throw new Response('There is no such interchange.', { status: 404 })
  const name = `${row.direction}-${row.control ?? params.exchangeId}.x12`
  return new Response(new Uint8Array(row.raw), {
    headers: { 'content-type': 'application/octet-stream', 'content-disposition': `attachment; filename="${name}"` },
  })
}
