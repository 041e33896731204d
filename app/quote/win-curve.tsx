import { type Currency, formatMoney } from '#core/money/money'
import type { WinAnswer } from '#server/quote/insight'

const size = { width: 330, height: 104, left: 34, right: 322, top: 6, bottom: 84 }

const percent = (share: number) => `${Math.round(share * 100)}%`

/** The chance to win against the price: a line for what is likeliest, a band for how sure that is, a mark for the price asked. */
export function WinCurve({
  win,
  askedMinor,
  currency,
}: {
  win: WinAnswer
  askedMinor: number | null
  currency: Currency
}) {
  const { curve } = win.best
  const [low, high] = [curve[0]!.priceMinor, curve.at(-1)!.priceMinor]
  const x = (minor: number) =>
    size.left + ((Math.min(high, Math.max(low, minor)) - low) / (high - low)) * (size.right - size.left)
  const y = (share: number) => size.bottom - share * (size.bottom - size.top)
  const line = (pick: 'low' | 'middle' | 'high') =>
    curve.map((point) => `${x(point.priceMinor).toFixed(1)} ${y(point[pick]).toFixed(1)}`)
  return (
    <svg
      viewBox={`0 0 ${size.width} ${size.height}`}
      className="block w-full max-w-[360px]"
      role="img"
      aria-label={`Chance to win: ${curve
        .filter((_, at) => at % 5 === 0)
        .map((point) => `${percent(point.middle)} at ${formatMoney(point.priceMinor, currency)}`)
        .join(', ')}`}
    >
      {[0, 0.5, 1].map((share) => (
        <g key={share}>
          <line x1={size.left} x2={size.right} y1={y(share)} y2={y(share)} stroke="var(--line)" />
          <text x={size.left - 5} y={y(share) + 3.5} textAnchor="end" className="fill-second font-mono text-[10px]">
            {percent(share)}
          </text>
        </g>
      ))}
      <rect
        x={x(win.best.lowMinor)}
        width={Math.max(1.5, x(win.best.highMinor) - x(win.best.lowMinor))}
        y={size.top}
        height={size.bottom - size.top}
        fill="var(--chosen)"
      />
      <path d={`M${line('high').join('L')}L${line('low').toReversed().join('L')}Z`} fill="var(--grain)" />
      <path d={`M${line('middle').join('L')}`} fill="none" stroke="var(--grain-middle)" strokeWidth={2} />
      <path d={`M${x(win.best.priceMinor)} ${size.top}V${size.bottom}`} stroke="var(--dusk)" strokeWidth={1.6} />
      {askedMinor !== null && (
        <path
          d={`M${x(askedMinor)} ${size.top}V${size.bottom}`}
          stroke="var(--ink)"
          strokeWidth={1.6}
          strokeDasharray="3 3"
        />
      )}
      {[low, (low + high) / 2, high].map((minor, at) => (
        <text
          key={minor}
          x={x(minor)}
          y={size.height - 6}
          textAnchor={(['start', 'middle', 'end'] as const)[at]}
          className="fill-second font-mono text-[10px]"
        >
          {formatMoney(Math.round(minor / 500) * 500, currency)}
        </text>
      ))}
    </svg>
  )
}
