import { data, Form, useNavigation } from 'react-router'
import { z } from 'zod'
import { agreement, signatureSchema } from '#core/carrier/agreement'
import { askedKinds, carrierDocumentWords } from '#core/carrier/document'
import { maxDocumentBytes } from '#core/document/file'
import { signAgreement } from '#server/carrier/agreement'
import { readCarrierLink, receiveByLink, takeBackByLink } from '#server/carrier/by-link'
import { openRequestLink } from '#server/carrier/request-link'
import { database } from '#server/db.server'
import { readUpload } from '#server/http/upload'
import { CarrierHead } from '../../ui/carrier-head'
import { Field } from '../../ui/field'
import { useReady } from '../../ui/keys'
import { LinkButton } from '../../ui/link-button'
import type { Route } from './+types/carrier-link'

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: loaderData?.purpose === 'agreement' ? 'Agreement to sign' : 'Documents to send' },
  { name: 'robots', content: 'noindex' },
]

const statusOf: Record<string, number> = { altered: 404, expired: 410, revoked: 410 }

/** What a carrier sees of its own link: its name, what is asked, what it has sent. Nothing else. */
export function loader({ params }: Route.LoaderArgs) {
  const read = readCarrierLink(database(), params.token, Date.now())
  if ('refusal' in read) throw new Response(read.refusal.message, { status: statusOf[read.refusal.code] ?? 400 })
  return read
}

export async function action({ params, request }: Route.ActionArgs) {
  const db = database()
  const now = Date.now()
  const link = openRequestLink(db, params.token, now)
  if ('refusal' in link)
    return data(
      { message: link.refusal.message, errors: {} as Record<string, string>, sent: null },
      { status: statusOf[link.refusal.code] ?? 400 },
    )
  const form = await readUpload(request, maxDocumentBytes)
  if ('refusal' in form)
    return data({ message: form.refusal.message, errors: {} as Record<string, string>, sent: null }, { status: 413 })
  if (link.purpose === 'agreement') {
    const signature = signatureSchema.safeParse(form.fields)
    if (!signature.success)
      return data(
        {
          message: null,
          errors: Object.fromEntries(signature.error.issues.map((issue) => [issue.path.join('.'), issue.message])),
          sent: null,
        },
        { status: 400 },
      )
    const outcome = await signAgreement(db, link, signature.data, now)
    return 'refusal' in outcome
      ? data({ message: outcome.refusal.message, errors: {} as Record<string, string>, sent: null }, { status: 409 })
      : data({ message: null, errors: {} as Record<string, string>, sent: 'agreement' })
  }
  if (form.fields.takeBack) {
    const outcome = takeBackByLink(db, link, Number(form.fields.takeBack), now)
    return 'refusal' in outcome
      ? data({ message: outcome.refusal.message, errors: {} as Record<string, string>, sent: null }, { status: 409 })
      : data({ message: null, errors: {} as Record<string, string>, sent: null })
  }
  const kind = z.enum(askedKinds).safeParse(form.fields.kind)
  if (!form.file || !kind.success)
    return data(
      { message: 'Choose a file or take a picture first.', errors: {} as Record<string, string>, sent: null },
      { status: 400 },
    )
  const outcome = await receiveByLink(db, link, { kind: kind.data, ...form.file }, now)
  if ('refusal' in outcome)
    return data({ message: outcome.refusal.message, errors: {} as Record<string, string>, sent: null }, { status: 400 })
  return data({ message: null, errors: {} as Record<string, string>, sent: carrierDocumentWords[kind.data] })
}

export default function CarrierLink({ loaderData, actionData }: Route.ComponentProps) {
  const ready = useReady()
  const { carrierName, broker, purpose } = loaderData
  return (
    <main className="mx-auto flex max-w-lg flex-col gap-4 p-4 text-[16px]" data-ready={ready || undefined}>
      <CarrierHead
        title={purpose === 'agreement' ? agreement.title : 'Documents to send'}
        carrierName={carrierName}
        broker={broker}
      />
      {actionData?.message && (
        <p role="alert" className="border-2 border-bill p-3 text-bill">
          {actionData.message}
        </p>
      )}
      {purpose === 'agreement' ? (
        <Agreement page={loaderData} errors={actionData?.errors ?? {}} />
      ) : (
        <Send page={loaderData} sent={actionData?.sent ?? null} />
      )}
    </main>
  )
}

