import { data, Form, Link, redirect, useNavigation } from 'react-router'
import { callerContext, viewerContext } from '#server/access/context'
import { knownDevice, ownPath, signedInHeaders } from '#server/access/cookie'
import { needsSetUp } from '#server/access/people'
import { signIn } from '#server/access/sign-in'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { alertIfNewDevice } from '#server/person/own-account'
import { DoorPage } from '../../session/door-page'
import { Alert } from '../../ui/alert'
import { Field } from '../../ui/field'
import type { Route } from './+types/sign-in'

export const meta: Route.MetaFunction = () => [{ title: 'Sign in, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  if (needsSetUp(database())) throw redirect('/set-up')
  if (context.get(viewerContext)) throw redirect('/')
  return { brokerage: officeOf(database()).name }
}

export async function action({ request, context }: Route.ActionArgs) {
  const form = await request.formData().catch(() => new FormData())
  const mail = form.get('mail')
  const password = form.get('password')
  if (
    typeof mail !== 'string' ||
    typeof password !== 'string' ||
    !mail.includes('@') ||
    mail.length > 200 ||
    password.length === 0 ||
    password.length > 200
  ) {
    return data({ message: 'Enter your email address and password.' }, { status: 400 })
  }
  const device = await knownDevice(request)
  const userAgent = request.headers.get('user-agent')
  const now = Date.now()
  const result = await signIn(
    database(),
    { mail, password, caller: context.get(callerContext), device, userAgent },
    now,
  )
  if ('refusal' in result) return data({ message: result.refusal.message }, { status: statusOf[result.refusal.code] })
  const to = new URL(request.url).searchParams.get('to')
  if (!result.awaitsCode) alertIfNewDevice(database(), result.userId, { device, userAgent }, now)
  throw redirect(result.awaitsCode ? `/sign-in/code${to ? `?to=${encodeURIComponent(to)}` : ''}` : ownPath(to), {
    // A browser is known once its whole sign-in was right.
    headers: await signedInHeaders(result.token, result.awaitsCode ? null : result.userId, device),
  })
}

const statusOf = { wrong: 401, too_many_guesses: 429, busy: 503 } as const

export default function SignIn({ loaderData, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== 'idle'
  return (
    <DoorPage title="Oxpecker" brokerage={loaderData.brokerage}>
      <Form method="post" className="flex flex-col gap-3">
        <Field label="Email address" name="mail" type="email" autoComplete="username" required autoFocus />
        <Field label="Password" name="password" type="password" autoComplete="current-password" required />
        <Alert>{actionData?.message}</Alert>
        <button type="submit" className="button first justify-center" disabled={busy}>
          {busy ? 'Looking…' : 'Sign in'}
        </button>
      </Form>
      <Link to="/forgot" className="link">
        Forgot your password?
      </Link>
    </DoorPage>
  )
}
