import { useRef } from 'react'
import { Form, Link, useNavigate, useRevalidator, useSearchParams } from 'react-router'
import { toast } from 'sonner'
import { may } from '#core/access/access'
import { momentWords } from '#core/time/words'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { exchangeQuerySchema, type ListedDocument, listDocuments, pageSize, readDocument } from '#server/exchange/log'
import { listPartners } from '#server/partner/partners'
import { brokerage } from '#server/settings.server'
import { DocumentView, kindWords, verdictWords } from '../../exchange/document-view'
import { useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import { postJson } from '../../ui/post'
import type { Route } from './+types/exchange'

export const meta: Route.MetaFunction = () => [{ title: 'Exchange log, Oxpecker' }]

export async function loader({ request, context }: Route.LoaderArgs) {
  const now = Date.now()
  const query = exchangeQuerySchema.parse(Object.fromEntries(new URL(request.url).searchParams))
  const db = database()
  const documents = listDocuments(db, query)
  const openId = query.document ?? documents[0]?.id ?? null
  return {
    query,
    documents,
    open: openId === null ? null : await readDocument(db, openId),
    partners: listPartners(db).map(({ id, name }) => ({ id, name })),
    now,
    zone: brokerage.zone,
    mayAct: may(viewer(context).role, 'answer_tenders'),
    pageSize,
  }
}

const kinds = ['204', '990', '214', '210', '997', 'page', 'form', 'unread']

export default function Exchange({ loaderData }: Route.ComponentProps) {
  const { query, documents, open, partners, now, zone, mayAct } = loaderData
  const [params] = useSearchParams()
  const navigate = useNavigate()
  const { revalidate } = useRevalidator()
  const list = useRef<HTMLUListElement>(null)
  useLive(({ aggregate }) => aggregate === 'tender' || aggregate === 'partner' || aggregate === 'outbox')
  const index = documents.findIndex(({ id }) => id === open?.document.id)
  const to = (change: Record<string, string>) => {
    const next = new URLSearchParams(params)
    for (const [name, value] of Object.entries(change)) next.set(name, value)
    return `/exchange?${next}`
  }
  const step = (by: number) => {
    const next = documents[Math.max(0, Math.min(documents.length - 1, index + by))]
    if (!next) return
    navigate(to({ document: String(next.id) }), { replace: true, preventScrollReset: true })
    list.current?.querySelector<HTMLElement>(`[data-document="${next.id}"]`)?.focus()
  }
  const act = async (what: 'send' | 'read', done: string) => {
    if (!open) return
    const answer = await postJson(
      '/exchange/act',
      what === 'send'
        ? { intent: 'send_again', exchangeId: open.exchange.id }
        : { intent: 'read_again', documentId: open.document.id },
    )
    await revalidate()
    toast(answer.ok ? done : answer.message, answer.ok ? {} : { className: '!text-bill' })
  }
  const maySend = mayAct && open?.document.direction === 'out' && open.exchange.state !== 'waiting'
  const mayRead =
    mayAct &&
    open?.document.direction === 'in' &&
    (open.noticeState === 'open' || (open.document.kind === '204' && open.document.state === 'kept'))
  useKeys('Exchange log', [
    { key: 'ArrowDown', words: 'next document', run: () => step(1) },
    { key: 'ArrowUp', words: 'document before', run: () => step(-1) },
    { key: 's', words: 'search', run: () => document.querySelector<HTMLElement>('input[name="q"]')?.focus() },
    { key: 'g', words: 'send it again', run: () => void act('send', 'To be sent again'), disabled: !maySend },
    { key: 'r', words: 'read it again', run: () => void act('read', 'Read again'), disabled: !mayRead },
  ])
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-center gap-3 border-b border-strong px-4 py-2">
        <h1 className="text-base font-semibold whitespace-nowrap">Exchange log</h1>
        <Form className="flex items-center gap-2" role="search" key={JSON.stringify(query)}>
          <input
            name="q"
            defaultValue={query.q}
            aria-label="Shipment, load or control number"
            placeholder="Shipment, load, control"
            className="field !w-52"
          />
          <select name="partner" defaultValue={query.partner ?? ''} aria-label="Partner" className="field !w-44">
            <option value="">every partner</option>
            {partners.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name}
              </option>
            ))}
          </select>
          <select name="kind" defaultValue={query.kind} aria-label="Kind" className="field !w-40">
            <option value="">every kind</option>
            {kinds.map((kind) => (
              <option key={kind} value={kind}>
                {kindWords(kind)}
              </option>
            ))}
          </select>
          <input type="date" name="day" defaultValue={query.day} aria-label="Day" className="field !w-36" />
          <label className="flex items-center gap-1 whitespace-nowrap">
            <input type="checkbox" name="trouble" value="1" defaultChecked={query.trouble === '1'} /> in trouble
          </label>
          <button type="submit" className="button">
            Search <kbd className="key">s</kbd>
          </button>
        </Form>
        <span className="ml-auto flex gap-4 whitespace-nowrap">
          <a href={`/exchange.csv?${params}`} className="text-dusk underline">
            Export
          </a>
          <Link to="/intake" className="text-dusk underline">
            Intake
          </Link>
        </span>
      </div>
      {documents.length === 0 ? (
        <p className="p-6">
          {params.size > 0
            ? 'Nothing fits. Search for less.'
            : 'Nothing received or sent yet. Tenders appear here as soon as a partner sends one.'}
        </p>
      ) : (
        <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(0,1.55fr)]">
          <div className="flex min-h-0 flex-col border-r border-strong">
            <ul ref={list} aria-label="Documents, newest first" className="min-h-0 flex-1 overflow-y-auto">
              {documents.map((each) => (
                <Item
                  key={each.id}
                  document={each}
                  chosen={each.id === open?.document.id}
                  to={to({ document: String(each.id) })}
                  now={now}
                  zone={zone}
                />
              ))}
            </ul>
            {(documents.length === loaderData.pageSize || query.page > 0) && (
              <p className="flex gap-4 border-t px-4 py-1.5">
                {query.page > 0 && <Link to={to({ page: String(query.page - 1), document: '' })}>Newer</Link>}
                {documents.length === loaderData.pageSize && (
                  <Link to={to({ page: String(query.page + 1), document: '' })}>Older</Link>
                )}
              </p>
            )}
          </div>
          <div className="flex min-h-0 flex-col">
            {open && <DocumentView key={open.document.id} read={open} now={now} zone={zone} />}
            {open && (
              <footer className="flex gap-2 border-t border-strong bg-sheet px-4 py-2">
                {maySend && (
                  <button type="button" className="button" onClick={() => void act('send', 'To be sent again')}>
                    Send again <kbd className="key">g</kbd>
                  </button>
                )}
                {mayRead && (
                  <button type="button" className="button" onClick={() => void act('read', 'Read again')}>
                    Read again <kbd className="key">r</kbd>
                  </button>
                )}
                <a className="button ml-auto" href={`/exchange/${open.exchange.id}/raw`}>
                  Download the interchange
                </a>
              </footer>
            )}
          </div>
        </div>
      )}
    </main>
  )
}

