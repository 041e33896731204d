import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readLoadForm } from '#server/load/form'
import { deskDay, ratesAround } from '#server/money/exchange'
import { emptyForm, formFrom } from '../../load-form/form-values'
import { LoadForm } from '../../load-form/load-form'
import type { Route } from './+types/new'

export const meta: Route.MetaFunction = () => [{ title: 'New load, Oxpecker' }]

export function loader({ request, context }: Route.LoaderArgs) {
  requirePermission(viewer(context), 'edit_loads')
  const copy = new URL(request.url).searchParams.get('copy')
  const start = copy === null ? null : readLoadForm(database(), Number(copy))
  if (copy !== null && !start) throw new Response('There is no such load to copy.', { status: 404 })
  const now = Date.now()
  return { start, now, today: deskDay(now), rates: ratesAround(database(), deskDay(now)) }
}

export default function NewLoad({ loaderData }: Route.ComponentProps) {
  const { start, now, today, rates } = loaderData
  return (
    <LoadForm
      key={start?.number ?? 'new'}
      initial={start ? formFrom(start, { keepTimes: false }) : emptyForm}
      now={now}
      loadId={null}
      copiedFrom={start?.number ?? null}
      state="draft"
      version={null}
      today={today}
      rates={rates}
      title={start ? `Copy of ${start.number}` : 'New load'}
    />
  )
}
