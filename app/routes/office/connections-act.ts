import { isDeepStrictEqual } from 'node:util'
import { z } from 'zod'
import { person } from '#core/access/actor'
import { connectionKinds, connectionSchema } from '#core/connection/connection'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { connectionOf, disconnect, keepingSecrets, noteTest, saveConnection } from '#server/connection/connections'
import { testConnection } from '#server/connection/test'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { releaseHeld } from '#server/outbox/outbox'
import type { Route } from './+types/connections-act'

const actSchema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('save'), connection: connectionSchema }),
  z.object({ intent: z.literal('test'), connection: connectionSchema }),
  z.object({ intent: z.literal('disconnect'), kind: z.enum(connectionKinds) }),
])

/** Saves, tries or ends a connection; what waited for it leaves once it is saved. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'set_office')
  const body = await readJson(request, actSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const act = body.value
  const db = database()
  const now = Date.now()
  if (act.intent === 'test') {
    const current = connectionOf(db, act.connection.kind)
    const asked = keepingSecrets(act.connection, current)
    const result = await testConnection(db, asked, who.mail)
    // What is only typed yet has no place to be noted at.
    if (isDeepStrictEqual(asked, current)) noteTest(db, asked.kind, result, now)
    return Response.json(result)
  }
  const by = person(who)
  const outcome =
    act.intent === 'save' ? saveConnection(db, act.connection, { now, by }) : disconnect(db, act.kind, { now, by })
  if ('refusal' in outcome) return Response.json(outcome.refusal, { status: 409 })
  if (act.intent === 'save') releaseWaiting(act.connection.kind)
  return Response.json(outcome)
}

/** What was held because its way out was not connected or not accepted is tried again. */
function releaseWaiting(kind: (typeof connectionKinds)[number]): void {
  const kinds = { mail_out: mailKinds, board: ['board'] as const, register: [], market: [] }[kind]
  for (const each of kinds) releaseHeld(database(), { kind: each }, Date.now())
}

const mailKinds = ['mail', 'quote_mail', 'carrier_mail', 'invoice_mail', 'person_mail'] as const
