import { data, Form, useNavigation } from 'react-router'
import { database } from '#server/db.server'
import { acceptanceSchema, acceptByLink, readByLink } from '#server/outside/confirmation-link'
import { TermsView } from '../../confirmation/terms-view'
import { Alert } from '../../ui/alert'
import { Field } from '../../ui/field'
import { useReady } from '../../ui/keys'
import { Mark } from '../../ui/mark'
import type { Route } from './+types/carrier-confirmation'

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: loaderData ? `Rate confirmation ${loaderData.number}` : 'Rate confirmation' },
  { name: 'robots', content: 'noindex' },
]

const statusOf: Record<string, number> = {
  altered: 404,
  expired: 410,
  revoked: 410,
  confirmation_void: 409,
  already_accepted: 409,
}

/** What a carrier sees of a signed link: these fields, and no others. */
export function loader({ params }: Route.LoaderArgs) {
  const read = readByLink(database(), params.token, Date.now())
  if ('refusal' in read) throw new Response(read.refusal.message, { status: statusOf[read.refusal.code] ?? 400 })
  const { number, version, state, terms, acceptedName, acceptedTitle } = read.confirmation
  return { number, version, state, terms, acceptedName, acceptedTitle, newestVersion: read.newestVersion }
}

export async function action({ params, request }: Route.ActionArgs) {
  const form = await request.formData().catch(() => new FormData())
  const parsed = acceptanceSchema.safeParse({ name: form.get('name') ?? '', title: form.get('title') ?? '' })
  if (!parsed.success) {
    const errors = Object.fromEntries(parsed.error.issues.map((issue) => [issue.path.join('.'), issue.message]))
    return data({ message: null, errors }, { status: 400 })
  }
  const outcome = acceptByLink(database(), params.token, parsed.data, Date.now())
  if ('refusal' in outcome)
    return data(
      { message: outcome.refusal.message, errors: {} as Record<string, string> },
      { status: statusOf[outcome.refusal.code] ?? 409 },
    )
  return data({ message: null, errors: {} as Record<string, string> })
}

export default function CarrierConfirmation({ loaderData, actionData, params }: Route.ComponentProps) {
  const { number, version, state, terms, newestVersion } = loaderData
  const busy = useNavigation().state !== 'idle'
  const ready = useReady()
  return (
    <main className="mx-auto flex max-w-lg flex-col gap-4 p-4 text-[16px]" data-ready={ready || undefined}>
      <header className="flex items-start justify-between gap-3">
        <div>
          <h1 className="text-xl font-semibold">Rate confirmation</h1>
          <p className="label">
            <span className="font-mono">{number}</span>, version {version}, from {terms.broker.name}
          </p>
        </div>
        <Mark className="h-8 w-10 shrink-0" />
      </header>
      {terms.practice && (
        <p className="bg-ring p-2 font-semibold text-[#231c14]">Practice: not a real load, nothing is to be hauled.</p>
      )}
      {state === 'void' && (
        <p role="status" className="border-2 border-bill p-3 font-semibold text-bill">
          This version is void.{' '}
          {newestVersion > version
            ? `Version ${newestVersion} takes its place: look for our newer email.`
            : 'The load is not awarded to you any more. Call us with questions.'}
        </p>
      )}
      {state === 'accepted' && (
        <p role="status" className="border-2 border-acacia p-3 font-semibold text-acacia">
          Accepted by {loaderData.acceptedName}, {loaderData.acceptedTitle}. Thank you; the load is yours.
        </p>
      )}
      <TermsView terms={terms} />
      <a className="button justify-center" href={`/c/${params.token}/pdf`}>
        Save it as a PDF
      </a>
      {(state === 'issued' || state === 'sent') && (
        <Form method="post" className="sticky bottom-0 flex flex-col gap-2 border-t-2 border-ink bg-plain pt-3 pb-4">
          <div className="grid grid-cols-2 gap-3">
            <Field label="Your name" name="name" autoComplete="name" error={actionData?.errors?.name} required />
            <Field
              label="Your title"
              name="title"
              autoComplete="organization-title"
              error={actionData?.errors?.title}
              required
            />
          </div>
          <Alert>{actionData?.message && actionData.message}</Alert>
          <button type="submit" className="button first !h-12 justify-center text-[17px]" disabled={busy}>
            {busy ? 'One moment…' : 'Accept this confirmation'}
          </button>
        </Form>
      )}
    </main>
  )
}
