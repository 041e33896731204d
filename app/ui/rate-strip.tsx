import { formatAmount } from '#core/money/money'
import type { RateBand } from '#core/rates/rates'

export interface Peg {
  payMinor: number
  label: string
  awarded?: boolean
}

export interface StripFigures {
  band: RateBand | null
  targetPayMinor: number | null
  maxPayMinor: number | null
  sellMinor: number
  pegs: Peg[]
}

/** The money range a strip has to show, a little air at both ends. */
export function stripRange(figures: StripFigures, withSell: boolean): { low: number; high: number } | null {
  const all = [
    figures.band?.lowMinor,
    figures.band?.highMinor,
    figures.targetPayMinor,
    figures.maxPayMinor,
    withSell && figures.sellMinor > 0 ? figures.sellMinor : null,
    ...figures.pegs.map((peg) => peg.payMinor),
  ].filter((value): value is number => value !== null && value !== undefined)
  if (all.length === 0) return null
  const [low, high] = [Math.min(...all), Math.max(...all)]
  const air = Math.max((high - low) * 0.06, high * 0.02)
  return { low: low - air, high: high + air }
}

/** Whether a price is one we may pay, as colour and shape say it. */
export const pegColor = (payMinor: number, maxPayMinor: number | null): string =>
  maxPayMinor !== null && payMinor > maxPayMinor ? 'var(--bill)' : 'var(--acacia)'

const size = { width: 250, height: 24 }

/** The band of a small strip: low to high, the middle marked. */
export function StripBand({ band, x }: { band: RateBand; x: (minor: number) => number }) {
  return (
    <>
      <rect
        x={x(band.lowMinor)}
        y={7}
        width={Math.max(1, x(band.highMinor) - x(band.lowMinor))}
        height={9}
        fill="var(--grain)"
      />
      <rect x={x(band.middleMinor) - 1} y={5.5} width={2} height={12} fill="var(--grain-middle)" />
    </>
  )
}

/** The rate strip in a list: band, target, most, offers, and where asked for the sell price; its words are in its label. */
export function RateStrip({ figures, withSell = false }: { figures: StripFigures; withSell?: boolean }) {
  const range = stripRange(figures, withSell)
  if (!range) return <span className="label">no history near this lane</span>
  const x = (minor: number) => 42 + ((minor - range.low) / (range.high - range.low)) * (size.width - 84)
  const { band } = figures
  return (
    <svg width={size.width} height={size.height} role="img" aria-label={stripWords(figures)} className="block shrink-0">
      {band && (
        <>
          <StripBand band={band} x={x} />
          <text x={x(band.lowMinor) - 4} y={15} textAnchor="end" className="fill-second font-mono text-[10px]">
            {formatAmount(Math.round(band.lowMinor / 100) * 100)}
          </text>
          <text
            x={
              Math.max(
                x(band.highMinor),
                ...figures.pegs.map((peg) => x(peg.payMinor)),
                figures.maxPayMinor ? x(figures.maxPayMinor) : 0,
                withSell && near(x(figures.sellMinor), x(band.highMinor)) ? x(figures.sellMinor) : 0,
              ) + 7
            }
            y={15}
            className="fill-second font-mono text-[10px]"
          >
            {formatAmount(Math.round(band.highMinor / 100) * 100)}
          </text>
        </>
      )}
      {figures.targetPayMinor !== null && <path d={`M${x(figures.targetPayMinor) - 4} 1h8l-4 5z`} fill="var(--dusk)" />}
      {figures.maxPayMinor !== null && (
        <rect x={x(figures.maxPayMinor) - 0.75} y={3} width={1.5} height={17} fill="var(--ink)" />
      )}
      {withSell && figures.sellMinor > 0 && (
        <path
          d={`M${x(figures.sellMinor)} 5.5l6 6-6 6-6-6z`}
          fill="var(--plain)"
          stroke={band && figures.sellMinor < band.middleMinor ? 'var(--bill)' : 'var(--dusk)'}
          strokeWidth={1.8}
        />
      )}
      {figures.pegs.map((peg, index) => (
        <g key={`${peg.label}-${index}`} stroke={pegColor(peg.payMinor, figures.maxPayMinor)} strokeWidth={1.5}>
          <line x1={x(peg.payMinor)} x2={x(peg.payMinor)} y1={8} y2={16} />
          <circle
            cx={x(peg.payMinor)}
            cy={19.5}
            r={3.4}
            fill={peg.awarded ? pegColor(peg.payMinor, figures.maxPayMinor) : 'var(--plain)'}
          />
        </g>
      ))}
    </svg>
  )
}

/** Whether a mark is where the figure behind the band would be written. */
const near = (mark: number, end: number) => mark > end - 8 && mark < end + 44

/** The strip in words, for who does not see it. */
export function stripWords({ band, targetPayMinor, maxPayMinor, sellMinor, pegs }: StripFigures): string {
  return [
    band
      ? `likely ${formatAmount(band.lowMinor)} to ${formatAmount(band.highMinor)}, middle ${formatAmount(band.middleMinor)}`
      : 'no history near this lane',
    targetPayMinor !== null ? `target ${formatAmount(targetPayMinor)}` : '',
    maxPayMinor !== null ? `max ${formatAmount(maxPayMinor)}` : '',
    sellMinor > 0 ? `sell ${formatAmount(sellMinor)}` : '',
    pegs.length > 0
      ? `offers ${pegs.map((peg) => `${formatAmount(peg.payMinor)} ${peg.label}${peg.awarded ? ' awarded' : ''}`).join(', ')}`
      : 'no offers',
  ]
    .filter(Boolean)
    .join('; ')
}
