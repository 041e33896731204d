import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { may } from '#core/access/access'
import { projectStateWords } from '#core/bid/bid'
import { daysWords, momentWords } from '#core/time/words'
import { viewer } from '#server/access/cookie'
import { type ListedProject, listProjects } from '#server/bid/projects'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { NewProjectDialog } from '../../bid/project-dialog'
import { BoardTabs } from '../../board/board-tabs'
import { useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import { useVirtualRows, walkKeys } from '../../ui/table/use-virtual-rows'
import type { Route } from './+types/projects'

export const meta: Route.MetaFunction = () => [{ title: 'Bids, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  const db = database()
  return {
    projects: listProjects(db),
    now: Date.now(),
    zone: officeOf(db).zone,
    mayEdit: may(viewer(context).role, 'edit_loads'),
  }
}

/** Every bid project, the newest first. */
export default function Projects({ loaderData }: Route.ComponentProps) {
  const { projects, now, zone, mayEdit } = loaderData
  const [isMaking, setMaking] = useState(false)
  const navigate = useNavigate()
  const list = useVirtualRows(projects.length)
  useLive(({ aggregate }) => aggregate === 'bid_project')
  useKeys('Bids', [
    ...walkKeys(list, 'project'),
    { key: 'b', words: 'new bid project', run: () => setMaking(true), disabled: !mayEdit },
  ])
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-center gap-4 border-b border-strong px-4 py-2">
        <h1 className="sr-only">Bids</h1>
        <BoardTabs />
        {mayEdit && (
          <button type="button" className="button first ml-auto" onClick={() => setMaking(true)}>
            New bid project <kbd className="key">b</kbd>
          </button>
        )}
      </div>
      <div ref={list.scroller} className="min-h-0 flex-1 overflow-auto">
        {projects.length === 0 && (
          <p className="px-4 py-6">
            No bid project yet. Press b for a new one: paste the lanes, choose the carriers, and each bids from a link
            in its email. What you award becomes a routing guide that offers the loads by itself.
          </p>
        )}
        <ul aria-label="Bid projects">
          {projects.map((project, at) => (
            <ProjectLine key={project.id} {...{ project, at, now, zone }} />
          ))}
        </ul>
      </div>
      {isMaking && (
        <NewProjectDialog
          now={now}
          zone={zone}
          onClose={() => setMaking(false)}
          onMade={(id) => navigate(`/boards/bids/${id}`)}
        />
      )}
    </main>
  )
}

const listWords = { ...projectStateWords, closed: 'closed, not awarded yet' }
const tones: Record<ListedProject['state'], string> = {
  draft: 'text-second',
  open: 'text-acacia',
  closed: 'text-ring-text',
  awarded: '',
  cancelled: 'text-second',
}

interface ProjectLineProps {
  project: ListedProject
  at: number
  now: number
  zone: string
}

function ProjectLine({ project, at, now, zone }: ProjectLineProps) {
  const { id, title, state, customerName, lanes, invited, answered, deadlineAt } = project
  return (
    <li className="border-b">
      <Link
        to={`/boards/bids/${id}`}
        data-row={at}
        className="grid grid-cols-[minmax(0,1fr)_150px_230px_190px_150px] items-center gap-3 px-4 py-2"
      >
        <span className="min-w-0">
          <b className="block truncate">{title}</b>
          <span className="label block truncate">{customerName ?? 'any customer'}</span>
        </span>
        <span className="label">{daysWords(project.validFrom, project.validTo)}</span>
        <span className={tones[state]}>
          {state === 'open' ? `open until ${momentWords(deadlineAt, now, zone)}` : listWords[state]}
        </span>
        <span className="label">
          {lanes} {lanes === 1 ? 'lane' : 'lanes'}
        </span>
        <span className="label text-right">
          {invited === 0 ? 'nobody invited' : `${answered} of ${invited} answered`}
        </span>
      </Link>
    </li>
  )
}
