import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readLoadForm } from '#server/load/form'
import { deskDay, ratesAround } from '#server/money/exchange'
import { formFrom } from '../../load-form/form-values'
import { LoadForm } from '../../load-form/load-form'
import type { Route } from './+types/change'

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `Change ${loaderData?.start.number ?? 'load'}, Oxpecker` },
]

export function loader({ params, context }: Route.LoaderArgs) {
  requirePermission(viewer(context), 'edit_loads')
  const start = readLoadForm(database(), Number(params.loadId))
  if (!start) throw new Response('There is no such load.', { status: 404 })
  const now = Date.now()
  return {
    start,
    now,
    loadId: Number(params.loadId),
    today: deskDay(now),
    rates: ratesAround(database(), deskDay(now)),
  }
}

export default function ChangeLoad({ loaderData }: Route.ComponentProps) {
  const { start, now, loadId, today, rates } = loaderData
  return (
    <LoadForm
      initial={formFrom(start, { keepTimes: true })}
      now={now}
      loadId={loadId}
      copiedFrom={null}
      state={start.state}
      version={start.version}
      today={today}
      rates={rates}
      title={`Change ${start.number}`}
    />
  )
}
