import { formatAmount } from '#core/money/money'
import type { RateBand } from '#core/rates/rates'
import { StripBand, stripRange, stripWords } from '../ui/rate-strip'

const width = 150
const margin = 36

/** The lane's rate band in a narrow list, with the posted price as a peg: dusk, since nobody says here what we may pay. */
export function PriceStrip({ band, payMinor }: { band: RateBand; payMinor: number | null }) {
  const pegs = payMinor === null ? [] : [{ payMinor, label: 'posted', awarded: false }]
  const figures = { band, targetPayMinor: null, maxPayMinor: null, sellMinor: 0, pegs }
  const range = stripRange(figures, false)!
  const x = (minor: number) => margin + ((minor - range.low) / (range.high - range.low)) * (width - 2 * margin)
  const figure = 'fill-second font-mono text-[9.5px]'
  return (
    <svg width={width} height={24} role="img" aria-label={stripWords(figures)} className="block">
      <StripBand band={band} x={x} />
      <text x={margin - 3} y={15} textAnchor="end" className={figure}>
        {formatAmount(Math.round(band.lowMinor / 100) * 100)}
      </text>
      <text x={width - margin + 3} y={15} className={figure}>
        {formatAmount(Math.round(band.highMinor / 100) * 100)}
      </text>
      {payMinor !== null && (
        <g stroke="var(--dusk)" strokeWidth={1.5}>
          <line x1={x(payMinor)} x2={x(payMinor)} y1={6} y2={16} />
          <circle cx={x(payMinor)} cy={19.5} r={3.2} fill="var(--plain)" />
        </g>
      )}
    </svg>
  )
}
