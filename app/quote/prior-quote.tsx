import { Link } from 'react-router'
import { formatMoney } from '#core/money/money'
import { lineStateWords, lostReasonWords } from '#core/quote/words'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import type { PriorLine } from '#server/quote/insight'

/** What a lane was quoted at before, to whom, and what came of it. */
export function PriorQuote({ prior, zone }: { prior: PriorLine; zone: string }) {
  return (
    <li className="grid grid-cols-[74px_56px_minmax(0,1fr)_60px_minmax(0,0.9fr)] gap-2 border-b py-1">
      <span className="label">{dayWords(dayOf(toLocal(prior.at, zone)))}</span>
      <Link to={`/quotes/${prior.quoteId}`} className="font-mono link">
        {prior.number}
      </Link>
      <span className={`truncate ${prior.same ? '' : 'text-second'}`}>
        {prior.same ? 'this customer' : prior.customerName}
      </span>
      <span className="text-right font-mono">
        {formatMoney(Math.round(prior.sellMinor / 100) * 100, prior.currency)}
      </span>
      <span className="truncate">{outcomeWords(prior)}</span>
    </li>
  )
}

function outcomeWords({ state, lostWhy, lostToMinor, currency }: PriorLine) {
  if (state === 'won') return <span className="text-acacia">won</span>
  if (state !== 'lost') return <span className="label">{lineStateWords[state].toLowerCase()}</span>
  return (
    <span className="label">
      {lostToMinor
        ? `lost to ${formatMoney(lostToMinor, currency)}`
        : `lost, ${lostReasonWords[lostWhy ?? 'other'].toLowerCase()}`}
    </span>
  )
}
