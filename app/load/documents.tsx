import { chargeKindWords, chargeRateWords } from '#core/charge/words'
import { audienceWords, loadDocumentWords, referenceKindWords } from '#core/load/words'
import { formatMoney } from '#core/money/money'
import type { LoadPage } from '#server/load-page/read'

/** What the load carries on document once it is covered: charges of both sides, numbers, notes. */
export function Documents({ page }: { page: LoadPage }) {
  return (
    <div
      className="max-h-[54%] overflow-y-auto px-4 pt-2"
      tabIndex={0}
      role="group"
      aria-label="Charges, references, notes"
    >
      <div className="grid grid-cols-2 gap-4">
        <Charges title="We charge" sheet={page.sell} />
        <Charges title="We pay" sheet={page.buy} />
      </div>
      <h2 className="head mt-2">References and notes</h2>
      {page.references.length + page.notes.length === 0 && <p className="label">None.</p>}
      {page.references.map((reference) => (
        <p key={reference.id} className="border-b py-1">
          {referenceKindWords[reference.kind]} <span className="font-mono">{reference.value}</span>{' '}
          <span className="label">
            {reference.showOn.length > 0
              ? `on the ${reference.showOn.map((document) => loadDocumentWords[document].toLowerCase()).join(' and ')}`
              : 'on no document'}
          </span>
        </p>
      ))}
      {page.notes.map((note) => (
        <p key={note.id} className="border-b py-1">
          <span className="label">{audienceWords[note.audience]}:</span> {note.text}
        </p>
      ))}
    </div>
  )
}

function Charges({ title, sheet }: { title: string; sheet: LoadPage['sell'] }) {
  return (
    <section aria-label={title}>
      <h2 className="head">{title}</h2>
      {sheet.lines.map(({ charge, amountMinor }, index) => (
        <p key={`${charge.kind}-${index}`} className="flex justify-between">
          <span>
            {chargeKindWords[charge.kind]}{' '}
            <span className="label">
              {chargeRateWords(charge)}
              {charge.paidOn ? `, paid ${charge.paidOn}` : ''}
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
