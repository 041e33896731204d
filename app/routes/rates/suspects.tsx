import { may } from '#core/access/access'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { rateModelState } from '#server/rates/model'
import { listSuspects } from '#server/rates/suspects'
import { SuspectHeads, SuspectLine } from '../../rates/suspect-line'
import { useSuspects } from '../../rates/use-suspects'
import type { Route } from './+types/suspects'

export const meta: Route.MetaFunction = () => [{ title: 'Past prices to review, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  return {
    suspects: listSuspects(database(), Date.now()),
    state: rateModelState(),
    zone: officeOf(database()).zone,
    mayCorrect: may(viewer(context).role, 'correct_rates'),
  }
}

export default function Suspects({ loaderData }: Route.ComponentProps) {
  const { suspects, state, zone, mayCorrect } = loaderData
  const { left, chosen, choose, say } = useSuspects(suspects, mayCorrect)
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-baseline gap-3 border-b border-strong px-4 py-2">
        <h1 className="text-base font-semibold">Past prices to review</h1>
        <span className="label">
          {state.state === 'fitting'
            ? `our past prices are being read, ${Math.round(state.progress * 100)}%`
            : `${left.length} of ${state.state === 'ready' ? state.prices.toLocaleString('en-US') : 0} past prices look wrong and are left out of every rate; what was paid stays in the books`}
        </span>
      </div>
      <SuspectHeads />
      {left.length === 0 && state.state === 'ready' && (
        <p className="label px-4 py-6">
          Nothing to correct: every past price fits its lane, or somebody has reviewed it.
        </p>
      )}
      <ul className="min-h-0 flex-1 overflow-y-auto" aria-label="Past prices that look wrong">
        {left.map((suspect) => (
          <SuspectLine
            key={suspect.loadId}
            suspect={suspect}
            zone={zone}
            mayCorrect={mayCorrect}
            onFocus={() => choose(suspect.loadId)}
            chosen={suspect.loadId === chosen}
            onSay={say}
          />
        ))}
      </ul>
    </main>
  )
}
