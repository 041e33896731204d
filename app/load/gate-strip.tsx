import { Link } from 'react-router'
import { formatMoney } from '#core/money/money'
import { momentWords } from '#core/time/words'
import type { LoadPage } from '#server/load-page/read'

const stageWords = { award: 'the award', confirmation: 'sending the confirmation', dispatch: 'dispatch' } as const

/** What is between this load and its truck: an award the gate would no longer pass, with the next best carrier; and what was ever passed, for good. */
export function GateStrip({ page, now, zone }: { page: LoadPage; now: number; zone: string }) {
  const { alert, overrides } = page.gate
  if (!alert && overrides.length === 0) return null
  const next = page.shortlist.find(
    (entry) => entry.verdict.verdict !== 'stop' && entry.carrierId !== page.load.carrierId,
  )
  return (
    <div className="flex shrink-0 flex-col gap-0.5 border-b border-strong px-4 py-1.5">
      {alert && (
        <p role="alert">
          <b className="text-bill">
            Vetting would now block {page.carrier?.name}:{' '}
            {page.confirmations[0]?.state === 'accepted' ? 'dispatch waits' : 'the confirmation waits'}.
          </b>{' '}
          {alert.reasons.map(({ message }) => message).join('; ')}.{' '}
          <span className="label">{alert.reasons[0]?.fix} </span>
          {page.load.carrierId !== null && (
            <Link to={`/carriers/${page.load.carrierId}`} className="link">
              Dossier
            </Link>
          )}
          {next && (
            <span>
              {' '}
              Next best: <b className="font-semibold">{next.name}</b>, <a href={`tel:${next.phone}`}>{next.phone}</a>
              <span className="label">
                {next.paidMinor ? `, was paid ${formatMoney(next.paidMinor)}` : ''}, {next.why[0]}
              </span>
            </span>
          )}
        </p>
      )}
      {overrides.map((override) => (
        <p key={override.id} className="text-ring-text">
          Vetting overridden at {stageWords[override.stage]} by {override.byName}, {momentWords(override.at, now, zone)}
          : {override.reasons.map(({ message }) => message).join('; ')}.{' '}
          <span className="text-ink">“{override.because}”</span>
        </p>
      ))}
    </div>
  )
}
