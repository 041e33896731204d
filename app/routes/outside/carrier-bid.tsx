import { data, Form, useNavigation } from 'react-router'
import type { SheetProblem, TypedBid } from '#core/bid/sheet'
import { dayOf, toLocal } from '#core/time/local'
import { clockWords, daysWords, fullDateWords, zoneWords } from '#core/time/words'
import { bidByLink, declineByLink, noteOpened, readInvite } from '#server/bid/link'
import { readSheetFile } from '#server/bid/sheet-text'
import { database } from '#server/db.server'
import { readUpload } from '#server/http/upload'
import { BidLanes } from '../../bid/bid-lanes'
import { CarrierHead } from '../../ui/carrier-head'
import { useReady } from '../../ui/keys'
import type { Route } from './+types/carrier-bid'

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: loaderData ? `Bid: ${loaderData.title}` : 'Bid' },
  { name: 'robots', content: 'noindex' },
]

const statusOf: Record<string, number> = { altered: 404, revoked: 410, bidding_over: 409 }
const longestSheetBytes = 700_000

/** What a carrier sees of its invitation: the lanes, what is asked, and its own bid. Nothing else. */
export function loader({ params }: Route.LoaderArgs) {
  const db = database()
  const read = readInvite(db, params.token)
  if ('refusal' in read) throw new Response(read.refusal.message, { status: statusOf[read.refusal.code] ?? 400 })
  const now = Date.now()
  noteOpened(db, read.inviteId, now)
  return { ...read, isOpen: read.state === 'open' && read.deadlineAt > now }
}

interface Answer {
  message: string | null
  done: 'bid' | 'declined' | null
  problems: { laneId: number; message: string }[]
  rows: SheetProblem[]
  /** What was typed, so that nothing is lost where something is wrong. */
  typed: [number, TypedBid][]
  answers: string[]
}
const nothing: Answer = { message: null, done: null, problems: [], rows: [], typed: [], answers: [] }

export async function action({ params, request }: Route.ActionArgs) {
  const db = database()
  const now = Date.now()
  const form = await readUpload(request, longestSheetBytes)
  if ('refusal' in form) return data({ ...nothing, message: form.refusal.message }, { status: 413 })
  const { fields, file } = form
  if (fields.decline !== undefined) {
    const outcome = declineByLink(db, params.token, (fields.reason ?? '').trim().slice(0, 200), now)
    return answered(outcome, 'declined', nothing)
  }
  const answers = Object.keys(fields)
    .filter((name) => name.startsWith('answer-'))
    .sort((one, other) => Number(one.slice(7)) - Number(other.slice(7)))
    .map((name) => fields[name]!.trim().slice(0, 500))
  const typed = typedBids(fields)
  if (!file || file.content.length === 0) {
    const outcome = bidByLink(db, params.token, new Map(typed), answers, now)
    if ('problems' in outcome)
      return data(
        { ...nothing, ...outcome, typed, answers, message: problemWords(outcome.problems.length) },
        { status: 400 },
      )
    return answered(outcome, 'bid', { ...nothing, typed, answers })
  }
  const read = readInvite(db, params.token)
  if ('refusal' in read) return data({ ...nothing, message: read.refusal.message }, { status: 404 })
  const { bids, problems: rows } = await readSheetFile(file.content, read.lanes)
  const fromSheet = bids.map(({ laneId, priceMinor, weeklyLoads, note }): [number, TypedBid] => [
    laneId,
    { price: String(priceMinor / 100), weekly: weeklyLoads === null ? '' : String(weeklyLoads), note },
  ])
  // What was read is put into the fields, to be looked over and sent: a sheet with wrong rows loses nothing.
  return data({
    ...nothing,
    rows,
    answers,
    typed: [...typed.filter(([id]) => !fromSheet.some(([other]) => other === id)), ...fromSheet],
    message: `${bids.length} ${bids.length === 1 ? 'price' : 'prices'} read from your sheet. Look them over, then send the bid.`,
  })
}

const problemWords = (count: number) =>
  `${count === 1 ? 'A price is' : `${count} prices are`} not clear. Nothing was sent yet; fix what is marked and send again.`

