import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { may } from '#core/access/access'
import { equipmentKinds } from '#core/load/load'
import { equipmentWords } from '#core/load/words'
import { formatAmount } from '#core/money/money'
import { dayWords } from '#core/time/words'
import { rateWords, wantsWords } from '#core/truck/words'
import { viewer } from '#server/access/cookie'
import {
  type CapacityLoad,
  type CapacityPage,
  type CapacityTruck,
  capacityAskSchema,
  readCapacity,
  type TruckFit,
} from '#server/capacity/read'
import { database } from '#server/db.server'
import { DayLine } from '../../truck/day-line'
import { TruckDialog } from '../../truck/truck-dialog'
import { TruckList } from '../../truck/truck-list'
import { Choice } from '../../ui/field'
import { useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import { useVirtualRows, walkKeys } from '../../ui/table/use-virtual-rows'
import { usePostedAct } from '../../ui/use-posted-act'
import type { Route } from './+types/capacity'

export const meta: Route.MetaFunction = () => [{ title: 'Capacity, Oxpecker' }]

export function loader({ request, context }: Route.LoaderArgs) {
  const ask = capacityAskSchema.parse(Object.fromEntries(new URL(request.url).searchParams))
  const now = Date.now()
  return { ask, now, page: readCapacity(database(), ask, now), mayNote: may(viewer(context).role, 'handle_offers') }
}

const everyKind = ['all', ...equipmentKinds] as const
const kindWords = { all: 'All trailers', ...equipmentWords }

/** Which trucks we know of: by day and area against our loads, and each with the loads it could take. */
export default function Capacity({ loaderData }: Route.ComponentProps) {
  const { ask, now, page, mayNote } = loaderData
  const { trucks, today } = page
  const navigate = useNavigate()
  const [dialog, setDialog] = useState<'phone' | CapacityTruck | null>(null)
  const list = useVirtualRows(trucks.length)
  useLive(({ aggregate, kind }) => (aggregate === 'floor' && kind === 'truck') || kind === 'load_awarded')
  const address: Address = (changed) => {
    const next = Object.entries({ ...ask, truck: null, ...changed }).filter(([, value]) => value !== null)
    return `/capacity?${new URLSearchParams(next.map(([key, value]) => [key, String(value)]))}`
  }
  const focused = (): CapacityTruck | undefined => {
    const at = document.activeElement?.closest('[data-row]')?.getAttribute('data-row')
    return at == null ? trucks.find(({ id }) => id === ask.truck) : trucks[Number(at)]
  }
  useCapacityKeys({ list, focused, mayNote, address, onDialog: setDialog })
  const chosen = trucks.find(({ id }) => id === ask.truck)
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <CapacityHead ask={ask} page={page} address={address} onAdd={mayNote ? () => setDialog('phone') : null} />
      {page.balance.length > 0 && (
        <div className="border-b border-strong py-1">
          <p className="label px-4 text-right">
            □ loads above the line · <span className="text-acacia">■</span> trucks below it
          </p>
          <DayLine
            balance={page.balance}
            days={page.days}
            today={today}
            chosen={ask}
            hrefOf={(area, day) => address({ area, day })}
          />
        </div>
      )}
      <div className="flex min-h-0 flex-1">
        <div ref={list.scroller} className="min-w-0 flex-1 overflow-y-auto">
          <TruckList
            isNarrow={chosen !== undefined || page.loads.length > 0}
            trucks={trucks}
            today={today}
            now={now}
            chosen={ask.truck}
            onFocus={list.choose}
            hrefOf={({ id }) => address({ truck: id })}
          />
          {trucks.length === 0 && (
            <p className="px-4 py-4">
              No truck is known {ask.area || ask.day ? 'there and then' : 'yet'}. Trucks come from carriers’ email (see{' '}
              <Link to="/intake/mail" className="link">
                Email to read
              </Link>
              ) and from the phone: press a.
            </p>
          )}
        </div>
        <Side truck={chosen} loads={page.loads} today={today} />
      </div>
      {dialog !== null && (
        <TruckDialog
          truck={dialog === 'phone' ? null : dialog}
          today={today}
          onClose={() => setDialog(null)}
          onSaved={() => void navigate(address({ truck: ask.truck }), { replace: true, preventScrollReset: true })}
        />
      )}
    </main>
  )
}

type Address = (changed: Partial<Record<'equipment' | 'area' | 'day' | 'truck', string | number | null>>) => string

