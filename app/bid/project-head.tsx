import { projectStateWords } from '#core/bid/bid'
import { daysWords, momentWords, spanWords } from '#core/time/words'
import type { ProjectPage } from '#server/bid/read'
import { BoardTabs } from '../board/board-tabs'

interface HeadKey {
  key: string
  words: string
  run: () => void
  disabled?: boolean
}

/** What a project in this state is waiting for. */
const mainKey: Partial<Record<ProjectPage['state'], string>> = { draft: 'i', closed: 'a' }

/** What a bid project is, how it stands, and what can be done with it now. */
export function ProjectHead({
  project,
  now,
  zone,
  keys,
}: {
  project: ProjectPage
  now: number
  zone: string
  keys: readonly HeadKey[]
}) {
  const acts = keys.filter(({ key, disabled }) => disabled === false && key.length === 1)
  return (
    <div className="border-b border-strong px-4 py-2">
      <div className="flex items-baseline gap-4">
        <BoardTabs />
        <h1 className="ml-4 truncate text-base font-semibold">{project.title}</h1>
        <span className="whitespace-nowrap">{stateWords(project, now, zone)}</span>
      </div>
      <div className="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1">
        <span className="label min-w-80 flex-1">
          {[
            project.customerName ?? 'any customer',
            `loads picked up ${daysWords(project.validFrom, project.validTo)}`,
            project.sealed ? 'sealed bids' : 'open bids',
            project.boards.length > 0 ? `on ${project.boards.map(({ board }) => board).join(', ')}` : '',
            `${project.acceptMinutes} minutes to accept a load`,
            project.requirements,
          ]
            .filter(Boolean)
            .join(' · ')}
        </span>
        {acts.map(({ key, words, run }) => (
          <button
            key={key}
            type="button"
            className={`button whitespace-nowrap ${key === mainKey[project.state] ? 'first' : ''}`}
            onClick={run}
          >
            {words[0]!.toUpperCase() + words.slice(1)} <kbd className="key">{key}</kbd>
          </button>
        ))}
      </div>
    </div>
  )
}

function stateWords({ state, deadlineAt, isHidden }: ProjectPage, now: number, zone: string): string {
  if (state !== 'open') return projectStateWords[state]
  if (deadlineAt <= now) return 'bidding is over'
  const until = `bids close ${momentWords(deadlineAt, now, zone)}, in ${spanWords(deadlineAt - now)}`
  return isHidden ? `${until}; sealed until then` : until
}
