import { data, Form, Link, useNavigation } from 'react-router'
import { signInRefusals } from '#core/access/refusals'
import { refused } from '#core/decision/refusal'
import { callerContext } from '#server/access/context'
import { countTry } from '#server/access/guesses'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { requestReset } from '#server/person/own-account'
import { DoorPage } from '../../session/door-page'
import { Alert } from '../../ui/alert'
import { Field } from '../../ui/field'
import type { Route } from './+types/forgot'

export const meta: Route.MetaFunction = () => [{ title: 'New password, Oxpecker' }]

export const loader = () => ({ brokerage: officeOf(database()).name })

/** Answers alike for an address that has an account and one that has none. */
export async function action({ request, context }: Route.ActionArgs) {
  const form = await request.formData().catch(() => new FormData())
  const mail = String(form.get('mail') ?? '')
    .trim()
    .slice(0, 200)
  if (!mail.includes('@')) return data({ message: 'Enter your email address.', sent: false }, { status: 400 })
  const now = Date.now()
  const caller = context.get(callerContext)
  const early = countTry(database(), { account: `reset:${mail.toLowerCase()}`, caller, device: null }, now)
  if (early) {
    const { refusal } = refused(signInRefusals, 'too_many_guesses', { seconds: Math.ceil(early.waitMs / 1000) })
    return data({ message: refusal.message, sent: false }, { status: 429 })
  }
  requestReset(database(), mail, now)
  return { message: null, sent: true }
}

export default function Forgot({ loaderData, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== 'idle'
  return (
    <DoorPage title="New password" brokerage={loaderData.brokerage}>
      {actionData?.sent ? (
        <p role="status">
          If that address has an account, an email with a link is on its way to it. The link works once, for an hour.
        </p>
      ) : (
        <Form method="post" className="flex flex-col gap-3">
          <Field label="Email address" name="mail" type="email" autoComplete="username" required autoFocus />
          <Alert>{actionData?.message}</Alert>
          <button type="submit" className="button first justify-center" disabled={busy}>
            Email me a link
          </button>
        </Form>
      )}
      <Link to="/sign-in" className="link">
        Back to sign in
      </Link>
    </DoorPage>
  )
}
