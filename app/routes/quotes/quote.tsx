import { useState } from 'react'
import { Link } from 'react-router'
import { may } from '#core/access/access'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { listFuelTables } from '#server/fuel/fuel'
import { readQuote } from '#server/quote/read'
import { brokerage } from '#server/settings.server'
import { gridColumns } from '../../quote/columns'
import { QuoteGrid } from '../../quote/grid'
import type { At } from '../../quote/grid-moves'
import { LinePanel } from '../../quote/line-panel'
import { PasteDialog } from '../../quote/paste-dialog'
import { QuoteHead } from '../../quote/quote-head'
import { QuoteLog } from '../../quote/quote-log'
import { SendQuoteDialog } from '../../quote/send-dialog'
import { LostDialog, WonDialog } from '../../quote/settle-dialogs'
import { PricingDialog, TermsDialog } from '../../quote/terms-dialogs'
import { useQuote } from '../../quote/use-quote'
import { useKeys } from '../../ui/keys'
import type { Route } from './+types/quote'

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.page.quote.number ?? 'Quote'}, Oxpecker` },
]

export function loader({ params, context }: Route.LoaderArgs) {
  const now = Date.now()
  const page = /^\d{1,9}$/.test(params.quoteId) ? readQuote(database(), Number(params.quoteId), now) : null
  if (!page) throw new Response('There is no such quote.', { status: 404 })
  const { role } = viewer(context)
  return {
    page,
    tables: listFuelTables(database()),
    now,
    zone: brokerage.zone,
    mayEdit: may(role, 'edit_quotes'),
    mayPrice: may(role, 'set_pricing'),
    mayExport: may(role, 'export'),
  }
}

type Open = { kind: 'paste'; text: string } | { kind: 'send' | 'won' | 'lost' | 'terms' | 'pricing' | 'log' } | null

export default function Quote({ loaderData }: Route.ComponentProps) {
  return <QuoteDesk key={loaderData.page.quote.id} {...loaderData} />
}

function QuoteDesk({ page, tables, now, zone, mayEdit, mayPrice, mayExport }: Route.ComponentProps['loaderData']) {
  const quoting = useQuote(page)
  const { lines } = quoting
  const [at, setAt] = useState<At>({ row: 0, column: 1 })
  const [selected, setSelected] = useState<ReadonlySet<number>>(new Set())
  const [open, setOpen] = useState<Open>(null)
  const columns = gridColumns({
    compared: lines.some(({ thenMinor }) => thenMinor !== null),
    told: lines.some(({ cells }) => Boolean(cells.theirs)),
    currency: page.quote.currency,
  })
  const current = lines[at.row] ?? null
  const chosen =
    selected.size > 0 ? lines.filter(({ id }) => selected.has(id)) : current && current.id > 0 ? [current] : []
  const close = () => {
    setOpen(null)
    document.querySelector<HTMLElement>(`[data-cell="${at.row}-${at.column}"]`)?.focus()
  }
  const select = (lineId: number) =>
    setSelected((before) => {
      const next = new Set(before)
      if (!next.delete(lineId)) next.add(lineId)
      return next
    })
  const ids = chosen.map(({ id }) => id)
  const anything = mayEdit && chosen.length > 0
  useKeys('Quote', [
    { key: 's', words: 'send it', run: () => setOpen({ kind: 'send' }), disabled: !mayEdit },
    { key: 'Ctrl+Enter', words: 'send it, from any cell', run: () => setOpen({ kind: 'send' }), disabled: !mayEdit },
    {
      key: 'v',
      words: 'paste rows from a spreadsheet',
      run: () => setOpen({ kind: 'paste', text: '' }),
      disabled: !mayEdit,
    },
    { key: 'w', words: 'the chosen lines are won', run: () => setOpen({ kind: 'won' }), disabled: !anything },
    { key: 'l', words: 'the chosen lines are lost', run: () => setOpen({ kind: 'lost' }), disabled: !anything },
    {
      key: 'o',
      words: 'open the chosen lines again',
      run: () => void quoting.act({ intent: 'reopen', lineIds: ids }, 'Open again'),
      disabled: !anything,
    },
    {
      key: 'd',
      words: 'remove the chosen lines',
      run: () => void quoting.remove(ids).then(() => setSelected(new Set())),
      disabled: !anything,
    },
    {
      key: 'p',
      words: 'price the drafts anew',
      run: () => void quoting.reprice('Priced as the market stands'),
      disabled: !mayEdit,
    },
    {
      key: 't',
      words: 'title, validity, what it is held against',
      run: () => setOpen({ kind: 'terms' }),
      disabled: !mayEdit,
    },
    { key: 'm', words: 'how this customer is priced', run: () => setOpen({ kind: 'pricing' }) },
    { key: 'g', words: 'what happened to it', run: () => setOpen({ kind: 'log' }) },
    {
      key: 'a',
      words: 'choose every line, or none',
      run: () => setSelected(selected.size > 0 ? new Set() : new Set(lines.map(({ id }) => id))),
      disabled: lines.length === 0,
    },
  ])
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <QuoteHead page={page} lines={lines} now={now} zone={zone} />
      <div className="flex shrink-0 items-center gap-2 border-b px-4 py-1.5">
        {mayEdit && (
          <>
            <button type="button" className="button first" onClick={() => setOpen({ kind: 'send' })}>
              Send <kbd className="key">s</kbd>
            </button>
            <button type="button" className="button" onClick={() => setOpen({ kind: 'paste', text: '' })}>
              Paste rows <kbd className="key">v</kbd>
            </button>
            <button type="button" className="button" onClick={() => setOpen({ kind: 'won' })} disabled={!anything}>
              Won <kbd className="key">w</kbd>
            </button>
            <button type="button" className="button" onClick={() => setOpen({ kind: 'lost' })} disabled={!anything}>
              Lost <kbd className="key">l</kbd>
            </button>
            <button type="button" className="button" onClick={() => setOpen({ kind: 'terms' })}>
              Terms <kbd className="key">t</kbd>
            </button>
          </>
        )}
        <button type="button" className="button" onClick={() => setOpen({ kind: 'pricing' })}>
          Their margin and fuel <kbd className="key">m</kbd>
        </button>
        <span className="label">
          {selected.size > 0 ? `${selected.size} chosen` : 'letters work from a line’s number: Esc goes there'}
        </span>
        <span className="ml-auto flex items-center gap-4">
          {mayEdit && (
            <a href={`/quotes/${page.quote.id}/paper`} target="_blank" rel="noreferrer" className="text-dusk underline">
              Their paper
            </a>
          )}
          {mayExport && (
            <>
              <a href={`/quotes/${page.quote.id}/export/csv`} className="text-dusk underline">
                CSV
              </a>
              <a href={`/quotes/${page.quote.id}/export/xlsx`} className="text-dusk underline">
                XLSX
              </a>
            </>
          )}
          <Link to="/quotes" className="text-dusk underline">
            All quotes
          </Link>
        </span>
      </div>
      <QuoteGrid
        lines={lines}
        columns={columns}
        at={at}
        onAt={setAt}
        selected={selected}
        onSelect={select}
        onType={quoting.type}
        onPaste={(text) => setOpen({ kind: 'paste', text })}
        mayEdit={mayEdit}
      />
      <LinePanel
        quoteId={page.quote.id}
        currency={page.quote.currency}
        line={current}
        now={now}
        zone={zone}
        mayEdit={mayEdit}
        others={page.others}
        onType={(cells) => current && quoting.type(current.key, cells)}
      />
      {open?.kind === 'paste' && (
        <PasteDialog initial={open.text} standing={lines.length} act={quoting.act} onClose={close} />
      )}
      {open?.kind === 'send' && <SendQuoteDialog page={page} lines={lines} quoting={quoting} onClose={close} />}
      {open?.kind === 'won' && chosen.length > 0 && (
        <WonDialog lines={chosen} today={page.today} quoting={quoting} onClose={close} />
      )}
      {open?.kind === 'lost' && chosen.length > 0 && (
        <LostDialog lines={chosen} currency={page.quote.currency} quoting={quoting} onClose={close} />
      )}
      {open?.kind === 'terms' && <TermsDialog page={page} quoting={quoting} onClose={close} />}
      {open?.kind === 'pricing' && (
        <PricingDialog page={page} tables={tables} mayChange={mayPrice} quoting={quoting} onClose={close} />
      )}
      {open?.kind === 'log' && <QuoteLog page={page} now={now} zone={zone} onClose={close} />}
    </main>
  )
}
