import { data, Form, redirect, useNavigation } from 'react-router'
import { callerContext, viewerContext } from '#server/access/context'
import { knownDevice, ownPath, signedInHeaders } from '#server/access/cookie'
import { signIn } from '#server/access/sign-in'
import { database } from '#server/db.server'
import { Alert } from '../../ui/alert'
import { Field } from '../../ui/field'
import { useReady } from '../../ui/keys'
import { Mark } from '../../ui/mark'
import type { Route } from './+types/sign-in'

export const meta: Route.MetaFunction = () => [{ title: 'Sign in, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  if (context.get(viewerContext)) throw redirect('/')
  return null
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
  const result = await signIn(database(), { mail, password, caller: context.get(callerContext), device }, Date.now())
  if ('refusal' in result) return data({ message: result.refusal.message }, { status: statusOf[result.refusal.code] })
  throw redirect(ownPath(new URL(request.url).searchParams.get('to')), {
    headers: await signedInHeaders(result.token, result.userId, device),
  })
}

const statusOf = { wrong: 401, too_many_guesses: 429, busy: 503 } as const

export default function SignIn({ actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== 'idle'
  const ready = useReady()
  return (
    <main className="mx-auto mt-[16vh] flex w-80 flex-col gap-4" data-ready={ready || undefined}>
      <div className="flex items-center gap-3">
        <Mark className="h-9 w-12" />
        <h1 className="text-xl font-semibold">Oxpecker</h1>
      </div>
      <Form method="post" className="flex flex-col gap-3">
        <Field label="Email address" name="mail" type="email" autoComplete="username" required autoFocus />
        <Field label="Password" name="password" type="password" autoComplete="current-password" required />
        <Alert>{actionData?.message}</Alert>
        <button type="submit" className="button first justify-center" disabled={busy}>
          {busy ? 'Looking…' : 'Sign in'}
        </button>
      </Form>
      <p className="label">Plover &amp; Rook Freight, Pocatello</p>
    </main>
  )
}
