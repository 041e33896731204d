import { data, Form, redirect, useNavigation } from 'react-router'
import { leastPasswordLength } from '#core/person/password'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { openPasswordLink } from '#server/person/links'
import { setPasswordByLink } from '#server/person/own-account'
import { DoorPage } from '../../session/door-page'
import { Alert } from '../../ui/alert'
import { Field } from '../../ui/field'
import type { Route } from './+types/password'

export const meta: Route.MetaFunction = () => [
  { title: 'Choose a password, Oxpecker' },
  { name: 'robots', content: 'noindex' },
]

const statusOf: Record<string, number> = { altered: 404, expired: 410, revoked: 410, link_used: 410 }

export function loader({ params }: Route.LoaderArgs) {
  const opened = openPasswordLink(database(), params.token, Date.now())
  if ('refusal' in opened) throw new Response(opened.refusal.message, { status: statusOf[opened.refusal.code] ?? 400 })
  const { kind, name, mail } = opened
  return { kind, name, mail, brokerage: officeOf(database()).name }
}

export async function action({ params, request }: Route.ActionArgs) {
  const form = await request.formData().catch(() => new FormData())
  const [password, again] = [String(form.get('password') ?? ''), String(form.get('again') ?? '')]
  if (password !== again) return data({ message: 'The two are not the same.' }, { status: 400 })
  const done = await setPasswordByLink(database(), params.token, password, Date.now())
  if ('refusal' in done) return data({ message: done.refusal.message }, { status: statusOf[done.refusal.code] ?? 400 })
  throw redirect('/sign-in')
}

export default function Password({ loaderData, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== 'idle'
  const { kind, name, mail, brokerage } = loaderData
  return (
    <DoorPage title={kind === 'invitation' ? `Welcome, ${name}` : 'New password'} brokerage={brokerage}>
      <Form method="post" className="flex flex-col gap-3">
        <input type="hidden" name="mail" autoComplete="username" value={mail} readOnly />
        <Field
          label="Choose a password"
          name="password"
          type="password"
          autoComplete="new-password"
          reading={`At least ${leastPasswordLength} characters; four unrelated words work well.`}
          required
          autoFocus
        />
        <Field label="The same again" name="again" type="password" autoComplete="new-password" required />
        <Alert>{actionData?.message}</Alert>
        <button type="submit" className="button first justify-center" disabled={busy}>
          Keep this password
        </button>
      </Form>
    </DoorPage>
  )
}
