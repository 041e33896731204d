import { chargeKindWords, chargeRateWords } from '#core/charge/words'
import { formatMoney } from '#core/money/money'
import { dateWords } from '#core/time/words'
import type { LoadPage } from '#server/load-page/read'

/** The charges of one side, each with its label and day, and what they come to. */
export function Charges({ title, sheet }: { title: string; sheet: LoadPage['sell'] }) {
  return (
    <section aria-label={title}>
      <h2 className="head">{title}</h2>
      {sheet.lines.map(({ charge, amountMinor }, index) => (
        <p key={`${charge.kind}-${index}`} className="flex justify-between">
          <span>
            {chargeKindWords[charge.kind]}
            {charge.note && `, ${charge.note}`}{' '}
            <span className="label">
              {chargeRateWords(charge)}
              {charge.day && `, ${charge.kind === 'advance' ? 'paid ' : ''}${dateWords(charge.day)}`}
            </span>
          </span>
          <span className="font-mono">{formatMoney(amountMinor, charge.currency)}</span>
        </p>
      ))}
      <p className="flex justify-between border-t font-semibold">
        All <span className="font-mono">{formatMoney(sheet.totalMinor, sheet.currency)}</span>
      </p>
      {sheet.advancesMinor > 0 && (
        <p className="flex justify-between">
          Still due, after advances{' '}
          <span className="font-mono">{formatMoney(sheet.totalMinor - sheet.advancesMinor, sheet.currency)}</span>
        </p>
      )}
    </section>
  )
}