type Page = Route.ComponentProps['loaderData']

function Send({ page, sent }: { page: Page; sent: string | null }) {
  const busy = useNavigation().state !== 'idle'
  return (
    <>
      {sent && (
        <p role="status" className="border-2 border-acacia p-3 font-semibold text-acacia">
          {sent} has arrived. Thank you.
        </p>
      )}
      <ul className="flex flex-col gap-4">
        {page.kinds.map((kind) => {
          const received = page.received.filter((document) => document.kind === kind)
          return (
            <li key={kind} className="border-t pt-3">
              <Form method="post" encType="multipart/form-data" className="flex flex-col gap-2">
                <input type="hidden" name="kind" value={kind} />
                <label className="font-semibold">
                  {carrierDocumentWords[kind]}
                  <input
                    type="file"
                    name="file"
                    required
                    accept="application/pdf,image/png,image/jpeg"
                    className="mt-1 block w-full text-base font-normal"
                  />
                </label>
                <button type="submit" className="button !h-11 justify-center" disabled={busy}>
                  {sendWords(busy, received.length)}
                </button>
              </Form>
              {received.map((document) => (
                <Form
                  key={document.id}
                  method="post"
                  encType="multipart/form-data"
                  className="mt-2 flex items-center justify-between gap-3"
                >
                  <span className="label min-w-0 truncate">Received: {document.fileName}</span>
                  {document.state === 'waiting' && (
                    <LinkButton
                      type="submit"
                      name="takeBack"
                      value={document.id}
                      className="shrink-0 p-2"
                      disabled={busy}
                      aria-label={`Take back ${document.fileName}`}
                    >
                      Take it back
                    </LinkButton>
                  )}
                </Form>
              ))}
            </li>
          )
        })}
      </ul>
      <p className="label">PDF, or a picture taken with the phone (PNG, JPEG), at most 10 MB each.</p>
    </>
  )
}

function Agreement({ page, errors }: { page: Page; errors: Record<string, string> }) {
  const busy = useNavigation().state !== 'idle'
  return (
    <>
      {page.signed && (
        <p role="status" className="border-2 border-acacia p-3 font-semibold text-acacia">
          Signed. Thank you; we are set to work together.
        </p>
      )}
      <p>
        Between {page.broker.name}, {page.broker.address.join(', ')}, MC {page.broker.mcNumber}, and {carrierLine(page)}
        . Version {agreement.version}.
      </p>
      <ol className="flex flex-col gap-3">
        {agreement.articles.map(([title, text], at) => (
          <li key={title}>
            <b className="font-semibold">
              {at + 1}. {title}.
            </b>{' '}
            {text}
          </li>
        ))}
      </ol>
      {!page.signed && (
        <Form
          method="post"
          encType="multipart/form-data"
          className="flex flex-col gap-3 border-t-2 border-ink pt-3 pb-6"
        >
          <Field label="Your name" name="name" autoComplete="name" error={errors.name} required />
          <Field label="Your title" name="title" autoComplete="organization-title" error={errors.title} required />
          <label className="flex items-start gap-2">
            <input
              type="checkbox"
              name="agreed"
              value="yes"
              required
              aria-describedby={errors.agreed ? 'agreed-error' : undefined}
            />
            <span>I may sign for {page.carrierName}, and we agree to the above.</span>
          </label>
          {errors.agreed && (
            <p id="agreed-error" className="text-bill">
              {errors.agreed}
            </p>
          )}
          <button type="submit" className="button first !h-12 justify-center text-[17px]" disabled={busy}>
            {busy ? 'One moment…' : 'Sign the agreement'}
          </button>
        </Form>
      )}
    </>
  )
}

const carrierLine = (page: Page) =>
  `${page.carrierName}${page.mcNumber ? `, MC ${page.mcNumber}` : ''}, DOT ${page.dotNumber}`

function sendWords(isBusy: boolean, received: number): string {
  if (isBusy) return 'Sending…'
  return received > 0 ? 'Send another' : 'Send'
}
