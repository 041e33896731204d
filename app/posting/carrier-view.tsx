import { equipmentWords } from '#core/load/words'
import { formatMoney } from '#core/money/money'
import type { BoardPosting, PostedStop } from '#core/posting/posting'
import { gearWords } from '#core/posting/terms'
import { dayWords, windowWords } from '#core/time/words'

/** A posting as a carrier reads it: nothing else of the load leaves. */
export function CarrierView({ shown, tells }: { shown: BoardPosting; tells: string[] }) {
  return (
    <section aria-label="As carriers see it" className="border border-strong bg-plain px-3 py-2">
      <h3 className="label">As carriers see it</h3>
      <ol className="my-1 flex flex-col gap-0.5">
        {shown.stops.map((stop, at) => (
          <li key={`${stop.city}-${at}`} className="flex flex-wrap items-baseline gap-x-2">
            <b>
              {stop.city}, {stop.region}
            </b>
            <span className="label">{stopWords(stop, shown)}</span>
          </li>
        ))}
      </ol>
      <p>
        {shown.loads > 1 && <b>{shown.loads} loads. </b>}
        {freightLine(shown)}
      </p>
      {shown.remarks && <p className="break-words">“{shown.remarks}”</p>}
      <p>
        {shown.pay
          ? `${shown.pay.kind === 'asking' ? 'Pays' : 'Pays at most'} ${formatMoney(shown.pay.amountMinor)}`
          : 'Make an offer'}
        {': '}
        {[shown.phone, shown.replyTo && 'email'].filter(Boolean).join(' or ')}
        {shown.onlyMc !== null &&
          `. Seen by ${shown.onlyMc.length} ${shown.onlyMc.length === 1 ? 'carrier' : 'carriers'} only`}
        {shown.minTrucks !== null && `. Carriers with ${shown.minTrucks} trucks or more`}
      </p>
      {tells.length > 0 && (
        <p role="alert" className="mt-1 text-bill">
          Cannot be posted: {tells.join('; ')}.
        </p>
      )}
    </section>
  )
}

function stopWords(stop: PostedStop, { asap, straightThrough }: BoardPosting): string {
  const what = stop.kind === 'pickup' ? 'picks up' : 'delivers'
  const gate = stop.needsLiftgate ? ', lift gate needed' : ''
  if (stop.kind === 'delivery' && straightThrough) return `${what} straight through${gate}`
  if (asap && stop.kind === 'pickup') return `${what} as soon as possible${gate}`
  if (stop.earliestLocal) return `${what} ${windowWords(stop.earliestLocal, stop.latestLocal, '')}${gate}`
  return `${what} ${stop.day ? dayWords(stop.day) : ''}${gate}`
}

function freightLine(shown: BoardPosting): string {
  const { tempMinF, tempMaxF } = shown
  const temperature =
    tempMinF === null && tempMaxF === null
      ? null
      : `${[tempMinF, tempMaxF].filter((each) => each !== null).join(' to ')} °F`
  return [
    [shown.equipment, ...shown.alsoEquipment].map((each) => equipmentWords[each]).join(' or '),
    shown.partial ? 'partial' : 'full load',
    shown.lengthFt && `${shown.lengthFt} ft`,
    `${(shown.weightLb ?? 0).toLocaleString('en-US')} lb`,
    shown.pieces &&
      `${shown.pieces.count} ${shown.pieces.unit}s${shown.pieces.sizeIn ? ` ${shown.pieces.sizeIn} in` : ''}`,
    shown.stackable && 'stackable',
    shown.commodity ?? 'freight not shown',
    temperature,
    shown.team && 'team',
    shown.hazmat && 'hazmat',
    shown.gear.length > 0 && `needs ${shown.gear.map((each) => gearWords[each]).join(', ')}`,
    `${shown.miles.toLocaleString('en-US')} mi`,
  ]
    .filter(Boolean)
    .join(', ')
}
