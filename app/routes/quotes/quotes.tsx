import { useState } from 'react'
import { Form, Link, useNavigate } from 'react-router'
import { may } from '#core/access/access'
import { formatMoney } from '#core/money/money'
import { validWords } from '#core/quote/words'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { type ListedQuote, listQuotes } from '#server/quote/list'
import { brokerage } from '#server/settings.server'
import { NewQuoteDialog } from '../../quote/new-quote'
import { useKeys } from '../../ui/keys'
import type { Route } from './+types/quotes'

export const meta: Route.MetaFunction = () => [{ title: 'Quotes, Oxpecker' }]

const pageSize = 100

export function loader({ request, context }: Route.LoaderArgs) {
  const words = (new URL(request.url).searchParams.get('q') ?? '').slice(0, 100)
  const today = dayOf(toLocal(Date.now(), brokerage.zone))
  return {
    words,
    quotes: listQuotes(database(), { words, limit: pageSize }),
    today,
    zone: brokerage.zone,
    mayEdit: may(viewer(context).role, 'edit_quotes'),
  }
}

const columns =
  'grid grid-cols-[64px_96px_minmax(0,1.2fr)_minmax(0,1.5fr)_52px_minmax(0,1.3fr)_96px_150px] items-center gap-x-3 px-4'

export default function Quotes({ loaderData }: Route.ComponentProps) {
  const { quotes, words, today, zone, mayEdit } = loaderData
  const [chosen, setChosen] = useState<number | null>(null)
  const [making, setMaking] = useState(false)
  const navigate = useNavigate()
  const focus = (step: number) => {
    const next = quotes[Math.max(0, Math.min(quotes.length - 1, quotes.findIndex(({ id }) => id === chosen) + step))]
    if (next) document.querySelector<HTMLElement>(`[data-quote="${next.id}"]`)?.focus()
  }
  useKeys('Quotes', [
    { key: 'ArrowDown', words: 'next quote', run: () => focus(1) },
    { key: 'ArrowUp', words: 'quote before', run: () => focus(-1) },
    { key: 'b', words: 'new quote', run: () => setMaking(true), disabled: !mayEdit },
  ])
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-center gap-3 border-b border-strong px-4 py-2">
        <h1 className="text-base font-semibold">Quotes</h1>
        <Form role="search" className="flex gap-2">
          <input
            name="q"
            defaultValue={words}
            key={words}
            aria-label="Number, customer, title"
            placeholder="Number, customer, title"
            className="field !w-72"
          />
          <button type="submit" className="button">
            Search
          </button>
        </Form>
        <span className="label">
          {quotes.length === pageSize ? `the newest ${pageSize}` : `${quotes.length} found`}
        </span>
        <span className="ml-auto flex items-center gap-4">
          <Link to="/fuel" className="link">
            Diesel and fuel tables
          </Link>
          {mayEdit && (
            <button type="button" className="button first" onClick={() => setMaking(true)}>
              New quote <kbd className="key">b</kbd>
            </button>
          )}
        </span>
      </div>
      <div className={`${columns} label border-b py-1`} aria-hidden="true">
        <span>Quote</span>
        <span>Created</span>
        <span>Customer</span>
        <span>For</span>
        <span className="text-right">Lines</span>
        <span>Status</span>
        <span className="text-right">Total</span>
        <span>Validity</span>
      </div>
      <ul aria-label="Quotes, newest first" className="min-h-0 flex-1 overflow-y-auto">
        {quotes.map((quote) => (
          <Row key={quote.id} quote={quote} today={today} zone={zone} onChoose={() => setChosen(quote.id)} />
        ))}
        {quotes.length === 0 && (
          <li className="p-6">
            {words
              ? 'No quote fits these words.'
              : 'No quotes yet. Press b for a new one: choose the customer, type or paste their lanes, and every line is priced as you type.'}
          </li>
        )}
      </ul>
      {making && (
        <NewQuoteDialog onClose={() => setMaking(false)} onMade={(quoteId) => navigate(`/quotes/${quoteId}`)} />
      )}
    </main>
  )
}

function Row({
  quote,
  today,
  zone,
  onChoose,
}: {
  quote: ListedQuote
  today: string
  zone: string
  onChoose: () => void
}) {
  const settled = quote.lines > 0 && quote.draft === 0 && quote.sent === 0
  const standing: [number, string, string][] = [
    [quote.bad, 'to fix', 'font-semibold text-bill'],
    [quote.draft - quote.bad, 'draft', ''],
    [quote.sent, 'out', 'text-dusk'],
    [quote.won, 'won', 'text-acacia'],
    [quote.lost, 'lost', 'text-second'],
    [quote.lapsed, 'lapsed', 'text-second'],
  ]
  return (
    <li className={`${columns} relative h-9 border-b focus-within:bg-chosen hover:bg-sheet`}>
      <Link
        to={`/quotes/${quote.id}`}
        data-quote={quote.id}
        onFocus={onChoose}
        className="font-mono after:absolute after:inset-0"
      >
        {quote.number}
      </Link>
      <span className="label">{dayWords(dayOf(toLocal(quote.createdAt, zone)), today)}</span>
      <span className="truncate">
        {quote.customerName}
        {quote.prospect && <span className="text-ring-text"> prospect</span>}
      </span>
      <span className="truncate">
        {quote.title && <b className="font-semibold">{quote.title} </b>}
        <span className={quote.title ? 'label' : ''}>{quote.lane}</span>
      </span>
      <span className="text-right font-mono">{quote.lines}</span>
      <span className="flex gap-x-3 truncate">
        {standing
          .filter(([count]) => count > 0)
          .map(([count, words, tone]) => (
            <span key={words} className={tone}>
              {count} {words}
            </span>
          ))}
      </span>
      <span className="text-right font-mono">
        {quote.sellMinor > 0 ? formatMoney(Math.round(quote.sellMinor / 10_000) * 10_000, quote.currency) : ''}
      </span>
      {settled ? (
        <span className="label">settled</span>
      ) : (
        <span className={quote.validUntil < today ? 'text-ring-text' : ''}>{validWords(quote.validUntil, today)}</span>
      )}
    </li>
  )
}