interface CapacityKeys {
  list: ReturnType<typeof useVirtualRows>
  /** The truck that the keys are about. */
  focused: () => CapacityTruck | undefined
  mayNote: boolean
  address: Address
  onDialog: (dialog: 'phone' | CapacityTruck) => void
}

/** What is done from the keyboard with the truck that has the focus. */
function useCapacityKeys({ list, focused, mayNote, address, onDialog }: CapacityKeys): void {
  const acting = usePostedAct('/trucks/act')
  const navigate = useNavigate()
  const onTruck = (run: (truck: CapacityTruck) => void) => () => {
    const truck = focused()
    if (truck) run(truck)
  }
  useKeys('Capacity', [
    ...walkKeys(list, 'truck'),
    { key: 'a', words: 'add a truck from the phone', run: () => onDialog('phone'), disabled: !mayNote },
    { key: 'e', words: 'put the truck right', run: onTruck(onDialog), disabled: !mayNote },
    {
      key: 'x',
      words: 'the truck is gone',
      run: onTruck(({ id, city }) => void acting.act({ intent: 'truck_gone', ids: [id] }, `${city}: gone`)),
      disabled: !mayNote,
    },
    { key: 'w', words: 'all areas and days', run: () => void navigate(address({ area: null, day: null })) },
  ])
}

/** How much is known, what of it is shown, and the way to add more. */
function CapacityHead({
  ask,
  page,
  address,
  onAdd,
}: {
  ask: Route.ComponentProps['loaderData']['ask']
  page: CapacityPage
  address: Address
  onAdd: (() => void) | null
}) {
  const navigate = useNavigate()
  return (
    <div className="flex items-center gap-4 border-b border-strong px-4 py-2">
      <h1 className="text-base font-semibold">Capacity</h1>
      <span className="label">
        {page.trucks.reduce((sum, { count }) => sum + count, 0)} trucks we know of, {page.loadCount} loads to cover in{' '}
        {page.days.length} days
      </span>
      {(ask.area ?? ask.day) !== null && (
        <Link to={address({ area: null, day: null })} className="link">
          {[ask.area, ask.day && dayWords(ask.day, page.today)].filter(Boolean).join(', ')} ×
        </Link>
      )}
      <Choice
        label="Trailer"
        hideLabel
        className="ml-auto w-40"
        value={ask.equipment ?? 'all'}
        options={everyKind}
        words={kindWords}
        onChange={(equipment) => void navigate(address({ equipment: equipment === 'all' ? null : equipment }))}
      />
      {onAdd && (
        <button type="button" className="button first" onClick={onAdd}>
          Add a truck <kbd className="key">a</kbd>
        </button>
      )}
    </div>
  )
}

/** Beside the list: the loads that the chosen truck could take, or those of the chosen area and day. */
function Side({ truck, loads, today }: { truck: CapacityTruck | undefined; loads: CapacityLoad[]; today: string }) {
  if (!truck && loads.length === 0) return null
  const fits: TruckFit[] = truck ? truck.fits : loads.map((load) => ({ load, milesAway: 0, isWished: true }))
  return (
    <aside className="w-80 shrink-0 overflow-y-auto border-l border-strong px-4 py-2" aria-label="Loads">
      <h2 className="head">
        {truck
          ? `Loads for the ${equipmentWords[truck.equipment].toLowerCase()} in ${truck.city}`
          : 'Loads to cover here'}
      </h2>
      {truck && (
        <p className="border-b py-1">
          <b>{truck.carrierName ?? truck.saidBy}</b> <span className="font-mono">{truck.phone}</span>
          <span className="label block">
            wants {wantsWords(truck)} {rateWords(truck)}
          </span>
        </p>
      )}
      {fits.length === 0 && <p className="py-2 text-second">None of our uncovered loads picks up near it in time.</p>}
      <ul>
        {fits.map(({ load, milesAway, isWished }) => (
          <li key={load.id} className="border-b py-1">
            <Link to={`/loads/${load.id}`} className="link font-semibold">
              {load.number}
            </Link>{' '}
            {load.origin.city} {load.origin.region} to {load.destination.city} {load.destination.region}
            <span className="label block">
              {dayWords(load.pickupDay, today)}
              {truck && `, ${milesAway} mi away`}
              {load.maxPayMinor !== null && `, max ${formatAmount(load.maxPayMinor)}`}
              {truck && !isWished && ', not where it wants to go'}
            </span>
          </li>
        ))}
      </ul>
    </aside>
  )
}
