import { formatMoney } from '#core/money/money'
import type { QuoteDocument } from '#core/quote/document'
import { dateWords } from '#core/time/words'

/** A quote as its customer reads it, nothing else. */
export function DocumentView({ document }: { document: QuoteDocument }) {
  const { lines, currency } = document
  const has = (pick: (line: QuoteDocument['lines'][number]) => unknown) => lines.some((line) => Boolean(pick(line)))
  const [pickups, loads] = [has((line) => line.pickup !== 'any'), has((line) => line.loads)]
  return (
    <div className="text-sm">
      <div className="flex justify-between gap-4 border-b pb-2">
        <p>
          <b className="font-semibold">{document.broker.name}</b>
          <br />
          {document.broker.address.join(', ')}
          <br />
          {document.rep.name}, {document.rep.phone}
        </p>
        <p className="text-right">
          For <b className="font-semibold">{document.customer}</b>
          <br />
          {document.title}
          <br />
          good through {dateWords(document.validUntil)}
        </p>
      </div>
      <table className="w-full">
        <thead>
          <tr className="label border-b text-left">
            <th className="font-normal">
              <span className="sr-only">Line</span>
            </th>
            <th className="font-normal">From</th>
            <th className="font-normal">To</th>
            <th className="font-normal">Equipment</th>
            {pickups && <th className="font-normal">Pickup</th>}
            {document.showsMiles && <th className="text-right font-normal">Miles</th>}
            {loads && <th className="text-right font-normal">Loads</th>}
            {document.fuel && <th className="text-right font-normal">Line haul</th>}
            {document.fuel && <th className="text-right font-normal">Fuel</th>}
            <th className="text-right font-normal">{currency}, all in</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.position} className="border-b align-top">
              <td className="label pr-2">{line.position}</td>
              <td className="pr-2">
                {line.origin}
                {(line.extras.length > 0 || line.comment) && (
                  <span className="label block">
                    {[...line.extras.map((extra) => `plus ${extra}`), line.comment].filter(Boolean).join('; ')}
                  </span>
                )}
              </td>
              <td className="pr-2">{line.dest}</td>
              <td>{line.equipment}</td>
              {pickups && <td>{line.pickup}</td>}
              {document.showsMiles && <td className="text-right font-mono">{line.miles?.toLocaleString('en-US')}</td>}
              {loads && <td className="text-right font-mono">{line.loads?.toLocaleString('en-US')}</td>}
              {document.fuel && <td className="text-right font-mono">{formatMoney(line.lineHaulMinor, currency)}</td>}
              {document.fuel && <td className="text-right font-mono">{formatMoney(line.fuelMinor, currency)}</td>}
              <td className="text-right font-mono font-semibold">{formatMoney(line.totalMinor, currency)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {[...(document.fuel ? [document.fuel] : []), ...document.terms].map((words) => (
        <p key={words} className="label pt-1">
          {words}
        </p>
      ))}
    </div>
  )
}
