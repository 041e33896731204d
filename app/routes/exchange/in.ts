import { callerContext } from '#server/access/context'
import { database } from '#server/db.server'
import { receiveAside } from '#server/exchange/receive'
import { largestInterchange } from '#server/http/body'
import { countStranger, isTurnedAway } from '#server/http/strangers'
import { readBytes } from '#server/http/upload'
import { carriesSecret } from '#server/partner/http'
import { findPartner } from '#server/partner/partners'
import type { Route } from './+types/in'

/** Where a partner posts its interchanges: 200 once they are kept, whatever they hold; the acknowledgement goes its own way. */
export async function action({ params, request, context }: Route.ActionArgs) {
  const caller = context.get(callerContext)
  if (await isTurnedAway(caller)) return Response.json({ error: 'too many wrong secrets' }, { status: 429 })
  const db = database()
  const partner = findPartner(db, Number(params.partnerId))
  if (partner?.transport !== 'http' || !carriesSecret(partner, request.headers.get('authorization'))) {
    await countStranger(caller, 'partner')
    return Response.json({ error: 'who are you' }, { status: 401 })
  }
  const bytes = await readBytes(request, largestInterchange)
  if (bytes === null)
    return Response.json({ error: `larger than ${largestInterchange / 1024 / 1024} MB` }, { status: 413 })
  const { problem } = await receiveAside(
    db,
    bytes,
    { partner, source: `HTTP ${request.headers.get('idempotency-key') ?? ''}`.trim().slice(0, 200) },
    Date.now,
  )
  return Response.json(problem === null ? { kept: true } : { kept: true, problem }, {
    status: problem === null ? 200 : 422,
  })
}
