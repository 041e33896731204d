import { momentWords } from '#core/time/words'
import type { Health } from '#server/health/read'
import { FactList } from '../ui/fact-list'
import { sizeWords } from './size-words'

const feedWords: Record<string, string> = {
  diesel: 'diesel price',
  averages: 'lane averages',
  exchange: 'exchange rates',
}

const growthWords = (growth: Health['database']['growth']): string => {
  if (!growth || growth.days < 1) return 'known after the second night’s backup'
  const size = sizeWords(Math.abs(growth.bytes))
  return `${size} ${growth.bytes < 0 ? 'smaller' : 'larger'} than ${growth.days === 1 ? 'a day' : `${growth.days} days`} ago`
}

/** How the process and its database are, the feeds, and the pages that take longest. */
export function Figures({ health, now, zone }: { health: Health; now: number; zone: string }) {
  const { database, loop, memoryBytes, upSince, feeds, slowest } = health
  return (
    <div className="flex flex-col gap-6">
      <section aria-labelledby="process">
        <h2 id="process" className="head">
          Process
        </h2>
        <FactList
          facts={{
            'Running since': momentWords(upSince, now, zone),
            Memory: sizeWords(memoryBytes),
            'Longest pause': `${loop.maxMs} ms; 99% under ${loop.p99Ms} ms`,
            Database: `${sizeWords(database.bytes)}, ${sizeWords(database.freeBytes)} of it free`,
            Growth: growthWords(database.growth),
            'Not merged yet': sizeWords(database.walBytes),
          }}
        />
      </section>
      <section aria-labelledby="feeds">
        <h2 id="feeds" className="head">
          Feeds
        </h2>
        <ul>
          {feeds.map(({ name, readAt, problem }) => (
            <li key={name} className="flex flex-wrap justify-between gap-x-3 border-t py-1">
              <span>{feedWords[name] ?? name}</span>
              <span className="label">tried {momentWords(readAt, now, zone)}</span>
              {problem && <span className="w-full text-bill">{problem}</span>}
            </li>
          ))}
        </ul>
      </section>
      <section aria-labelledby="slowest">
        <h2 id="slowest" className="head">
          Slowest since the start
        </h2>
        <table className="w-full">
          <thead>
            <tr className="label text-left">
              <th className="font-normal">Route</th>
              <th className="text-right font-normal">asked</th>
              <th className="text-right font-normal">mean ms</th>
              <th className="text-right font-normal">worst ms</th>
            </tr>
          </thead>
          <tbody>
            {slowest.map(({ route, count, meanMs, worstMs }) => (
              <tr key={route} className="border-t">
                <td className="font-mono text-sm break-all">{route}</td>
                <td className="text-right font-mono">{count}</td>
                <td className="text-right font-mono">{meanMs}</td>
                <td className="text-right font-mono">{worstMs}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </div>
  )
}
