import { useState } from 'react'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readHealth } from '#server/health/read'
import { officeOf } from '#server/office/office'
import { Backups } from '../../health/backups'
import { Figures } from '../../health/figures'
import { SkipDialog } from '../../health/skip-dialog'
import { Threads } from '../../health/threads'
import { Troubled } from '../../health/troubled'
import { useLive } from '../../ui/live'
import { usePostedAct } from '../../ui/use-posted-act'
import type { Route } from './+types/status'

export const meta: Route.MetaFunction = () => [{ title: 'Status, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  requirePermission(viewer(context), 'see_health')
  const now = Date.now()
  return { health: readHealth(database(), now), now, zone: officeOf(database()).zone }
}

export type StatusAct = { intent: 'retry'; outboxId: number } | { intent: 'back_up' }

export default function Status({ loaderData }: Route.ComponentProps) {
  const { health, now, zone } = loaderData
  const [skipping, setSkipping] = useState<number | null>(null)
  const acting = usePostedAct<StatusAct>('/status/act')
  useLive(({ aggregate }) => aggregate === 'office')
  return (
    <main className="flex min-h-0 flex-1 flex-col overflow-y-auto">
      <header className="flex items-center gap-3 border-b border-strong px-4 py-2">
        <h1 className="text-base font-semibold">Status</h1>
        <span className="label">{verdictOf(health)}</span>
        <button
          type="button"
          className="button ml-auto"
          onClick={() =>
            void acting.act({ intent: 'back_up' }, 'Backed up, restored into a scratch folder and read through')
          }
          disabled={acting.busy}
        >
          {acting.busy ? 'Working…' : 'Back up now'}
        </button>
      </header>
      <div className="grid grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)] gap-8 px-4 py-3 max-lg:grid-cols-1">
        <div className="flex flex-col gap-6">
          <Troubled health={health} now={now} zone={zone} acting={acting} onSkip={setSkipping} />
          <Backups backups={health.backups} now={now} zone={zone} />
          <Threads threads={health.threads} now={now} zone={zone} />
        </div>
        <Figures health={health} now={now} zone={zone} />
      </div>
      {skipping !== null && <SkipDialog outboxId={skipping} onClose={() => setSkipping(null)} />}
    </main>
  )
}

/** What the eye should find first: whether anything is wrong. */
function verdictOf({ troubled, feeds, backups }: Route.ComponentProps['loaderData']['health']): string {
  const wrong = [
    troubled.length > 0 && `${troubled.length} ${troubled.length === 1 ? 'message' : 'messages'} not sent`,
    feeds.some(({ problem }) => problem) && 'a feed that cannot be read',
    backups[0]?.ok === false && 'a backup that failed',
  ].filter(Boolean)
  return wrong.length === 0 ? 'everything runs' : wrong.join(', ')
}
