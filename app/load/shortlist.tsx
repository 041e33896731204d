import { formatAmount } from '#core/money/money'
import { spanWords } from '#core/time/words'
import type { LoadPage } from '#server/load-page/read'

const verdictColor = { clear: 'text-acacia', caution: 'text-ring-text', stop: 'text-bill' } as const

/** Whom to call: carriers who ran this lane or nearby, each with the reason, what we paid and when. */
export function Shortlist({
  page,
  now,
  onOffer,
}: {
  page: LoadPage
  now: number
  onOffer: ((carrier: { id: number; name: string }) => void) | null
}) {
  const { shortlist, load } = page
  return (
    <section aria-label="Shortlist" className="flex min-h-0 flex-col px-4 pt-2">
      <div className="flex justify-between">
        <h2 className="head">Shortlist</h2>
        <span className="label">who ran this lane or nearby, or lives near {load.originCity}</span>
      </div>
      {shortlist.length === 0 ? (
        <p className="label py-3">Nobody we know has run near this lane. Post it to a board (p).</p>
      ) : (
        <table className="w-full table-fixed">
          <thead className="label text-left">
            <tr className="border-b">
              <th className="w-[27%] py-1 font-normal">Carrier, phone</th>
              <th className="font-normal">Why</th>
              <th className="w-[17%] text-right font-normal">Last paid</th>
              <th className="w-[25%] pl-3 font-normal">Vetting</th>
            </tr>
          </thead>
          <tbody>
            {shortlist.map((entry) => (
              <tr key={entry.carrierId} className="border-b align-top">
                <td className="py-1">
                  {onOffer ? (
                    <button
                      type="button"
                      className="block max-w-full truncate text-left font-semibold hover:underline"
                      title={`Record an offer from ${entry.name}`}
                      onClick={() => onOffer({ id: entry.carrierId, name: entry.name })}
                    >
                      {entry.name}
                    </button>
                  ) : (
                    <span className="font-semibold">{entry.name}</span>
                  )}
                  <span className="label block font-mono">{entry.phone}</span>
                </td>
                <td className="py-1 pr-2 leading-snug">{entry.why.join(' · ')}</td>
                <td className="py-1 text-right whitespace-nowrap">
                  <span className="font-mono">{entry.paidMinor === null ? '–' : formatAmount(entry.paidMinor)}</span>
                  {entry.paidAt !== null && <span className="label block">{spanWords(now - entry.paidAt)} ago</span>}
                </td>
                <td className={`py-1 pl-3 leading-snug ${verdictColor[entry.verdict.verdict]}`}>
                  {entry.verdict.verdict === 'clear' ? 'clear' : entry.verdict.reasons[0]?.message}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  )
}
