import { equipmentWords } from '#core/load/words'
import { formatAmount, formatMoney } from '#core/money/money'
import { dayOf, toLocal } from '#core/time/local'
import { clockWords, nearDayWords } from '#core/time/words'
import type { IntakeRow } from '#server/tender/intake'
import { RateStrip } from '../ui/rate-strip'
import { clockLeftWords, clockTone } from './clock'

export const columns = 'grid grid-cols-[20px_60px_minmax(0,1fr)_70px_64px_248px_88px] items-center gap-x-2 px-3'
export const rowHeight = 46

const toneText = { act: 'text-bill font-semibold', care: 'text-ring-text font-semibold', clear: '' } as const

/** One tender in the list: the time left, the lane, what it pays against what it costs. */
export function Row({
  tender,
  index,
  top,
  now,
  chosen,
  marked,
  onChoose,
  onMark,
}: {
  tender: IntakeRow
  index: number
  top: number
  now: number
  chosen: boolean
  marked: boolean
  onChoose: () => void
  onMark: () => void
}) {
  const pickup = tender.pickupAt === null ? null : toLocal(tender.pickupAt, tender.zone)
  return (
    <li
      style={{ height: rowHeight, transform: `translateY(${top}px)` }}
      className={`${columns} absolute inset-x-0 border-b ${chosen ? 'bg-chosen shadow-[inset_4px_0_0_var(--dusk)]' : 'hover:bg-sheet'}`}
    >
      <input
        type="checkbox"
        aria-label={`Mark ${tender.shipmentId}`}
        checked={marked}
        onChange={onMark}
        tabIndex={-1}
        className="relative z-10 !m-0"
      />
      <span
        className={`whitespace-nowrap ${tender.purpose === 'cancel' ? toneText.act : toneText[clockTone(tender, now)]}`}
      >
        {tender.purpose === 'cancel' ? 'now' : clockLeftWords(tender.respondBy, now)}
      </span>
      <span className="min-w-0">
        <button
          type="button"
          data-row={index}
          data-tender={tender.id}
          onFocus={onChoose}
          onClick={onChoose}
          aria-pressed={chosen}
          className="block w-full truncate text-left after:absolute after:inset-0"
        >
          <b className="font-semibold">{tender.origin}</b> <span className="label">to</span> {tender.dest}
        </button>
        <span className="label block truncate">
          {tender.purpose === 'cancel' && <b className="text-bill">cancels </b>}
          {tender.purpose !== 'cancel' && tender.changesLoad && (
            <b className="text-ring-text">changes {tender.changesLoad} </b>
          )}
          {tender.practice && <b className="text-ring-text">test </b>}
          {tender.customerName}
          {tender.held && <b className="text-bill"> on hold</b>}
          {tender.unknownCodes > 0 && <b className="text-ring-text"> · new code</b>}
        </span>
      </span>
      <span className="leading-tight">
        {tender.equipment ? equipmentWords[tender.equipment] : 'not given'}
        <span className="label block">
          {tender.miles === null ? 'miles ?' : `${tender.miles.toLocaleString('en-US')} mi`}
        </span>
      </span>
      <span className="leading-tight whitespace-nowrap">
        {pickup === null ? 'no time' : nearDayWords(dayOf(pickup), dayOf(toLocal(now, tender.zone)))}
        {tender.lateMs !== null && tender.lateMs > 0 ? (
          <span className="block text-bill">too tight</span>
        ) : (
          <span className="block label">{pickup !== null && clockWords(pickup)}</span>
        )}
      </span>
      {tender.purpose === 'cancel' ? (
        <span className="label">no longer wanted</span>
      ) : (
        <RateStrip
          figures={{
            band: tender.band,
            targetPayMinor: null,
            maxPayMinor: null,
            sellMinor: tender.chargeMinor ?? 0,
            pegs: [],
          }}
          withSell
        />
      )}
      {tender.purpose === 'cancel' ? <span /> : <Money tender={tender} />}
    </li>
  )
}

/** What they pay, and what it leaves us at what the lane is likely to cost. */
function Money({ tender: { chargeMinor, currency, margin } }: { tender: IntakeRow }) {
  return (
    <span className="text-right leading-tight">
      {chargeMinor === null ? 'no charge' : chargeWords(Math.round(chargeMinor / 100) * 100, currency)}
      <span className={`block ${margin && margin.amountMinor < 0 ? 'text-bill' : 'label'}`}>
        {margin
          ? `${formatMoney(Math.round(margin.amountMinor / 100) * 100)} ${margin.percent}%`
          : chargeMinor !== null && 'margin unknown'}
      </span>
    </span>
  )
}

/** A charge in the currency that the tender names, which may be none of ours. */
const chargeWords = (amountMinor: number, currency: string): string =>
  currency === 'USD' ? formatMoney(amountMinor) : `${formatAmount(amountMinor)} ${currency}`
