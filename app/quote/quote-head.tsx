import { deskCurrency, rateWords } from '#core/money/exchange'
import { currencyWords, formatMoney, percentOf } from '#core/money/money'
import { sumBid } from '#core/quote/compare'
import { validWords } from '#core/quote/words'
import { daysWords, dayWords, momentWords } from '#core/time/words'
import type { QuotePage } from '#server/quote/read'
import type { ScreenLine } from './screen-lines'

/** Which quote, for whom, how long it is good, what it comes to. */
export function QuoteHead({
  page,
  lines,
  now,
  zone,
}: {
  page: QuotePage
  lines: ScreenLine[]
  now: number
  zone: string
}) {
  const { quote, customer, versions } = page
  const bad = lines.filter((line) => line.problems.length > 0 && !line.busy).length
  const sum = sumBid(lines)
  const hasVolumes = lines.some(({ loads }) => loads !== null)
  const moved = percentOf(sum.comparedNowMinor - sum.comparedThenMinor, sum.comparedThenMinor)
  const { currency } = quote
  const newest = versions[0]
  return (
    <div className="flex shrink-0 items-baseline gap-x-4 border-b border-strong px-4 py-2">
      <h1 className="text-lg font-semibold whitespace-nowrap">{customer.name}</h1>
      {customer.prospect && <span className="text-ring-text">prospect</span>}
      <span className="font-mono">{quote.number}</span>
      {quote.title && <span className="truncate">{quote.title}</span>}
      <span className={quote.validUntil < page.today ? 'text-bill' : ''}>
        {validWords(quote.validUntil, page.today)}
      </span>
      <span className="whitespace-nowrap">
        {lines.length} {lines.length === 1 ? 'line' : 'lines'}
        {bad > 0 && <b className="font-semibold text-bill">, {bad} to fix</b>}
      </span>
      {currency !== deskCurrency && (
        <span className="whitespace-nowrap">{ratesWords(lines, currencyWords[currency])}</span>
      )}
      {sum.priced > 1 && (
        <span className="whitespace-nowrap">
          <span className="label">
            {hasVolumes ? `${sum.loads.toLocaleString('en-US')} loads come to` : 'together'}
          </span>{' '}
          <b className="font-semibold">{formatMoney(Math.round(sum.sellMinor / 100) * 100, currency)}</b>{' '}
          <span className="label">keeping {percentOf(sum.marginMinor, sum.deskSellMinor)?.toFixed(1)}%</span>
        </span>
      )}
      {sum.compared > 0 && (
        <span
          className="whitespace-nowrap"
          title={`${sum.compared} of these lanes were quoted before: ${formatMoney(sum.comparedThenMinor, currency)} then, ${formatMoney(sum.comparedNowMinor, currency)} now, by this year’s volumes`}
        >
          {moved === null ? '' : `${moved < 0 ? '−' : '+'}${Math.abs(moved)}%`}{' '}
          <span className="label">against before, on {sum.compared} lanes</span>
        </span>
      )}
      <span role="status" className="label ml-auto whitespace-nowrap">
        {newest ? sentWords(newest, now, zone) : 'not sent'}
      </span>
    </div>
  )
}

/** `Canadian dollars at 0.7312 of Fri, Nov 27`; where lines were priced on several days, the rates' span. */
function ratesWords(lines: ScreenLine[], name: string): string {
  const rates = lines.flatMap(({ by }) => (by ? [by] : [])).sort((one, other) => (one.day < other.day ? -1 : 1))
  const [first, last] = [rates[0], rates.at(-1)]
  if (!first || !last) return name
  return first.day === last.day
    ? `${name} at ${rateWords(last.rateE6)} on ${dayWords(last.day)}`
    : `${name} at rates of ${daysWords(first.day, last.day)}`
}

function sentWords(version: QuotePage['versions'][number], now: number, zone: string): string {
  if (version.problem) return `version ${version.version} could not be sent: ${version.problem}`
  return `version ${version.version} ${version.deliveredAt ? 'sent' : 'on its way'} to ${version.sentTo}, ${momentWords(version.sentAt, now, zone)}`
}
