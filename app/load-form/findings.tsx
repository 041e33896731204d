import { chargeSheet, margin } from '#core/charge/charge'
import type { Problem } from '#core/load/problem'
import { transitHours } from '#core/miles/drive'
import { milesWords } from '#core/miles/words'
import { convertedWords, convertToDesk, type ExchangeRate } from '#core/money/exchange'
import { formatMoney } from '#core/money/money'
import { type DeskMargins, proposeLimits } from '#core/rates/limits'
import type { RateBand } from '#core/rates/rates'
import { bandWords } from '#core/rates/words'
import { hour } from '#core/time/local'
import { spanWords } from '#core/time/words'
import { RouteMap } from '../map/map'
import { routeLayers, wayWords } from '../map/route-layers'
import type { TypedRoute } from '../routes/loads/route'
import { LinkButton } from '../ui/link-button'
import { RateStrip } from '../ui/rate-strip'
import type { FormValues } from './form-fields'
import { chargesFrom, readRate } from './form-values'

/** What we already know about the load being typed: way, price, and what looks wrong. */
export function Findings({
  values,
  money,
  margins,
  route,
  band,
  problems,
  now,
  onReorder,
}: {
  values: FormValues
  money: { rates: readonly ExchangeRate[]; today: string }
  margins: DeskMargins
  route: TypedRoute | null
  band: RateBand | null
  problems: Problem[]
  now: number
  onReorder: (order: number[]) => void
}) {
  const charges = chargesFrom(values.sellCharges.filter((charge) => readRate(charge.rate) !== null))
  const sheet = chargeSheet(charges, {
    miles: route?.miles ?? 0,
    weightLb: Number(values.weightLb.replaceAll(',', '')) || null,
  })
  const sold = { amountMinor: sheet.totalMinor, currency: sheet.currency }
  const sell = convertToDesk(sold, money.rates, money.today)
  const sellMinor = 'refusal' in sell ? 0 : sell.amountMinor
  const limits = proposeLimits(band, sellMinor, margins)
  return (
    <section aria-label="What we know" className="flex min-h-28 flex-col gap-1.5" aria-live="polite">
      <h2 className="head">What we know</h2>
      {route === null ? (
        <p className="label">Choose both facilities: miles, hours and the rate strip appear here.</p>
      ) : (
        <>
          <p>
            <b className="font-mono">{Math.round(route.miles).toLocaleString('en-US')}</b> truck miles,{' '}
            {spanWords(route.hours * hour)} driving, {spanWords(transitHours(route.hours, values.team) * hour)}{' '}
            {values.team ? 'as a team' : 'with rests'}
          </p>
          {route.shorter && (
            <p>
              Another order of the stops between saves {milesWords(route.shorter.savedMiles)}.{' '}
              <LinkButton onClick={() => onReorder(route.shorter!.order)}>Put them in that order</LinkButton>
            </p>
          )}
          <RouteMap
            layers={routeLayers(route.ways, stopsOf(values))}
            words={wayWords(route.miles, route.ways)}
            shape={3}
            tall={176}
            className="h-44"
          />
          <div className="flex items-center gap-3">
            <RateStrip
              figures={{
                band,
                targetPayMinor: limits?.targetPayMinor ?? null,
                maxPayMinor: limits?.maxPayMinor ?? null,
                sellMinor,
                pegs: [],
              }}
            />
            <span className="label">{bandWords(band, now)}</span>
          </div>
          {!('refusal' in sell) && sell.by !== null && <p>Sells for {convertedWords(sold, sell)}</p>}
          {limits && sellMinor > 0 && (
            <p>
              Target {formatMoney(limits.targetPayMinor)} leaves {marginWords(sellMinor, limits.targetPayMinor)}, max{' '}
              {formatMoney(limits.maxPayMinor)} leaves {marginWords(sellMinor, limits.maxPayMinor)}
            </p>
          )}
        </>
      )}
      {problems.map((problem) => (
        <p
          key={`${problem.path} ${problem.code}`}
          className={problem.severity === 'stop' ? 'text-bill' : 'text-ring-text'}
        >
          {severityWords[problem.severity]}: {problem.message}
        </p>
      ))}
    </section>
  )
}

const severityWords: Record<Problem['severity'], string> = { stop: 'Fix', caution: 'Check', note: 'Note' }

const stopsOf = (values: FormValues) =>
  values.stops.flatMap((stop) =>
    stop.facility
      ? [{ lat: stop.facility.lat, lon: stop.facility.lon, name: stop.facility.city, stop: stop.kind }]
      : [],
  )

/** The margin between two amounts, in dollars and percent of the sell price. */
export function marginWords(sellMinor: number, buyMinor: number): string {
  const { amountMinor, percent } = margin(sellMinor, buyMinor)
  return `${formatMoney(amountMinor)}${percent === null ? '' : ` (${percent}%)`}`
}
