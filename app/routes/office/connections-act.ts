import { isDeepStrictEqual } from 'node:util'
import { z } from 'zod'
import { person } from '#core/access/actor'
import { type BoardSettings, boardSettingsSchema } from '#core/board/board'
import { connectionKinds, connectionSchema } from '#core/connection/connection'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { connectedBoard, disconnectBoard, noteBoard, saveBoard, settledLink, testBoard } from '#server/board/boards'
import { connectionOf, disconnect, keepingSecrets, noteTest, saveConnection } from '#server/connection/connections'
import { testConnection } from '#server/connection/test'
import { database } from '#server/db.server'
import type { Act } from '#server/event/event'
import { readJson } from '#server/http/body'
import { releaseHeld } from '#server/outbox/outbox'
import type { Route } from './+types/connections-act'

const actSchema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('save'), connection: connectionSchema }),
  z.object({ intent: z.literal('test'), connection: connectionSchema }),
  z.object({ intent: z.literal('disconnect'), kind: z.enum(connectionKinds) }),
  z.object({ intent: z.literal('save_board'), board: boardSettingsSchema }),
  z.object({ intent: z.literal('test_board'), board: boardSettingsSchema }),
  z.object({ intent: z.literal('disconnect_board'), name: z.string().max(40) }),
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
  if (act.intent === 'test_board') return Response.json(await tryBoard(act.board, now))
  if (act.intent === 'save_board' || act.intent === 'disconnect_board') return answerBoard(act, { now, by })
  const outcome =
    act.intent === 'save' ? saveConnection(db, act.connection, { now, by }) : disconnect(db, act.kind, { now, by })
  if ('refusal' in outcome) return Response.json(outcome.refusal, { status: 409 })
  if (act.intent === 'save') releaseWaiting(act.connection.kind)
  return Response.json(outcome)
}

async function tryBoard(asked: BoardSettings, now: number) {
  const db = database()
  const link = settledLink(db, asked)
  const result = await testBoard(asked.name, link)
  // What is only typed yet has no place to be noted at.
  if (isDeepStrictEqual(link, connectedBoard(db, asked.name)?.link))
    noteBoard(db, asked.name, { testedAt: now, testedWell: result.ok, testWords: result.words.slice(0, 500) })
  return result
}

function answerBoard(act: { intent: string } & ({ board: BoardSettings } | { name: string }), who: Act): Response {
  const db = database()
  const outcome = 'board' in act ? saveBoard(db, act.board, who) : disconnectBoard(db, act.name, who)
  if ('refusal' in outcome) return Response.json(outcome.refusal, { status: 409 })
  if ('board' in act) releaseHeld(db, { kind: 'board' }, who.now)
  return Response.json(outcome)
}

/** What was held because its way out was not connected or not accepted is tried again. */
function releaseWaiting(kind: (typeof connectionKinds)[number]): void {
  const kinds = { mail_out: mailKinds, register: [], market: [], bureau: [] }[kind]
  for (const each of kinds) releaseHeld(database(), { kind: each }, Date.now())
}

const mailKinds = ['mail', 'quote_mail', 'carrier_mail', 'invoice_mail', 'person_mail'] as const
