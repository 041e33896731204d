import { useState } from 'react'
import { Link } from 'react-router'
import type { Equipment } from '#core/load/load'
import { equipmentWords } from '#core/load/words'
import { formatAmount, readAmount } from '#core/money/money'
import { suspectWords } from '#core/rates/words'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import type { Correction, SuspectPrice } from '#server/rates/suspects'

const columns =
  'grid grid-cols-[78px_76px_minmax(0,1.7fr)_68px_minmax(0,0.9fr)_60px_56px_minmax(0,1fr)_332px] items-center gap-x-3 px-4'

export const SuspectHeads = () => (
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
)

/** A past price that looks wrong, with what it looks like and, for who may, what it is. */
export function SuspectLine({
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
  const { loadId, number } = suspect
  return (
    <li
      data-suspect={loadId}
      tabIndex={-1}
      onFocus={onFocus}
      className={`${columns} border-b py-1 outline-none ${chosen ? 'bg-chosen shadow-[inset_4px_0_0_var(--dusk)]' : ''}`}
    >
      <span className="label">{dayWords(dayOf(toLocal(suspect.coveredAt, zone)))}</span>
      <Link to={`/loads/${loadId}`} className="font-mono link">
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
      {mayCorrect ? <Verdict suspect={suspect} onSay={onSay} /> : <span />}
    </li>
  )
}

/** What the price really was, or that it is left out or right. */
function Verdict({
  suspect: { loadId, number, meantMinor },
  onSay,
}: {
  suspect: SuspectPrice
  onSay: (correction: Correction, words: string) => Promise<void>
}) {
  const [typed, setTyped] = useState(meantMinor === null ? '' : formatAmount(meantMinor))
  const price = readAmount(typed)
  return (
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
  )
}
