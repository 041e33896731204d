import { may } from '#core/access/access'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { listFuelTables } from '#server/fuel/tables'
import { officeOf } from '#server/office/office'
import { readQuote } from '#server/quote/read'
import { QuoteGrid } from '../../quote/grid'
import { LinePanel } from '../../quote/line-panel'
import { QuoteActions } from '../../quote/quote-actions'
import { type QuoteDesk, useQuoteDesk } from '../../quote/quote-desk'
import { QuoteDialog } from '../../quote/quote-dialog'
import { QuoteHead } from '../../quote/quote-head'
import { type RoomKey, useKeys } from '../../ui/keys'
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
    zone: officeOf(database()).zone,
    mayEdit: may(role, 'edit_quotes'),
    mayPrice: may(role, 'set_pricing'),
    mayExport: may(role, 'export'),
  }
}

export default function Quote({ loaderData }: Route.ComponentProps) {
  return <QuoteRoom key={loaderData.page.quote.id} {...loaderData} />
}

function QuoteRoom({ tables, ...data }: Route.ComponentProps['loaderData']) {
  const desk = useQuoteDesk(data)
  const { page, quoting, lines, current, now, zone, mayEdit } = desk
  useKeys('Quote', quoteKeys(desk))
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <QuoteHead page={page} lines={lines} now={now} zone={zone} />
      <QuoteActions desk={desk} />
      <QuoteGrid
        lines={lines}
        columns={desk.columns}
        at={desk.at}
        onAt={desk.setAt}
        selected={desk.selected}
        onSelect={desk.toggle}
        onType={quoting.type}
        onPaste={(text) => desk.openDialog({ kind: 'paste', text })}
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
      <QuoteDialog desk={desk} tables={tables} />
    </main>
  )
}

function quoteKeys(desk: QuoteDesk): RoomKey[] {
  const { quoting, lines, chosen, mayEdit, openDialog } = desk
  const ids = chosen.map(({ id }) => id)
  const nothing = !mayEdit || chosen.length === 0
  const send = () => openDialog({ kind: 'send' })
  const reopen = () => void quoting.act({ intent: 'reopen', lineIds: ids }, 'Open again')
  const reprice = () => void quoting.reprice('Repriced at today’s market')
  return [
    { key: 's', words: 'send it', run: send, disabled: !mayEdit },
    { key: 'Ctrl+Enter', words: 'send it, from any cell', run: send, disabled: !mayEdit },
    {
      key: 'v',
      words: 'paste rows from a spreadsheet',
      run: () => openDialog({ kind: 'paste', text: '' }),
      disabled: !mayEdit,
    },
    { key: 'w', words: 'the chosen lines are won', run: () => openDialog({ kind: 'won' }), disabled: nothing },
    { key: 'l', words: 'the chosen lines are lost', run: () => openDialog({ kind: 'lost' }), disabled: nothing },
    { key: 'o', words: 'open the chosen lines again', run: reopen, disabled: nothing },
    {
      key: 'd',
      words: 'remove the chosen lines',
      run: () => void quoting.remove(ids).then(desk.chooseNone),
      disabled: nothing,
    },
    { key: 'p', words: 'reprice the drafts', run: reprice, disabled: !mayEdit },
    {
      key: 't',
      words: 'title, validity, comparison',
      run: () => openDialog({ kind: 'terms' }),
      disabled: !mayEdit,
    },
    { key: 'm', words: 'how this customer is priced', run: () => openDialog({ kind: 'pricing' }) },
    { key: 'g', words: 'what happened to it', run: () => openDialog({ kind: 'log' }) },
    { key: 'a', words: 'choose every line, or none', run: desk.chooseAllOrNone, disabled: lines.length === 0 },
  ]
}