/** The fields of the lanes as they were typed. */
function typedBids(fields: Record<string, string>): [number, TypedBid][] {
  return Object.entries(fields).flatMap(([name, price]) => {
    const laneId = /^price-(\d{1,12})$/.exec(name)?.[1]
    if (!laneId || price.trim() === '') return []
    const bid = { price, weekly: fields[`weekly-${laneId}`] ?? '', note: fields[`note-${laneId}`] ?? '' }
    return [[Number(laneId), bid] as [number, TypedBid]]
  })
}

type Outcome = ReturnType<typeof declineByLink>

function answered(outcome: Outcome, done: 'bid' | 'declined', held: Answer) {
  return 'refusal' in outcome
    ? data({ ...held, message: outcome.refusal.message }, { status: statusOf[outcome.refusal.code] ?? 409 })
    : data({ ...nothing, done })
}

export default function CarrierBid({ loaderData: page, actionData, params }: Route.ComponentProps) {
  const ready = useReady()
  const busy = useNavigation().state !== 'idle'
  const deadline = toLocal(page.deadlineAt, page.zone)
  const until = `${fullDateWords(dayOf(deadline))}, ${clockWords(deadline)} ${zoneWords(page.deadlineAt, page.zone)}`
  return (
    <main className="mx-auto flex max-w-2xl flex-col gap-4 p-4 text-[16px]" data-ready={ready || undefined}>
      <CarrierHead title={page.title} carrierName={page.carrierName} broker={page.broker} />
      <p>
        {page.isOpen ? (
          <>
            Bids close <b>{until}</b>.
          </>
        ) : (
          <b>Bidding closed {until}.</b>
        )}{' '}
        Loads picked up {daysWords(page.validFrom, page.validTo)}. Prices are for one load, all in, in US dollars.
        {page.sealed && ' Nobody here sees your bid before it closes.'}
      </p>
      {page.requirements && <p className="border-l-2 border-strong pl-3 whitespace-pre-line">{page.requirements}</p>}
      <Standing page={page} done={actionData?.done ?? null} />
      {actionData?.message && (
        <p
          role="alert"
          className={`border-2 p-3 ${actionData.problems.length > 0 || actionData.rows.length > 0 ? 'border-bill text-bill' : 'border-ink'}`}
        >
          {actionData.message}
        </p>
      )}
      {actionData && actionData.rows.length > 0 && (
        <ul aria-label="Rows that could not be read" className="text-bill">
          {actionData.rows.map(({ row, message }) => (
            <li key={`${row} ${message}`}>{row > 0 ? `Row ${row}: ${message}` : message}</li>
          ))}
        </ul>
      )}
      <BidLanes
        // What a sheet brought takes the place of what the fields held.
        key={actionData?.typed.length ? JSON.stringify(actionData.typed) : 'own'}
        page={page}
        typed={actionData?.typed.length ? actionData.typed : page.typed}
        answers={actionData?.answers.length ? actionData.answers : page.answer.answers}
        problems={actionData?.problems ?? []}
        sheetUrl={`/b/${params.token}/sheet`}
        busy={busy}
      />
      {page.isOpen && page.answer.state !== 'declined' && <Decline busy={busy} />}
    </main>
  )
}

type Page = Route.ComponentProps['loaderData']

function Standing({ page, done }: { page: Page; done: 'bid' | 'declined' | null }) {
  const { answer, typed, isOpen } = page
  if (answer.state === 'bid')
    return (
      <p role="status" className="border-2 border-acacia p-3 font-semibold text-acacia">
        {done === 'bid' ? 'Your bid has arrived. Thank you.' : 'We have your bid'}{' '}
        {typed.length === 1 ? 'One lane' : `${typed.length} lanes`}
        {isOpen ? '; you can change it until the deadline.' : '.'}
      </p>
    )
  if (answer.state === 'declined')
    return (
      <p role="status" className="border-2 border-strong p-3">
        You told us that you do not bid.{isOpen && ' If you change your mind, fill in prices below and send them.'}
      </p>
    )
  return null
}

function Decline({ busy }: { busy: boolean }) {
  return (
    <Form method="post" className="flex flex-wrap items-end gap-3 border-t pt-3 pb-8">
      <label className="label flex-1">
        Not for you? Tell us why, if you like
        <input name="reason" className="field" maxLength={200} />
      </label>
      <button type="submit" name="decline" value="yes" className="button !h-11" disabled={busy}>
        We do not bid
      </button>
    </Form>
  )
}
