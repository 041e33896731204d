import { chargeSheet, margin } from '#core/charge/charge'
import type { Problem } from '#core/load/checks'
import type { Route } from '#core/miles/miles'
import { transitHours } from '#core/miles/driving-time'
import { formatMoney } from '#core/money/money'
import { proposeLimits } from '#core/rates/limits'
import type { RateBand } from '#core/rates/rates'
import { bandWords } from '#core/rates/words'
import { hour } from '#core/time/local'
import { spanWords } from '#core/time/words'
import { RateStrip } from '../ui/rate-strip'
import { chargesFrom, type FormValues, readRate } from './form-values'

/** What we already know about the load being typed: way, price, and what looks wrong. */
export function Findings({ values, route, band, problems, now }: { values: FormValues; route: Route; band: RateBand | null; problems: Problem[]; now: number }) {
  const charges = chargesFrom(values.sellCharges.filter((charge) => readRate(charge.rate) !== null))
  const sellMinor = chargeSheet(charges, { miles: route.miles, weightLb: Number(values.weightLb.replaceAll(',', '')) || null }).totalMinor
  const limits = proposeLimits(band, sellMinor)
  return (
    <section aria-label="What we know" className="flex min-h-28 flex-col gap-1.5" aria-live="polite">
      <h2 className="head">What we know</h2>
      {route.miles === 0 ? (
        <p className="label">Choose both facilities: miles, hours and the rate strip appear here.</p>
      ) : (
        <>
          <p>
            about <b className="font-mono">{Math.round(route.miles).toLocaleString('en-US')}</b> miles, {spanWords(transitHours(route.hours, values.team) * hour)} with rests <span className="label">(estimated from the straight line)</span>
          </p>
          <div className="flex items-center gap-3">
            <RateStrip figures={{ band, targetMinor: limits?.targetMinor ?? null, mostMinor: limits?.mostMinor ?? null, sellMinor, pegs: [] }} />
            <span className="label">{bandWords(band, now)}</span>
          </div>
          {limits && sellMinor > 0 && (
            <p>
              Target {formatMoney(limits.targetMinor)} leaves {marginWords(sellMinor, limits.targetMinor)}, most {formatMoney(limits.mostMinor)} leaves {marginWords(sellMinor, limits.mostMinor)}
            </p>
          )}
        </>
      )}
      {problems.map((problem) => (
        <p key={`${problem.path} ${problem.code}`} className={problem.severity === 'stop' ? 'text-bill' : 'text-ring-text'}>
          {problem.severity === 'stop' ? 'Mend: ' : 'Check: '}
          {problem.message}
        </p>
      ))}
    </section>
  )
}

export function marginWords(sellMinor: number, buyMinor: number): string {
  const { amountMinor, percent } = margin(sellMinor, buyMinor)
  return `${formatMoney(amountMinor)}${percent === null ? '' : ` (${percent}%)`}`
}
