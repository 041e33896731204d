import { data, Form, redirect, useNavigation } from 'react-router'
import { signInRefusals } from '#core/access/refusals'
import { refused } from '#core/decision/refusal'
import { personRefusals } from '#core/person/decide'
import { callerContext } from '#server/access/context'
import { knownDevice, ownPath, sessionToken, signedInHeaders } from '#server/access/cookie'
import { countTry, forgetTries } from '#server/access/guesses'
import { awaitingCode, openAwaiting, spendCode } from '#server/access/second-factor'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { alertIfNewDevice } from '#server/person/own-account'
import { DoorPage } from '../../session/door-page'
import { Alert } from '../../ui/alert'
import { Field } from '../../ui/field'
import type { Route } from './+types/code'

export const meta: Route.MetaFunction = () => [{ title: 'Code, Oxpecker' }]

/** Whose password was right a moment ago; back to the sign-in where nobody's was. */
async function waiting(request: Request) {
  const token = await sessionToken(request)
  const found = token ? awaitingCode(database(), token, Date.now()) : null
  if (!token || !found) throw redirect('/sign-in')
  return { token, ...found }
}

export async function loader({ request }: Route.LoaderArgs) {
  await waiting(request)
  return { brokerage: officeOf(database()).name }
}

export async function action({ request, context }: Route.ActionArgs) {
  const { token, userId, mail } = await waiting(request)
  const form = await request.formData().catch(() => new FormData())
  const now = Date.now()
  const device = await knownDevice(request)
  const tried = { account: `code:${mail}`, caller: context.get(callerContext), device }
  const early = countTry(database(), tried, now)
  if (early) {
    const { refusal } = refused(signInRefusals, 'too_many_guesses', { seconds: Math.ceil(early.waitMs / 1000) })
    return data({ message: refusal.message }, { status: 429 })
  }
  if (!spendCode(database(), userId, String(form.get('code') ?? ''), now))
    return data({ message: refused(personRefusals, 'wrong_code').refusal.message }, { status: 401 })
  forgetTries(database(), tried)
  forgetTries(database(), { ...tried, account: mail })
  openAwaiting(database(), token, now)
  alertIfNewDevice(database(), userId, { device, userAgent: request.headers.get('user-agent') }, now)
  throw redirect(ownPath(new URL(request.url).searchParams.get('to')), {
    headers: await signedInHeaders(token, userId, device),
  })
}

export default function Code({ loaderData, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== 'idle'
  return (
    <DoorPage title="One more step" brokerage={loaderData.brokerage}>
      <Form method="post" className="flex flex-col gap-3">
        <Field
          label="Code from your authenticator app"
          name="code"
          inputMode="numeric"
          autoComplete="one-time-code"
          reading="Without your phone, type one of your recovery codes."
          required
          autoFocus
        />
        <Alert>{actionData?.message}</Alert>
        <button type="submit" className="button first justify-center" disabled={busy}>
          {busy ? 'Looking…' : 'Sign in'}
        </button>
      </Form>
    </DoorPage>
  )
}
