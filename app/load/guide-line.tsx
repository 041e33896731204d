import { guideAnswerWords } from '#core/load/guide'
import { formatMoney } from '#core/money/money'
import { momentWords } from '#core/time/words'
import type { LoadPage } from '#server/load-page/read'
import { LinkButton } from '../ui/link-button'
import type { Acting } from './use-act'

interface GuideLineProps {
  page: LoadPage
  acting: Acting
  now: number
  zone: string
  mayHandle: boolean
}

/** Whom the routing guide asked about the load, and what each said; while it goes on the rep can step in. */
export function GuideLine({ page, acting, now, zone, mayHandle }: GuideLineProps) {
  const { guide, load } = page
  if (!guide) return null
  const isGoing = guide.state === 'running' && load.state === 'uncovered'
  return (
    <section aria-label="Routing guide" className="border-b px-4 py-2">
      <div className="flex items-baseline gap-3">
        <h2 className="head">Routing guide</h2>
        <span className="label">{standWords(guide.state, load.state)}</span>
        {isGoing && mayHandle && (
          <span className="ml-auto flex gap-3">
            <LinkButton onClick={() => void acting.act({ intent: 'guide_next' }, 'Offered to the next')}>
              Offer to the next now
            </LinkButton>
            <LinkButton onClick={() => void acting.act({ intent: 'guide_stop' }, 'Routing guide stopped')}>
              Stop
            </LinkButton>
          </span>
        )}
      </div>
      <ol>
        {guide.asked.map(({ id, rank, carrierName, priceMinor, state, expiresAt, answeredAt }) => (
          <li key={id}>
            {rank}. <b>{carrierName}</b> {formatMoney(priceMinor)}{' '}
            <span className={state === 'out' ? 'text-ring-text' : 'text-second'}>
              {state === 'out'
                ? `has until ${momentWords(expiresAt, now, zone)}`
                : `${guideAnswerWords[state]} ${momentWords(answeredAt ?? expiresAt, now, zone)}`}
            </span>
          </li>
        ))}
      </ol>
    </section>
  )
}

function standWords(state: NonNullable<LoadPage['guide']>['state'], loadState: LoadPage['load']['state']): string {
  if (state === 'exhausted') return 'nobody is left to ask'
  if (state === 'stopped') return 'stopped'
  if (state === 'accepted') return loadState === 'uncovered' ? 'goes on with the next' : 'taken'
  return 'asks one carrier after another'
}
