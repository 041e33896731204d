import { callerContext } from '#server/access/context'
import { signedInHeaders } from '#server/access/cookie'
import { openSession } from '#server/access/sign-in'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { countStranger, isTurnedAway } from '#server/http/strangers'
import { setUpByKey, setUpSchema } from '#server/person/set-up'
import type { Route } from './+types/set-up-save'

/** Sets the brokerage up and signs its first administrator in. */
export async function action({ request, context }: Route.ActionArgs) {
  const caller = context.get(callerContext)
  if (await isTurnedAway(caller))
    return Response.json(
      { message: 'Too many wrong keys from here. Try again in a quarter of an hour.' },
      { status: 429 },
    )
  const body = await readJson(request, setUpSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const now = Date.now()
  const done = await setUpByKey(database(), body.value, now)
  if ('refusal' in done) {
    const { code, message } = done.refusal
    if (code === 'wrong_key') await countStranger(caller, 'set-up')
    const errors = code === 'wrong_key' ? [{ path: 'key', message }] : []
    const weak = code === 'weak_password' ? [{ path: 'password', message }] : []
    return Response.json({ ...done.refusal, errors: [...errors, ...weak] }, { status: 409 })
  }
  const from = { caller, userAgent: request.headers.get('user-agent'), awaitsCode: false }
  const token = openSession(database(), done.userId, from, now)
  return Response.json({ done: true }, { headers: await signedInHeaders(token, done.userId, null) })
}
