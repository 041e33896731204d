import { Link } from 'react-router'
import type { QuoteDesk } from './quote-desk'

/** The bar of actions above the grid, each with its key, and what can be taken away as a file. */
export function QuoteActions({ desk }: { desk: QuoteDesk }) {
  const { page, selected, chosen, mayEdit, mayExport, openDialog } = desk
  const nothing = chosen.length === 0
  return (
    <div className="flex shrink-0 items-center gap-2 border-b px-4 py-1.5">
      {mayEdit && (
        <>
          <button type="button" className="button first" onClick={() => openDialog({ kind: 'send' })}>
            Send <kbd className="key">s</kbd>
          </button>
          <button type="button" className="button" onClick={() => openDialog({ kind: 'paste', text: '' })}>
            Paste rows <kbd className="key">v</kbd>
          </button>
          <button type="button" className="button" onClick={() => openDialog({ kind: 'won' })} disabled={nothing}>
            Won <kbd className="key">w</kbd>
          </button>
          <button type="button" className="button" onClick={() => openDialog({ kind: 'lost' })} disabled={nothing}>
            Lost <kbd className="key">l</kbd>
          </button>
          <button type="button" className="button" onClick={() => openDialog({ kind: 'terms' })}>
            Terms <kbd className="key">t</kbd>
          </button>
        </>
      )}
      <button type="button" className="button" onClick={() => openDialog({ kind: 'pricing' })}>
        Their margin and fuel <kbd className="key">m</kbd>
      </button>
      <span className="label">
        {selected.size > 0 ? `${selected.size} chosen` : 'letters work from a line’s number: press Esc'}
      </span>
      <span className="ml-auto flex items-center gap-4">
        {mayEdit && (
          <a href={`/quotes/${page.quote.id}/pdf`} target="_blank" rel="noreferrer" className="link">
            Customer PDF
          </a>
        )}
        {mayExport && (
          <>
            <a href={`/quotes/${page.quote.id}/export/csv`} className="link">
              CSV
            </a>
            <a href={`/quotes/${page.quote.id}/export/xlsx`} className="link">
              XLSX
            </a>
          </>
        )}
        <Link to="/quotes" className="link">
          All quotes
        </Link>
      </span>
    </div>
  )
}
