import { stopEventWords } from '#core/check-call/check-call'
import { onTheWay } from '#core/load/states'
import { toInstant } from '#core/time/local'
import { spanWords, stopWords } from '#core/time/words'
import type { LoadPage } from '#server/load-page/read'
import { likelyNext } from './check-call-dialog'

/** Where the truck is to be next, by when, and what was last heard of it. */
export function NextStop({ page, now, onCall }: { page: LoadPage; now: number; onCall: (() => void) | null }) {
  const { stops, stopEvents, load } = page
  const isMoving = onTheWay.has(load.state) || load.state === 'covered'
  if (!isMoving) return null
  const { sequence } = likelyNext(page)
  const stop = stops[sequence - 1]
  if (!stop) return null
  const closes = toInstant(stop.latestLocal ?? stop.earliestLocal, stop.zone)
  const last = stopEvents.at(-1)
  return (
    <section aria-label="Next stop" className="border-b px-4 py-1.5">
      <p>
        <span className="label">next: {stop.kind === 'pickup' ? 'pick up in' : 'deliver in'}</span>{' '}
        <b>
          {stop.city} {stop.region}
        </b>
        , {stopWords(stop, now)}, {stop.facility}{' '}
        <span className={closes < now ? 'font-semibold text-bill' : 'label'}>
          {closes < now ? `window closed ${spanWords(now - closes)} ago` : `closes in ${spanWords(closes - now)}`}
        </span>
      </p>
      <p className="label flex justify-between gap-3">
        {last ? (
          <span>
            last heard: {stopEventWords[last.kind].toLowerCase()} at stop {last.sequence}
            {last.note && `, ${last.note}`}
          </span>
        ) : (
          <span>nothing heard of the truck yet</span>
        )}
        {onCall && (
          <button type="button" onClick={onCall} className="shrink-0 text-dusk">
            <kbd className="key">t</kbd> check call
          </button>
        )}
      </p>
    </section>
  )
}
