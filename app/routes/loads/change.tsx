import { deskMargins } from '#core/office/office'
import { viewer } from '#server/access/cookie'
import { people } from '#server/access/people'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { keptFormOf } from '#server/listing/kept-forms'
import { readLoadForm } from '#server/load/form'
import { deskDay, ratesAround } from '#server/money/exchange'
import { officeOf } from '#server/office/office'
import { formFrom } from '../../load-form/form-values'
import { LoadForm } from '../../load-form/load-form'
import type { Route } from './+types/change'

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `Change ${loaderData?.start.number ?? 'load'}, Oxpecker` },
]

export function loader({ params, context }: Route.LoaderArgs) {
  const who = viewer(context)
  requirePermission(who, 'edit_loads')
  const start = readLoadForm(database(), Number(params.loadId))
  if (!start) throw new Response('There is no such load.', { status: 404 })
  const now = Date.now()
  const formName = `load/${params.loadId}`
  return {
    start,
    now,
    formName,
    owner: who.id,
    people: people(database()),
    kept: keptFormOf(database(), who.id, formName),
    zone: officeOf(database()).zone,
    loadId: Number(params.loadId),
    today: deskDay(database(), now),
    margins: deskMargins(officeOf(database())),
    rates: ratesAround(database(), deskDay(database(), now)),
  }
}

export default function ChangeLoad({ loaderData }: Route.ComponentProps) {
  const { start, ...rest } = loaderData
  return (
    <LoadForm
      initial={formFrom(start, { keepTimes: true })}
      {...rest}
      unfinishedId={null}
      copiedFrom={null}
      leftBehind={[]}
      state={start.state}
      version={start.version}
      title={`Change ${start.number}`}
    />
  )
}
