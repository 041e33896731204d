import QRCode from 'qrcode'
import { z } from 'zod'
import { personFactsSchema } from '#core/person/person'
import { preferenceChangeSchema } from '#core/person/preferences'
import { sessionContext } from '#server/access/context'
import { viewer } from '#server/access/cookie'
import { changePreferences } from '#server/access/preferences'
import { newTotpSecret, totpAddress } from '#server/access/second-factor'
import { endSessions } from '#server/access/sessions'
import type { Viewer } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { officeOf } from '#server/office/office'
import {
  changeOwnFacts,
  changePassword,
  renewRecoveryCodes,
  turnOffSecondFactor,
  turnOnSecondFactor,
} from '#server/person/own-account'
import type { Route } from './+types/act'

const present = z.string().min(1, 'Give your present password').max(200)

const actSchema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('change_facts'), person: personFactsSchema, present: z.string().max(200).default('') }),
  z.object({ intent: z.literal('change_password'), present, password: z.string().max(1000) }),
  z.object({ intent: z.literal('begin_second_factor') }),
  z.object({
    intent: z.literal('turn_on_second_factor'),
    secret: z.string().regex(/^[A-Z2-7]{32}$/),
    code: z.string().max(20),
  }),
  z.object({ intent: z.literal('turn_off_second_factor'), present }),
  z.object({ intent: z.literal('renew_codes'), present }),
  z.object({ intent: z.literal('end_session'), id: z.string().regex(/^[0-9a-f]{16}$/) }),
  z.object({ intent: z.literal('end_other_sessions') }),
  z.object({ intent: z.literal('prefer'), change: preferenceChangeSchema }),
])
type AccountAct = z.output<typeof actSchema>

/** One act on one's own account: 200 with what came of it, 409 with the reason when a rule says no. */
export async function action({ request, context }: Route.ActionArgs) {
  const body = await readJson(request, actSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const done = await act(body.value, viewer(context), context.get(sessionContext), Date.now())
  if (!('refusal' in done)) return Response.json(done)
  const { code, message } = done.refusal
  const field = fieldOf[code]
  return Response.json({ ...done.refusal, errors: field ? [{ path: field, message }] : [] }, { status: 409 })
}

const fieldOf: Record<string, string> = {
  wrong_password: 'present',
  weak_password: 'password',
  wrong_code: 'code',
  mail_taken: 'mail',
  name_taken: 'name',
}

async function act(asked: AccountAct, who: Viewer, session: string | null, now: number) {
  const db = database()
  switch (asked.intent) {
    case 'change_facts':
      return changeOwnFacts(db, who, asked, now)
    case 'change_password':
      return changePassword(db, who, { ...asked, keepSession: session }, now)
    case 'begin_second_factor':
      return beginSecondFactor(who)
    case 'turn_on_second_factor':
      return turnOnSecondFactor(db, who, asked, now)
    case 'turn_off_second_factor':
      return turnOffSecondFactor(db, who, asked.present, now)
    case 'renew_codes':
      return renewRecoveryCodes(db, who, asked.present)
    case 'end_session':
      return { ended: endSessions(db, who.id, { id: asked.id, but: session }) }
    case 'end_other_sessions':
      return { ended: endSessions(db, who.id, { but: session }) }
    case 'prefer':
      changePreferences(db, who.id, asked.change)
      return { done: true as const }
  }
}

/** A new secret and its picture; nothing is kept before a code of it was shown. */
async function beginSecondFactor(who: Viewer) {
  const secret = newTotpSecret()
  const address = totpAddress(secret, officeOf(database()).name || 'Oxpecker', who.mail)
  return { secret, picture: await QRCode.toString(address, { type: 'svg', margin: 1 }) }
}
