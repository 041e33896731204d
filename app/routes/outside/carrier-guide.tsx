import { useEffect, useState } from 'react'
import { data, Form, useNavigation } from 'react-router'
import { z } from 'zod'
import { formatMoney } from '#core/money/money'
import { dayOf, toLocal } from '#core/time/local'
import { clockWords, dayWords, spanWords, zoneWords } from '#core/time/words'
import { database } from '#server/db.server'
import { answerByLink, readGuideLink } from '#server/guide/link'
import { CarrierHead } from '../../ui/carrier-head'
import { Field } from '../../ui/field'
import { useReady } from '../../ui/keys'
import type { Route } from './+types/carrier-guide'

export const meta: Route.MetaFunction = () => [{ title: 'Load to accept' }, { name: 'robots', content: 'noindex' }]

/** What a carrier sees of a load that is offered to it: these fields, and no others. */
export function loader({ params }: Route.LoaderArgs) {
  const now = Date.now()
  const read = readGuideLink(database(), params.token, now)
  if ('refusal' in read) throw new Response(read.refusal.message, { status: 404 })
  return { ...read, now }
}

const answerSchema = z.object({
  answer: z.enum(['accepted', 'declined']),
  name: z.string().trim().max(80, 'At most 80 characters'),
})

export async function action({ params, request }: Route.ActionArgs) {
  const form = Object.fromEntries(await request.formData().catch(() => new FormData()))
  const said = answerSchema.safeParse({ name: '', ...form })
  if (!said.success)
    return data(
      { message: 'That form did not arrive whole. Send it again.', isAwarded: null, name: null },
      { status: 400 },
    )
  const { answer, name } = said.data
  if (answer === 'accepted' && name.length < 2)
    return data({ message: null, isAwarded: null, name: 'Give your name' }, { status: 400 })
  const outcome = answerByLink(database(), params.token, said.data, Date.now())
  return 'refusal' in outcome
    ? data({ message: outcome.refusal.message, isAwarded: null, name: null }, { status: 409 })
    : data({ message: null, isAwarded: answer === 'accepted' ? outcome.isAwarded : null, name: null })
}

export default function CarrierGuide({ loaderData: page, actionData }: Route.ComponentProps) {
  const ready = useReady()
  const busy = useNavigation().state !== 'idle'
  return (
    <main className="mx-auto flex max-w-lg flex-col gap-4 p-4 text-[16px]" data-ready={ready || undefined}>
      <CarrierHead
        title={`${page.stops[0]?.place} to ${page.stops.at(-1)?.place}`}
        carrierName={page.carrierName}
        broker={page.broker}
      />
      {actionData?.message && (
        <p role="alert" className="border-2 border-bill p-3 text-bill">
          {actionData.message}
        </p>
      )}
      <Standing page={page} isAwarded={actionData?.isAwarded ?? null} />
      <dl className="grid grid-cols-[90px_1fr] gap-y-1">
        {page.stops.map(({ kind, place, when }) => (
          <Fact key={`${kind} ${place}`} name={kind === 'pickup' ? 'Pickup' : 'Delivery'}>
            {place}, {when}
          </Fact>
        ))}
        <Fact name="Truck">{truckWords(page)}</Fact>
        <Fact name="Freight">
          {page.weightLb.toLocaleString('en-US')} lb, {page.miles.toLocaleString('en-US')} miles
        </Fact>
        <Fact name="We pay">
          <b className="text-lg">{formatMoney(page.priceMinor)}</b> all in
        </Fact>
        {page.notes.map((text) => (
          <Fact key={text} name="Note">
            {text}
          </Fact>
        ))}
      </dl>
      {page.state === 'out' && <AnswerForm page={page} busy={busy} error={actionData?.name ?? undefined} />}
    </main>
  )
}

type Page = Route.ComponentProps['loaderData']

function Fact({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <>
      <dt className="label">{name}</dt>
      <dd>{children}</dd>
    </>
  )
}

const truckWords = ({ equipment, temperature, team }: Page): string =>
  [equipment, temperature ? `${temperature.from} to ${temperature.to} °F` : '', team ? 'team drivers' : '']
    .filter(Boolean)
    .join(', ')

function Standing({ page, isAwarded }: { page: Page; isAwarded: boolean | null }) {
  const left = useTimeLeft(page)
  const until = toLocal(page.expiresAt, page.zone)
  switch (page.state) {
    case 'out':
      return (
        <p role="timer" className="border-2 border-ring p-3">
          Yours if you accept by{' '}
          <b>
            {clockWords(until)} {zoneWords(page.expiresAt, page.zone)}, {dayWords(dayOf(until))}
          </b>
          , in {spanWords(left)}.
        </p>
      )
    case 'accepted':
      return (
        <p role="status" className="border-2 border-acacia p-3 font-semibold text-acacia">
          {isAwarded === false
            ? 'We have your yes. Our desk looks at it and calls you; please hold the truck.'
            : 'Accepted. Thank you; the rate confirmation follows by email.'}
        </p>
      )
    case 'declined':
      return (
        <p role="status" className="border-2 border-strong p-3">
          Declined. Thank you for telling us at once.
        </p>
      )
    default:
      return (
        <p role="status" className="border-2 border-bill p-3 text-bill">
          This load is not open to you any more. Call us if you still have a truck for it.
        </p>
      )
  }
}

/** Milliseconds until the offer ends, going down by the minute. */
function useTimeLeft({ expiresAt, now }: Page): number {
  const [at, setAt] = useState(now)
  useEffect(() => {
    const timer = setInterval(() => setAt(Date.now()), 20_000)
    return () => clearInterval(timer)
  }, [])
  return Math.max(0, expiresAt - at)
}

function AnswerForm({ page, busy, error }: { page: Page; busy: boolean; error: string | undefined }) {
  return (
    <Form method="post" className="flex flex-col gap-3 border-t-2 border-ink pt-3 pb-8">
      <Field label="Your name" name="name" autoComplete="name" {...(error ? { error } : {})} />
      <button
        type="submit"
        name="answer"
        value="accepted"
        className="button first !h-12 justify-center text-[17px]"
        disabled={busy}
      >
        {busy ? 'One moment…' : `Accept at ${formatMoney(page.priceMinor)}`}
      </button>
      <button type="submit" name="answer" value="declined" className="button !h-11 justify-center" disabled={busy}>
        Decline
      </button>
    </Form>
  )
}
