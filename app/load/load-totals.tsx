import { formatMoney, percentOf } from '#core/money/money'
import type { LoadTotals } from '#server/load/list'
import { useFetched } from '../ui/use-fetched'

/** What all loads of a search come to; it comes after the list. `version` changes where the list did. */
export function LoadTotalsLine({ params, version }: { params: string; version: number }) {
  const { latest } = useFetched<LoadTotals>(`/loads/totals?${params}`, { version })
  if (!latest) return null
  const { sellMinor, miles, booked, bookedSellMinor, payMinor } = latest
  const marginMinor = bookedSellMinor - payMinor
  const percent = percentOf(marginMinor, bookedSellMinor)
  return (
    <span className="label" role="status" aria-label="Totals">
      sell <b className="font-mono">{formatMoney(sellMinor)}</b>, {Math.round(miles).toLocaleString('en-US')} mi
      {booked > 0 && (
        <>
          ; {booked.toLocaleString('en-US')} with a carrier: pay <b className="font-mono">{formatMoney(payMinor)}</b>,
          margin <b className="font-mono">{formatMoney(marginMinor)}</b>
          {percent !== null && ` (${percent}%)`}
        </>
      )}
    </span>
  )
}
