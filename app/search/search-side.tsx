import { Link } from 'react-router'
import { workStateWords } from '#core/search/found'
import { momentWords } from '#core/time/words'
import type { FoundPage } from '#server/search/find'
import type { Worked } from '#server/search/notes'
import type { SavedSearchRow } from '#server/search/saved'
import { LinkButton } from '../ui/link-button'

interface SearchSideProps {
  saved: SavedSearchRow[]
  worked: Worked[]
  found: FoundPage
  now: number
  zone: string
  onOpen: (search: SavedSearchRow) => void
  onSound: (search: SavedSearchRow) => void
  onForget: (search: SavedSearchRow) => void
}

/** Beside the results: searches that stay live, where the hits are, and what the office is working on. */
export function SearchSide(props: SearchSideProps) {
  return (
    <aside className="flex w-60 shrink-0 flex-col gap-4 overflow-y-auto border-r border-strong px-3 py-2 text-sm">
      <Saved {...props} />
      <States found={props.found} />
      <WorkedOn {...props} />
      <Sources found={props.found} now={props.now} zone={props.zone} />
    </aside>
  )
}

function Saved({ saved, onOpen, onSound, onForget }: SearchSideProps) {
  return (
    <section aria-label="Saved searches">
      <h2 className="label">Saved searches</h2>
      {saved.length === 0 && (
        <p className="text-second">None yet. Type a search and press s: new hits are counted here.</p>
      )}
      <ul>
        {saved.map((search) => (
          <li key={search.id} className="flex items-baseline gap-2">
            <LinkButton onClick={() => onOpen(search)} className="min-w-0 truncate text-left" title={search.line}>
              {search.name}
            </LinkButton>
            {search.fresh > 0 && <b className="text-bill">{search.fresh} new</b>}
            <button
              type="button"
              className="label ml-auto"
              aria-label={`Sound of ${search.name}: ${search.hasSound ? 'on' : 'off'}`}
              onClick={() => onSound(search)}
            >
              {search.hasSound ? 'sound' : 'silent'}
            </button>
            <button
              type="button"
              className="label"
              aria-label={`Forget ${search.name}`}
              onClick={() => onForget(search)}
            >
              ×
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** So many states are named; the rest is a sum. */
const mostStates = 8

function States({ found: { byState } }: { found: FoundPage }) {
  const [first, rest] = [byState.slice(0, mostStates), byState.slice(mostStates)]
  const most = Math.max(1, ...first.map(([, count]) => count))
  if (first.length === 0) return null
  return (
    <section aria-label="Hits by state">
      <h2 className="label">Where they are</h2>
      <ul>
        {first.map(([state, count]) => (
          <li key={state} className="grid grid-cols-[24px_minmax(0,1fr)_36px] items-center gap-2">
            <span>{state}</span>
            <span className="h-2 bg-grain" style={{ width: `${(count / most) * 100}%` }} />
            <span className="text-right">{count}</span>
          </li>
        ))}
      </ul>
      {rest.length > 0 && (
        <p className="text-second">
          {rest.reduce((sum, [, count]) => sum + count, 0)} in {rest.length} more states
        </p>
      )}
    </section>
  )
}

function WorkedOn({ worked, now, zone }: SearchSideProps) {
  if (worked.length === 0) return null
  return (
    <section aria-label="What we are working on">
      <h2 className="label">Working on</h2>
      <ul className="flex flex-col gap-1">
        {worked.slice(0, 8).map(({ key, state, words, by, at, found }) => (
          <li key={key}>
            <b className="block truncate">{found.company}</b>
            <span className="block truncate text-second">
              {found.origin.city} {found.origin.region}
              {found.phone && <span className="font-mono"> {found.phone}</span>}
            </span>
            <span className="block truncate text-dusk">
              {workStateWords[state]}
              {words && `: ${words}`} · {by.split(' ')[0]}, {momentWords(at, now, zone)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

function Sources({ found: { boards, size, tookMs }, now, zone }: Pick<SearchSideProps, 'found' | 'now' | 'zone'>) {
  return (
    <section aria-label="Boards read" className="mt-auto text-second">
      <p>
        {size.trucks.toLocaleString('en-US')} trucks, {size.loads.toLocaleString('en-US')} loads, searched in{' '}
        {tookMs < 1 ? 'under 1' : Math.round(tookMs)} ms
      </p>
      <ul>
        {boards.map(({ name, readAt, problem }) => (
          <li key={name} className={problem ? 'text-bill' : ''}>
            {name} {problem ?? (readAt === null ? 'is being read' : `read ${momentWords(readAt, now, zone)}`)}
          </li>
        ))}
        {boards.length === 0 && (
          <li>
            No board is connected: see <Link to="/connections">Connections</Link>.
          </li>
        )}
      </ul>
    </section>
  )
}
