import { type ReactNode, useState } from 'react'
import { Link } from 'react-router'
import { may } from '#core/access/access'
import { bookingWords } from '#core/facility/facility'
import { unknownStreet } from '#core/load/load'
import { dayOf, toLocal } from '#core/time/local'
import { zoneWords } from '#core/time/words'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { type FacilityPage, readFacilityPage } from '#server/facility-page/read'
import { officeOf } from '#server/office/office'
import { hoursWords } from '../../facility/facility-columns'
import { FacilityFactsDialog } from '../../facility/facts-dialog'
import { LoadLines } from '../../listing/load-lines'
import { MergeDialog } from '../../listing/merge-dialog'
import { EventLog } from '../../ui/event-log'
import { FactList } from '../../ui/fact-list'
import { useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import type { Route } from './+types/facility'

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.page.own.name ?? 'Facility'}, Oxpecker` },
]

export function loader({ params, context }: Route.LoaderArgs) {
  const now = Date.now()
  const page = readFacilityPage(database(), Number(params.facilityId), now)
  if (!page) throw new Response('There is no such facility.', { status: 404 })
  const { role } = viewer(context)
  return {
    page,
    now,
    zone: officeOf(database()).zone,
    mayEdit: may(role, 'edit_loads'),
    mayMerge: may(role, 'set_pricing'),
  }
}

export default function Facility({ loaderData }: Route.ComponentProps) {
  const { page, now, zone, mayEdit, mayMerge } = loaderData
  const { own, place } = page
  const [open, setOpen] = useState<'facts' | 'merge' | null>(null)
  const close = () => setOpen(null)
  useLive(({ aggregate, id }) => aggregate === 'facility' && id === page.id)
  useKeys('Facility', [{ key: 'e', words: 'change this facility', run: () => setOpen('facts'), disabled: !mayEdit }])
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <header className="flex items-center gap-3 border-b border-strong px-4 py-2">
        <h1 className="text-base font-semibold">{own.name}</h1>
        <span className="label">
          {place.city} {place.region}
        </span>
        <span className="ml-auto flex gap-2">
          {mayMerge && (
            <button type="button" className="button" onClick={() => setOpen('merge')}>
              Put together with another
            </button>
          )}
          {mayEdit && (
            <button type="button" className="button first" onClick={() => setOpen('facts')}>
              Change <kbd className="key">e</kbd>
            </button>
          )}
        </span>
      </header>
      <div className="grid min-h-0 flex-1 grid-cols-[320px_minmax(0,1fr)_280px] overflow-y-auto max-lg:grid-cols-1">
        <div className="flex flex-col gap-4 border-r px-4 py-3">
          <FactList facts={factsOf(page, now)} />
        </div>
        <div className="min-w-0 px-4 py-3">
          <LoadLines
            loads={page.loads}
            today={dayOf(toLocal(now, zone))}
            all={`/loads?q=${encodeURIComponent(own.name)}`}
            empty="No load has stopped here yet."
            withCustomer
          />
        </div>
        <div className="flex flex-col gap-4 border-l px-4 py-3">
          <Customers page={page} />
          <EventLog events={page.log} now={now} zone={zone} />
        </div>
      </div>
      {open === 'facts' && <FacilityFactsDialog page={page} onClose={close} />}
      {open === 'merge' && (
        <MergeDialog
          title={`Put another facility together with ${own.name}`}
          label="The other name of the same facility"
          subject="facilities"
          url={`/facilities/${page.id}/act`}
          note={(name) => `${name} goes away; its stops and the codes of partners come here.`}
          onClose={close}
        />
      )}
    </main>
  )
}

const factsOf = ({ own, place }: FacilityPage, now: number): Record<string, ReactNode> => ({
  Street: own.address === unknownStreet ? <span className="text-ring-text">{own.address}</span> : own.address,
  Place: `${place.city} ${place.region} ${place.postal}`,
  'Dock hours': own.opens ? (
    `${hoursWords(own.opens, own.closes)} ${zoneWords(now, place.zone)}`
  ) : (
    <span className="label">not known: a day without an hour means 8:00 am-5:00 pm</span>
  ),
  Booking: bookingWords[own.booking],
  Phone: own.phone && <a href={`tel:${own.phone}`}>{own.phone}</a>,
  'Dock note': own.dockNote && <span className="whitespace-pre-line">{own.dockNote}</span>,
})

/** Whose loads stop here. */
function Customers({ page: { customers } }: { page: FacilityPage }) {
  if (customers.length === 0) return null
  return (
    <section aria-label="Customers">
      <h2 className="head">Customers</h2>
      <ul>
        {customers.map(({ id, name, stops }) => (
          <li key={id} className="border-t">
            <Link to={`/customers/${id}`} className="flex justify-between gap-2 py-1 hover:bg-sheet">
              <span className="truncate">{name}</span>
              <span className="label">
                {stops} {stops === 1 ? 'stop' : 'stops'}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}