function Item({
  document,
  chosen,
  to,
  now,
  zone,
}: {
  document: ListedDocument
  chosen: boolean
  to: string
  now: number
  zone: string
}) {
  const trouble =
    document.verdict === 'R' ||
    document.ackVerdict === 'R' ||
    document.exchangeState === 'failed' ||
    document.exchangeState === 'unreadable' ||
    document.problem !== null
  return (
    <li className={`border-b ${chosen ? 'bg-chosen shadow-[inset_4px_0_0_var(--dusk)]' : 'hover:bg-sheet'}`}>
      <Link
        to={to}
        replace
        preventScrollReset
        data-document={document.id}
        aria-current={chosen || undefined}
        className="grid grid-cols-[26px_58px_minmax(0,1fr)_minmax(0,1fr)_auto] items-baseline gap-x-2 px-4 py-1"
      >
        <span className="label">{document.direction}</span>
        <b className="font-mono font-semibold">{document.kind}</b>
        <span className="truncate font-mono">
          {document.number || (document.control !== null ? `#${document.control}` : '')}
        </span>
        <span className="label truncate">{document.partnerName ?? 'unknown'}</span>
        <span className="label whitespace-nowrap">{momentWords(document.at, now, zone)}</span>
        <span className={`col-span-3 col-start-3 truncate text-sm ${trouble ? 'text-bill' : 'text-second'}`}>
          {standingWords(document)}
        </span>
      </Link>
    </li>
  )
}

function standingWords(document: ListedDocument): string {
  return (
    [
      document.verdict ? verdictWords(document.verdict) : '',
      sendingWords[document.exchangeState] ?? '',
      acknowledgedWords(document),
      document.problem ?? document.exchangeProblem ?? '',
      document.loadNumber ?? '',
    ]
      .filter(Boolean)
      .join(' · ') || (document.exchangeState === 'sent' ? 'sent' : 'read')
  )
}

const sendingWords: Partial<Record<ListedDocument['exchangeState'], string>> = {
  waiting: 'on its way',
  failed: 'not sent',
  repeat: 'came before',
}

function acknowledgedWords({ direction, kind, ackVerdict, exchangeState }: ListedDocument): string {
  if (direction !== 'out' || kind === '997' || kind === 'form') return ''
  if (ackVerdict) return `${verdictWords(ackVerdict)} by them`
  return exchangeState === 'sent' ? 'sent, not acknowledged' : ''
}
