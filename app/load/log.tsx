import { useFetcher } from 'react-router'
import type { ActorKind } from '#core/access/actor'
import { logWords } from '#core/load/log-words'
import { momentWords } from '#core/time/words'
import type { LoadPage } from '#server/load-page/read'
import { LinkButton } from '../ui/link-button'

/** So many lines come with the page; a page with as many may have older ones. */
const shownAtFirst = 100

/** What is between a line and who did it. */
const actorWords: Record<ActorKind, string> = {
  person: 'by',
  carrier: 'from',
  partner: 'from',
  rule: 'by rule:',
  board: 'by',
  system: 'automatic:',
}

/** Every step on the load, who or what did it and when, the newest first. */
export function Log({ page, now, zone }: { page: LoadPage; now: number; zone: string }) {
  const older = useFetcher<{ log: LoadPage['log']; isAll: boolean }>()
  const lines = older.data
    ? [...page.log, ...older.data.log.filter(({ id }) => id < (page.log.at(-1)?.id ?? 0))]
    : page.log
  const mayHaveOlder = page.log.length >= shownAtFirst && !older.data
  return (
    <section aria-label="Log" className="flex min-h-32 flex-1 flex-col px-4 pt-2 short:max-h-96">
      <div className="flex justify-between">
        <h2 className="head">Log</h2>
        <span className="label">everything, newest first</span>
      </div>
      <ol className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} aria-label="Log, newest first">
        {lines.map((line) => (
          <li key={line.id} className="grid grid-cols-[158px_minmax(0,1fr)] gap-2 border-b py-1">
            <span className="label font-mono">{momentWords(line.at, now, zone)}</span>
            <span>
              {logWords(line.event)}{' '}
              {!logWords(line.event).includes(line.actorName) && (
                <span className="label">
                  {actorWords[line.actorKind]} {line.actorName}
                </span>
              )}
            </span>
          </li>
        ))}
        {mayHaveOlder && (
          <li className="py-1">
            <LinkButton onClick={() => void older.load(`/loads/${page.load.id}/log?before=${page.log.at(-1)!.id}`)}>
              {older.state === 'idle' ? 'Older' : 'Loading…'}
            </LinkButton>
          </li>
        )}
        {older.data && !older.data.isAll && (
          <li className="label py-1">Older events are kept; only these are shown.</li>
        )}
      </ol>
    </section>
  )
}
