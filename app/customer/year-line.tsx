import { margin } from '#core/charge/charge'
import { equipmentWords } from '#core/load/words'
import { formatMoney } from '#core/money/money'
import type { CustomerPage } from '#server/customer-page/read'

/** What the last year came to, and what they usually ship. */
export function YearLine({ year, freight }: Pick<CustomerPage, 'year' | 'freight'>) {
  const kept = margin(year.soldMinor, year.paidMinor)
  return (
    <section aria-label="The last twelve months" className="flex flex-col gap-1">
      <p>
        <b className="font-mono">{year.loads.toLocaleString('en-US')}</b> {year.loads === 1 ? 'load' : 'loads'} in
        twelve months
        {year.hauled > 0 && (
          <>
            ; {year.hauled.toLocaleString('en-US')} hauled, sold for{' '}
            <b className="font-mono">{formatMoney(Math.round(year.soldMinor / 100) * 100)}</b>, margin{' '}
            <b className="font-mono">{formatMoney(Math.round(kept.amountMinor / 100) * 100)}</b>
            {kept.percent !== null && ` (${kept.percent}%)`}
          </>
        )}
      </p>
      {freight.length > 0 && (
        <>
          <h2 className="head mt-2">Usual freight</h2>
          <ul>
            {freight.map((each) => (
              <li
                key={`${each.commodity} ${each.equipment} ${each.originCity} ${each.originRegion} ${each.destCity} ${each.destRegion}`}
                className="grid grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)_84px_56px] gap-2 border-t py-1"
              >
                <span className="truncate">
                  {each.originCity} {each.originRegion} to {each.destCity} {each.destRegion}
                </span>
                <span className="label truncate">
                  {each.commodity}, {equipmentWords[each.equipment].toLowerCase()}
                </span>
                <span className="text-right font-mono">{each.weightLb.toLocaleString('en-US')} lb</span>
                <span className="label text-right">{each.times}×</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  )
}
