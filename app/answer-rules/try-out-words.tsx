import { formatMoney } from '#core/money/money'
import type { TryOut } from '#core/tender/answer-rules'

/** What the rules would have done, in words and money. */
export function TryOutWords({ tried }: { tried: TryOut }) {
  const { accepted, declined } = tried
  return (
    <div role="status" className="pt-2">
      <p>
        Of {tried.tenders} tenders they <b>would have accepted {accepted.count}</b>
        {accepted.count > 0 &&
          `, ${formatMoney(Math.round(accepted.sellMinor / 100) * 100)} in charges, ${formatMoney(Math.round(accepted.middleMinor / 100) * 100)} (${accepted.sellMinor > 0 ? Math.round((accepted.middleMinor / accepted.sellMinor) * 1000) / 10 : 0}%) left at the middle price`}
        , declined {declined.count}, and handed {tried.handedOver} over.
      </p>
      {accepted.loads > 0 && (
        <p className="label">
          {accepted.loads} of those accepted became loads then, with{' '}
          {formatMoney(Math.round(accepted.loadsMarginMinor / 100) * 100)} of margin.
        </p>
      )}
      {accepted.declinedThen > 0 && (
        <p className="text-ring-text">{accepted.declinedThen} of them were declined or not answered by people then.</p>
      )}
      {declined.acceptedThen > 0 && (
        <p className="text-ring-text">
          {declined.acceptedThen} that they would have declined were accepted by people, with{' '}
          {formatMoney(Math.round(declined.lostMarginMinor / 100) * 100)} of margin.
        </p>
      )}
    </div>
  )
}
