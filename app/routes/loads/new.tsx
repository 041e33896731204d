import { deskMargins } from '#core/office/office'
import { viewer } from '#server/access/cookie'
import { people } from '#server/access/people'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { keptFormOf } from '#server/listing/kept-forms'
import { readLoadForm } from '#server/load/form'
import { unfinishedLoadOf } from '#server/load/unfinished'
import { deskDay, ratesAround } from '#server/money/exchange'
import { officeOf } from '#server/office/office'
import { findFacilities } from '#server/place/find'
import { readForm } from '../../load-form/form-fields'
import { formBetween, formFrom, leftBehind } from '../../load-form/form-values'
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
  const lane = asked.has('from') ? `lane/${asked.get('from')}/${asked.get('to')}`.slice(0, 60) : 'new'
  const formName = `load/${unfinished ? `unfinished/${unfinished.id}` : (copy ?? lane)}${start ? '/copy' : ''}`
  const ends = ['from', 'to'].map((end) => firstFacility(asked.get(end)))
  const now = Date.now()
  return {
    start,
    ends,
    unfinished,
    formName,
    owner: who.id,
    people: people(database()),
    kept: keptFormOf(database(), who.id, formName),
    now,
    zone: officeOf(database()).zone,
    today: deskDay(database(), now),
    margins: deskMargins(officeOf(database())),
    rates: ratesAround(database(), deskDay(database(), now)),
  }
}

/** The facility that we use most of those found by an end of a lane; null where none is asked for or found. */
const firstFacility = (words: string | null) => (words ? (findFacilities(database(), words)[0] ?? null) : null)

export default function NewLoad({ loaderData }: Route.ComponentProps) {
  const { start, unfinished, ends, ...rest } = loaderData
  const begun = unfinished ? readForm(unfinished.fields) : null
  const title = unfinished ? 'Unfinished load' : 'New load'
  return (
    <LoadForm
      key={rest.formName}
      {...rest}
      initial={start ? formFrom(start, { keepTimes: false }) : (begun ?? formBetween(ends))}
      unfinishedId={unfinished?.id ?? null}
      loadId={null}
      copiedFrom={start?.number ?? null}
      leftBehind={start ? leftBehind(start) : []}
      state="draft"
      version={null}
      title={start ? `Copy of ${start.number}` : title}
    />
  )
}
