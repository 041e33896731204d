import { useEffect, useMemo, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { equipmentWords, loadStateWords } from '#core/load/words'
import { formatMoney, percentOf } from '#core/money/money'
import { dayOf, hour, toLocal } from '#core/time/local'
import { clockWords, nearDayWords } from '#core/time/words'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { type HorizonLoad, readHorizon } from '#server/horizon/read'
import { officeOf } from '#server/office/office'
import { shownReps } from '#server/person/whose'
import { HorizonLine } from '../../horizon/horizon-line'
import { useKeys, useReady } from '../../ui/keys'
import { useLive } from '../../ui/live'
import { usePreferences } from '../../ui/preferences'
import { RateStrip } from '../../ui/rate-strip'
import { useWhoseKey, WhoseChoice } from '../../ui/whose-choice'
import type { Route } from './+types/horizon'

export const meta: Route.MetaFunction = () => [{ title: 'Horizon, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  const [db, who, now] = [database(), viewer(context), Date.now()]
  return { ...readHorizon(db, now, shownReps(db, who)), hasTeam: Boolean(who.teamId), now, zone: officeOf(db).zone }
}

/** What may bring a load here that was not: anything else is only read again where it is shown. */
const comesOrGoes = new Set(['load_created', 'state_changed', 'award_released'])

export default function Horizon({ loaderData }: Route.ComponentProps) {
  const { loads, today, now, zone, hasTeam } = loaderData
  const whoseKey = useWhoseKey(hasTeam)
  const [chosen, setChosen] = useState<number | null>(loads[0]?.id ?? null)
  const list = useRef<HTMLUListElement>(null)
  const navigate = useNavigate()
  const ready = useReady()
  const shown = useMemo(() => new Set(loads.map(({ id }) => id)), [loads])
  useLive(({ aggregate, id, kind }) => aggregate === 'load' && (shown.has(id ?? 0) || comesOrGoes.has(kind)))
  const index = loads.findIndex((load) => load.id === chosen)
  const move = (step: number) => {
    const next = loads[Math.max(0, Math.min(loads.length - 1, index + step))]
    if (!next) return
    setChosen(next.id)
    list.current?.querySelector<HTMLElement>(`[data-load="${next.id}"]`)?.focus()
  }
  useKeys('Horizon', [
    whoseKey,
    { key: 'ArrowDown', words: 'next load', run: () => move(1) },
    { key: 'ArrowUp', words: 'load before', run: () => move(-1) },
    { key: 'Enter', words: 'open the chosen load', run: () => chosen !== null && navigate(`/loads/${chosen}`) },
  ])
  useEffect(() => {
    if (index < 0) setChosen(loads[0]?.id ?? null)
  }, [index, loads])
  if (loads.length === 0) return <NothingOpen hasTeam={hasTeam} />
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <h1 className="sr-only">Horizon</h1>
      <HorizonLine loads={loads} now={now} zone={zone} chosenId={chosen} onChoose={setChosen} />
      <Today loads={loads} today={today} now={now} hasTeam={hasTeam} />
      <Heads />
      <ul
        ref={list}
        aria-label="Open loads, the most pressing first"
        className="min-h-0 flex-1 overflow-y-auto"
        tabIndex={-1}
      >
        {(ready ? loads : loads.slice(0, firstRows)).map((load) => (
          <Row key={load.id} load={load} now={now} chosen={load.id === chosen} onChoose={() => setChosen(load.id)} />
        ))}
      </ul>
    </main>
  )
}

/** Rows in the page as it is sent: a screen's worth; the rest follows once the page is there. */
const firstRows = 16

const columns =
  'grid grid-cols-[126px_minmax(190px,1fr)_140px_70px_46px_256px_60px_minmax(230px,1.25fr)] items-center gap-x-3 px-4'

function Heads() {
  return (
    <div className={`${columns} label border-b py-1`} aria-hidden="true">
      <span>Picks up</span>
      <span>Lane</span>
      <span>Customer</span>
      <span>Equipment</span>
      <span className="text-right">Miles</span>
      <span>
        Rate strip $: <span className="text-dusk">▾</span> target, <b className="text-ink">|</b> max, ○ offers
      </span>
      <span className="text-right">Time left</span>
      <span>Next step</span>
    </div>
  )
}

const rowColor = { act: 'text-bill font-semibold', care: 'text-ring-text font-semibold', clear: '' } as const

function Row({
  load,
  now,
  chosen,
  onChoose,
}: {
  load: HorizonLoad
  now: number
  chosen: boolean
  onChoose: () => void
}) {
  const local = toLocal(load.pickupAt, load.origin.zone)
  const today = dayOf(toLocal(now, load.origin.zone))
  const pressing =
    load.urgency === 'act' &&
    (load.step.kind === 'take' || load.step.kind === 'ask' || load.step.kind === 'post' || load.step.kind === 'decide')
  const pegs =
    load.state === 'covered' && load.payMinor !== null
      ? [{ payMinor: load.payMinor, label: load.carrierName ?? '', awarded: true }]
      : load.offers.map((offer) => ({ payMinor: offer.payMinor, label: offer.carrierName }))
  return (
    <li className="border-b">
      <Link
        to={`/loads/${load.id}`}
        data-load={load.id}
        onFocus={onChoose}
        className={`${columns} h-[35px] ${chosen ? 'bg-chosen shadow-[inset_4px_0_0_var(--dusk)]' : 'hover:bg-sheet'}`}
      >
        <span className={`whitespace-nowrap ${rowColor[load.urgency]}`}>
          {nearDayWords(dayOf(local), today)} {clockWords(local)}
        </span>
        <span className="truncate">
          <b className="font-semibold">
            {load.origin.city} {load.origin.region}
          </b>{' '}
          <span className="label">to</span> {load.dest.city} {load.dest.region}
          {load.practice && <span className="ml-2 text-ring-text">practice</span>}
        </span>
        <span className="label truncate">{load.customerName}</span>
        <span>{equipmentWords[load.equipment]}</span>
        <span className="text-right">{load.miles.toLocaleString('en-US')}</span>
        <RateStrip
          figures={{
            band: load.band,
            targetPayMinor: load.targetPayMinor,
            maxPayMinor: load.maxPayMinor,
            sellMinor: 0,
            pegs,
          }}
        />
        <span className={`text-right ${rowColor[load.urgency]}`}>{leftWords(load, now)}</span>
        <span className={`truncate ${stepTone(load, pressing)}`}>
          {load.step.words}
          <span className="sr-only">, {loadStateWords[load.state]}</span>
        </span>
      </Link>
    </li>
  )
}

function leftWords(load: HorizonLoad, now: number): string {
  const hours = (load.dueAt - now) / hour
  if (hours < 0) return 'overdue'
  if (hours < 1) return `${Math.round(hours * 60)} min`
  return hours < 48 ? `${hours < 10 ? hours.toFixed(1) : Math.round(hours)} h` : `${Math.round(hours / 24)} days`
}

function Today({
  loads,
  today,
  now,
  hasTeam,
}: {
  loads: HorizonLoad[]
  today: { covered: number; marginMinor: number; sellMinor: number }
  now: number
  hasTeam: boolean
}) {
  const uncovered = loads.filter((load) => load.state === 'uncovered')
  const lapsing = uncovered
    .flatMap((load) => load.offers)
    .filter((offer) => offer.goodUntil !== null && offer.goodUntil - now < 3 * hour).length
  const acting = loads.filter((load) => load.urgency === 'act').length
  return (
    <div className="flex flex-wrap items-center gap-x-6 border-b border-strong px-4 py-1">
      <WhoseChoice hasTeam={hasTeam} />
      <span className="flex-1">
        {uncovered.length} uncovered ·{' '}
        {acting > 0 ? <b className="text-bill">{acting} need you now</b> : 'none pressing'}
        {lapsing > 0 && ` · ${lapsing} ${lapsing === 1 ? 'offer lapses' : 'offers lapse'} within 3 h`} · {today.covered}{' '}
        covered today
        {today.covered > 0 &&
          `, margin ${formatMoney(today.marginMinor)}${today.sellMinor > 0 ? ` (${percentOf(today.marginMinor, today.sellMinor)}%)` : ''}`}
      </span>
      <span className="label">disk: time left · square: covered, filled once confirmed</span>
    </div>
  )
}

function NothingOpen({ hasTeam }: { hasTeam: boolean }) {
  const { whose } = usePreferences()
  if (whose !== 'everybody')
    return (
      <main className="m-auto flex max-w-md flex-col items-center gap-3 text-center">
        <h1 className="text-lg font-semibold">No open load of {whose === 'mine' ? 'yours' : 'your team'}</h1>
        <p>Show everybody’s with the key v, or make one with the key n.</p>
        <WhoseChoice hasTeam={hasTeam} />
      </main>
    )
  return (
    <main className="m-auto flex max-w-md flex-col gap-3 text-center">
      <h1 className="text-lg font-semibold">No open load</h1>
      <p>Make one with the key n, or copy an old one from the list of loads.</p>
      <p>
        <Link className="button first" to="/loads/new">
          New load <kbd className="key">n</kbd>
        </Link>
      </p>
    </main>
  )
}

function stepTone(load: HorizonLoad, isPressing: boolean): string {
  if (isPressing) return 'font-semibold'
  return load.step.kind === 'hold' || load.step.kind === 'dispatch' ? 'text-second' : ''
}
