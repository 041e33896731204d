import { useRef, useState } from 'react'
import { Link } from 'react-router'
import { may } from '#core/access/access'
import { transportWords } from '#core/tender/partner'
import { momentWords } from '#core/time/words'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { partnersOverview } from '#server/partner/read'
import { NewPartnerDialog } from '../../partner/new-partner'
import { useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import type { Route } from './+types/partners'

export const meta: Route.MetaFunction = () => [{ title: 'Trading partners, Oxpecker' }]

export const loader = ({ context }: Route.LoaderArgs) => ({
  now: Date.now(),
  partners: partnersOverview(database()),
  zone: officeOf(database()).zone,
  mayEdit: may(viewer(context).role, 'set_partners'),
})

const columns =
  'grid grid-cols-[minmax(0,1.4fr)_120px_130px_90px_80px_minmax(0,1fr)_80px_minmax(0,1.4fr)] items-baseline gap-x-3 px-4'

export default function Partners({ loaderData }: Route.ComponentProps) {
  const { partners, now, zone, mayEdit } = loaderData
  const [adding, setAdding] = useState(false)
  const list = useRef<HTMLUListElement>(null)
  useLive(({ aggregate }) => aggregate === 'partner' || aggregate === 'tender')
  const step = (by: number) => {
    const links = [...(list.current?.querySelectorAll<HTMLElement>('a[data-partner]') ?? [])]
    const at = links.indexOf(document.activeElement as HTMLElement)
    links[Math.max(0, Math.min(links.length - 1, at + by))]?.focus()
  }
  useKeys('Trading partners', [
    { key: 'ArrowDown', words: 'next partner', run: () => step(1) },
    { key: 'ArrowUp', words: 'partner before', run: () => step(-1) },
    { key: 'w', words: 'a new partner', run: () => setAdding(true), disabled: !mayEdit },
  ])
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-baseline gap-4 border-b border-strong px-4 py-2">
        <h1 className="text-base font-semibold">Trading partners</h1>
        <span className="label">customers whose systems tender to us</span>
        <Link to="/exchange" className="ml-auto link">
          Exchange log
        </Link>
        <Link to="/intake" className="link">
          Intake
        </Link>
        {mayEdit && (
          <button type="button" className="button first" onClick={() => setAdding(true)}>
            New partner <kbd className="key">w</kbd>
          </button>
        )}
      </div>
      <div className={`${columns} label border-b py-1`} aria-hidden="true">
        <span>Partner</span>
        <span>Connection</span>
        <span>ID</span>
        <span>Version</span>
        <span className="text-right">To answer</span>
        <span>Last received</span>
        <span className="text-right">New codes</span>
        <span>Standing</span>
      </div>
      {partners.length === 0 ? (
        <p className="p-6">No trading partner yet. A manager makes one with w.</p>
      ) : (
        <ul ref={list} className="min-h-0 flex-1 overflow-y-auto">
          {partners.map((each) => (
            <li key={each.id} className={`${columns} relative border-b py-1.5 focus-within:bg-chosen hover:bg-sheet`}>
              <Link
                to={`/partners/${each.id}`}
                data-partner={each.id}
                className="truncate font-semibold after:absolute after:inset-0"
              >
                {each.name}
              </Link>
              <span>{transportWords[each.transport]}</span>
              <span className="truncate font-mono">{each.transport === 'site' ? '' : each.theirId}</span>
              <span className="font-mono">{each.transport === 'site' ? '' : each.version}</span>
              <span className="text-right">{each.open || ''}</span>
              <span className="label">
                {each.lastAt === null ? 'nothing yet' : momentWords(each.lastAt, now, zone)}
              </span>
              <span className={`text-right ${each.unmapped > 0 ? 'text-ring-text' : ''}`}>{each.unmapped || ''}</span>
              <span className="truncate">
                <Reach paused={each.paused} problem={each.problem ?? each.siteProblem} />
                {each.usage === 'T' && <b className="text-ring-text"> in test</b>}
              </span>
            </li>
          ))}
        </ul>
      )}
      {adding && <NewPartnerDialog onClose={() => setAdding(false)} />}
    </main>
  )
}

function Reach({ paused, problem }: { paused: boolean; problem: string | null }) {
  if (paused) return <span className="text-ring-text">paused</span>
  if (problem) return <span className="text-bill">{problem}</span>
  return <span className="text-acacia">reachable</span>
}
