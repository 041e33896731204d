import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { keptFormOf } from '#server/listing/kept-forms'
import { readLoadForm } from '#server/load/form'
import { unfinishedLoadOf } from '#server/load/unfinished'
import { deskDay, ratesAround } from '#server/money/exchange'
import { brokerage } from '#server/settings.server'
import { emptyForm, readForm } from '../../load-form/form-fields'
import { formFrom } from '../../load-form/form-values'
import { LoadForm } from '../../load-form/load-form'
import type { Route } from './+types/new'

export const meta: Route.MetaFunction = () => [{ title: 'New load, Oxpecker' }]

export function loader({ request, context }: Route.LoaderArgs) {
  const who = viewer(context)
  requirePermission(who, 'edit_loads')
  const asked = new URL(request.url).searchParams
  const copy = asked.get('copy')
  const start = copy === null ? null : readLoadForm(database(), Number(copy))
  if (copy !== null && !start) throw new Response('There is no such load to copy.', { status: 404 })
  const unfinishedId = asked.has('unfinished') ? Number(asked.get('unfinished')) : null
  const unfinished = unfinishedId === null ? null : unfinishedLoadOf(database(), unfinishedId)
  if (unfinishedId !== null && !unfinished)
    throw new Response('This load is finished or given up: look among the loads.', { status: 404 })
  const formName = `load/${unfinished ? `unfinished/${unfinished.id}` : (copy ?? 'new')}${start ? '/copy' : ''}`
  const now = Date.now()
  return {
    start,
    unfinished,
    formName,
    owner: who.id,
    kept: keptFormOf(database(), who.id, formName),
    now,
    zone: brokerage.zone,
    today: deskDay(now),
    rates: ratesAround(database(), deskDay(now)),
  }
}

export default function NewLoad({ loaderData }: Route.ComponentProps) {
  const { start, unfinished, ...rest } = loaderData
  const begun = unfinished ? readForm(unfinished.fields) : null
  const title = unfinished ? 'Unfinished load' : 'New load'
  return (
    <LoadForm
      key={rest.formName}
      {...rest}
      initial={start ? formFrom(start, { keepTimes: false }) : (begun ?? emptyForm)}
      unfinishedId={unfinished?.id ?? null}
      loadId={null}
      copiedFrom={start?.number ?? null}
      state="draft"
      version={null}
      title={start ? `Copy of ${start.number}` : title}
    />
  )
}
