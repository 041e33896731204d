import { type ReactNode, useState } from 'react'
import { formatMoney } from '#core/money/money'
import type { LoadPage } from '#server/load-page/read'
import { marginWords } from '../load-form/findings'

/** What was agreed, on one line, once a carrier has it: the rate picture and the offers are a click away and no longer in the way. */
export function SettledPrice({ page, children }: { page: LoadPage; children: ReactNode }) {
  const [isOpen, setOpen] = useState(false)
  const { load, offers } = page
  return (
    <section aria-label="Price" className={isOpen ? 'flex min-h-0 flex-1 flex-col' : 'border-b px-4 py-1.5'}>
      <p className={`flex flex-wrap items-baseline gap-x-4 ${isOpen ? 'border-b px-4 py-1.5' : ''}`}>
        {load.payMinor !== null && (
          <span>
            <span className="label">agreed</span> <b className="font-mono">{formatMoney(load.payMinor)}</b>
          </span>
        )}
        {load.payMinor !== null && load.sellMinor > 0 && (
          <span>
            <span className="label">margin</span> {marginWords(load.sellMinor, load.payMinor)}
          </span>
        )}
        <button type="button" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)} className="ml-auto link">
          {isOpen ? 'Hide' : 'Show'} rates and {offers.length === 1 ? 'the offer' : `${offers.length} offers`}
        </button>
      </p>
      {isOpen && children}
    </section>
  )
}
