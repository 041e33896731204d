import { formatAmount } from '#core/money/money'
import type { RateBand } from '#core/rates/rates'
import { StripBand, stripRange, stripWords } from '../ui/rate-strip'

const size = { width: 196, height: 24, figures: 74 }

/** The rate strip of a line: what it is likely to cost in figures and as a band, our price as a mark, one under the other down the grid. */
export function QuoteStrip({ band, sellMinor }: { band: RateBand; sellMinor: number }) {
  const figures = { band, targetPayMinor: null, maxPayMinor: null, sellMinor, pegs: [] }
  const range = stripRange(figures, true)
  if (!range) return null
  const x = (minor: number) =>
    size.figures + 6 + ((minor - range.low) / (range.high - range.low)) * (size.width - size.figures - 10)
  const whole = (minor: number) => formatAmount(Math.round(minor / 100) * 100)
  return (
    <svg width={size.width} height={size.height} role="img" aria-label={stripWords(figures)} className="block">
      <text x={size.figures} y={15.5} textAnchor="end" className="fill-second font-mono text-[10.5px]">
        {whole(band.lowMinor)}–{whole(band.highMinor)}
      </text>
      <StripBand band={band} x={x} />
      {sellMinor > 0 && <rect x={x(sellMinor) - 1} y={1} width={2} height={21} fill="var(--ink)" />}
    </svg>
  )
}
