import { useState } from 'react'
import { Link, useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { may } from '#core/access/access'
import type { Equipment } from '#core/load/load'
import { equipmentWords } from '#core/load/words'
import { formatAmount, readAmount } from '#core/money/money'
import { suspectWords } from '#core/rates/words'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { rateModelState } from '#server/rates/model'
import { type Correction, listSuspects, type SuspectPrice } from '#server/rates/suspects'
import { brokerage } from '#server/settings.server'
import { useKeys } from '../../ui/keys'
import { postJson } from '../../ui/post'
import type { Route } from './+types/suspects'

export const meta: Route.MetaFunction = () => [{ title: 'Past prices to review, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  return {
    suspects: listSuspects(database(), Date.now()),
    state: rateModelState(),
    zone: brokerage.zone,
    mayCorrect: may(viewer(context).role, 'correct_rates'),
  }
}

const columns =
  'grid grid-cols-[78px_76px_minmax(0,1.7fr)_68px_minmax(0,0.9fr)_60px_56px_minmax(0,1fr)_332px] items-center gap-x-3 px-4'

export default function Suspects({ loaderData }: Route.ComponentProps) {
  const { suspects, state, zone, mayCorrect } = loaderData
  const [done, setDone] = useState<ReadonlySet<number>>(new Set())
  const [chosen, setChosen] = useState<number | null>(null)
  const { revalidate } = useRevalidator()
  const left = suspects.filter(({ loadId }) => !done.has(loadId))
  const say = async (correction: Correction, words: string) => {
    const answer = await postJson('/rates/correct', correction)
    if (!answer.ok) return void toast(answer.message, { className: '!text-bill' })
    setDone((before) => new Set(before).add(correction.loadId))
    toast(words, {
      action: {
        label: 'Undo',
        onClick: async () => {
          await postJson('/rates/correct', { loadId: correction.loadId, verdict: 'undo' } satisfies Correction)
          setDone((before) => new Set([...before].filter((loadId) => loadId !== correction.loadId)))
          await revalidate()
        },
      },
    })
  }
  const move = (step: number) => {
    const next = left[Math.max(0, Math.min(left.length - 1, left.findIndex(({ loadId }) => loadId === chosen) + step))]
    if (next) document.querySelector<HTMLElement>(`[data-suspect="${next.loadId}"]`)?.focus()
  }
  const current = left.find(({ loadId }) => loadId === chosen)
  useKeys('Past prices', [
    { key: 'ArrowDown', words: 'next price', run: () => move(1), disabled: left.length === 0 },
    { key: 'ArrowUp', words: 'price before', run: () => move(-1), disabled: left.length === 0 },
    {
      key: 'y',
      words: 'yes, it was meant so',
      run: () =>
        current?.meantMinor &&
        void say(
          { loadId: current.loadId, verdict: 'price', priceMinor: current.meantMinor },
          `${current.number} counts as ${formatAmount(current.meantMinor)}`,
        ),
      disabled: !mayCorrect || !current?.meantMinor,
    },
    {
      key: 'd',
      words: 'leave it out',
      run: () => current && void say({ loadId: current.loadId, verdict: 'left_out' }, `${current.number} is left out`),
      disabled: !mayCorrect || !current,
    },
    {
      key: 'w',
      words: 'it was paid so',
      run: () =>
        current && void say({ loadId: current.loadId, verdict: 'as_paid' }, `${current.number} counts as it was paid`),
      disabled: !mayCorrect || !current,
    },
  ])
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
      <div className={`${columns} border-b py-1 text-second`} aria-hidden="true">
        <span>booked</span>
        <span>load</span>
        <span>lane</span>
        <span>equipment</span>
        <span>carrier</span>
        <span className="text-right">paid</span>
        <span className="text-right">likely</span>
        <span>what it looks like</span>
        <span />
      </div>
      {left.length === 0 && state.state === 'ready' && (
        <p className="label px-4 py-6">
          Nothing to correct: every past price fits its lane, or somebody has reviewed it.
        </p>
      )}
      <ul className="min-h-0 flex-1 overflow-y-auto" aria-label="Past prices that look wrong">
        {left.map((suspect) => (
          <Line
            key={suspect.loadId}
            suspect={suspect}
            zone={zone}
            mayCorrect={mayCorrect}
            onFocus={() => setChosen(suspect.loadId)}
            chosen={suspect.loadId === chosen}
            onSay={say}
          />
        ))}
      </ul>
    </main>
  )
}

function Line({
  suspect,
  zone,
  mayCorrect,
  onFocus,
  chosen,
  onSay,
}: {
  suspect: SuspectPrice
  zone: string
  mayCorrect: boolean
  onFocus: () => void
  chosen: boolean
  onSay: (correction: Correction, words: string) => Promise<void>
}) {
  const [typed, setTyped] = useState(suspect.meantMinor === null ? '' : formatAmount(suspect.meantMinor))
  const price = readAmount(typed)
  const { loadId, number } = suspect
  return (
    <li
      data-suspect={loadId}
      tabIndex={-1}
      onFocus={onFocus}
      className={`${columns} border-b py-1 outline-none ${chosen ? 'bg-chosen shadow-[inset_4px_0_0_var(--dusk)]' : ''}`}
    >
      <span className="label">{dayWords(dayOf(toLocal(suspect.coveredAt, zone)))}</span>
      <Link to={`/loads/${loadId}`} className="font-mono text-dusk underline">
        {number}
      </Link>
      <span className="truncate">
        {suspect.lane} <span className="label">{suspect.miles.toLocaleString('en-US')} mi</span>
      </span>
      <span className="label">{equipmentWords[suspect.equipment as Equipment]}</span>
      <span className="truncate">{suspect.carrierName}</span>
      <span className="text-right font-mono font-semibold">{formatAmount(suspect.paidMinor)}</span>
      <span className="text-right font-mono">
        {suspect.likelyMinor === null ? '' : formatAmount(Math.round(suspect.likelyMinor / 500) * 500)}
      </span>
      <span className="text-ring-text">{suspectWords[suspect.kind]}</span>
      {mayCorrect ? (
        <form
          className="flex items-center justify-end gap-2"
          onSubmit={(event) => {
            event.preventDefault()
            if (price)
              void onSay({ loadId, verdict: 'price', priceMinor: price }, `${number} counts as ${formatAmount(price)}`)
          }}
        >
          <input
            className="field !w-20 text-right font-mono"
            inputMode="decimal"
            aria-label={`What ${number} really cost`}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            aria-invalid={typed !== '' && !price}
          />
          <button type="submit" className="button" disabled={!price}>
            Correct
          </button>
          <button
            type="button"
            className="button"
            onClick={() => void onSay({ loadId, verdict: 'left_out' }, `${number} is left out`)}
          >
            Leave out
          </button>
          <button
            type="button"
            className="button"
            onClick={() => void onSay({ loadId, verdict: 'as_paid' }, `${number} counts as it was paid`)}
          >
            Was paid
          </button>
        </form>
      ) : (
        <span />
      )}
    </li>
  )
}
