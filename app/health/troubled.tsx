import { Link } from 'react-router'
import { momentWords } from '#core/time/words'
import type { Health } from '#server/health/read'
import { LinkButton } from '../ui/link-button'
import type { Acting } from '../ui/use-posted-act'

export const outboxWords: Record<Health['outbox'][number]['kind'], string> = {
  mail: 'confirmation email',
  board: 'load board',
  quote_mail: 'quote email',
  carrier_mail: 'carrier email',
  invoice_mail: 'invoice email',
  exchange: 'trading partner',
  person_mail: 'email to one of us',
}
const stateWords = { held: 'held', failed: 'given up', waiting: 'still trying', sent: 'sent' }

interface TroubledProps {
  health: Health
  now: number
  zone: string
  acting: Acting<{ intent: 'retry'; outboxId: number } | { intent: 'back_up' }>
  onSkip: (outboxId: number) => void
}

/** What could not be sent so far: why, and what can be done about it. */
export function Troubled({ health: { troubled, outbox }, now, zone, acting, onSkip }: TroubledProps) {
  const waiting = outbox.map(({ kind, count }) => `${count} ${outboxWords[kind]}`).join(', ')
  return (
    <section aria-labelledby="troubled">
      <h2 id="troubled" className="head">
        Not sent
      </h2>
      <p className="label">{waiting === '' ? 'Nothing waits in the outbox.' : `In the outbox: ${waiting}.`}</p>
      <ul>
        {troubled.map(({ id, key, kind, state, attempts, nextAt, lastError, loadId }) => (
          <li key={id} className="grid grid-cols-[minmax(0,1fr)_auto] gap-3 border-t py-1.5">
            <span className="min-w-0">
              <span className="font-semibold">{outboxWords[kind]}</span> <span className="font-mono">{key}</span>{' '}
              <span className={state === 'waiting' ? 'text-ring-text' : 'text-bill'}>{stateWords[state]}</span>{' '}
              <span className="label">
                {attempts} {attempts === 1 ? 'try' : 'tries'}
                {state === 'waiting' && `, next ${momentWords(nextAt, now, zone)}`}
              </span>{' '}
              {loadId !== null && (
                <Link to={`/loads/${loadId}`} className="link">
                  its load
                </Link>
              )}
              <br />
              <span className="break-words">{lastError}</span>
            </span>
            <span className="flex gap-3">
              <LinkButton
                onClick={() => void acting.act({ intent: 'retry', outboxId: id }, 'It is tried again')}
                aria-label={`Try ${key} again`}
              >
                Try again
              </LinkButton>
              {state !== 'failed' && (
                <LinkButton onClick={() => onSkip(id)} aria-label={`Skip ${key}`}>
                  Skip
                </LinkButton>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}
