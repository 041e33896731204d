import { data, useNavigation } from 'react-router'
import type { ZodError } from 'zod'
import type { Objection } from '#core/confirmation/objection'
import { documentKindWords } from '#core/document/document'
import { officeHoursWords } from '#core/office/hours'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import {
  acceptanceSchema,
  acceptByLink,
  objectByLink,
  objectionSchema,
  readByLink,
} from '#server/outside/confirmation-link'
import { Acceptance, Objections } from '../../confirmation/carrier-answers'
import { TermsView } from '../../confirmation/terms-view'
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
  const { number, version, state, terms, acceptedName, acceptedTitle, objection, objectionText } = read.confirmation
  const { newestVersion } = read
  const documents = read.documents.map(({ id, kind, fileName }) => ({ id, kind, fileName }))
  return {
    number,
    version,
    state,
    terms,
    acceptedName,
    acceptedTitle,
    objection,
    objectionText,
    newestVersion,
    documents,
    hours: officeHoursWords(officeOf(database()), Date.now()),
  }
}

export async function action({ params, request }: Route.ActionArgs) {
  const form = Object.fromEntries(await request.formData().catch(() => new FormData()))
  const now = Date.now()
  if (form.objection === undefined) {
    const yes = acceptanceSchema.safeParse({ name: '', title: '', ...form })
    return yes.success ? answered(acceptByLink(database(), params.token, yes.data, now), null) : wrong(yes.error, null)
  }
  const objection = form.objection === 'no' ? 'no' : 'not_right'
  const said = objectionSchema.safeParse({ name: '', text: '', ...form, objection })
  return said.success
    ? answered(objectByLink(database(), params.token, said.data, now), objection)
    : wrong(said.error, objection)
}

type Answered = ReturnType<typeof acceptByLink>

/** What became of an answer; `objection` says which form it came from. */
function answered(outcome: Answered, objection: Objection | null) {
  const errors: Record<string, string> = {}
  if ('refusal' in outcome)
    return data(
      { message: outcome.refusal.message, errors, objection },
      { status: statusOf[outcome.refusal.code] ?? 409 },
    )
  return data({ message: null, errors, objection })
}

function wrong(error: ZodError, objection: Objection | null) {
  const errors = Object.fromEntries(error.issues.map((issue) => [issue.path.join('.'), issue.message]))
  return data({ message: null, errors, objection }, { status: 400 })
}

export default function CarrierConfirmation({ loaderData, actionData, params }: Route.ComponentProps) {
  const { number, version, state, terms, newestVersion } = loaderData
  const busy = useNavigation().state !== 'idle'
  const ready = useReady()
  return (
    <main className="group mx-auto flex max-w-lg flex-col gap-4 p-4 text-[16px]" data-ready={ready || undefined}>
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
      {loaderData.documents.map(({ id, kind, fileName }) => (
        <a key={id} className="block py-2 link" href={`/c/${params.token}/documents/${id}`}>
          {documentKindWords[kind]}: {fileName}
        </a>
      ))}
      {loaderData.objection && state !== 'accepted' && (
        <p role="status" className="border-2 border-ring p-3 font-semibold text-ring-text">
          {loaderData.objection === 'no' ? 'You told us no' : 'You told us that something is not right'}
          {loaderData.objectionText && `: ${loaderData.objectionText}`}. {terms.broker.name} has it, and will call or
          send a new one.
        </p>
      )}
      <p className="label">
        {terms.broker.name} is at the desk {loaderData.hours}.
      </p>
      {(state === 'issued' || state === 'sent') && (
        <>
          <Objections answer={actionData ?? null} busy={busy} />
          <Acceptance answer={actionData ?? null} busy={busy} />
        </>
      )}
    </main>
  )
}
