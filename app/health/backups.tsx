import { momentWords } from '#core/time/words'
import type { Health } from '#server/health/read'
import { sizeWords } from './size-words'

/** The last backups, each with what restoring it found. */
export function Backups({ backups, now, zone }: { backups: Health['backups']; now: number; zone: string }) {
  return (
    <section aria-labelledby="backups">
      <h2 id="backups" className="head">
        Backups
      </h2>
      {backups.length === 0 && <p className="label">None yet. The first is made tonight, or with the button above.</p>}
      <ul>
        {backups.map(({ id, at, name, ok, words, loads, bytes, tookMs }) => (
          <li key={id} className="flex flex-wrap gap-x-3 border-t py-1">
            <span>{momentWords(at, now, zone)}</span>
            <span className={ok ? 'text-acacia' : 'text-bill'}>{words}</span>
            <span className="label">
              {ok && `${loads.toLocaleString('en-US')} loads, ${sizeWords(bytes)}, `}in{' '}
              {Math.max(1, Math.round(tookMs / 1000))} s
            </span>
            <span className="label font-mono">{name}</span>
          </li>
        ))}
      </ul>
    </section>
  )
}
