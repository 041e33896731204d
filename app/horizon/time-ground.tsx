import type { Tick } from './layout'

/** What every line of time is drawn on: nights, the base with its marks, and now. */
export function TimeGround({
  nights,
  ticks,
  width,
  base,
  left,
}: {
  nights: { from: number; to: number }[]
  ticks: Tick[]
  width: number
  base: number
  left: number
}) {
  return (
    <>
      {nights.map((night) => (
        <rect key={night.from} x={night.from} width={night.to - night.from} y={0} height={base} fill="var(--night)" />
      ))}
      <line x1={0} x2={width} y1={base} y2={base} stroke="var(--strong-line)" strokeWidth={1.5} />
      {ticks.map((tick) => (
        <g key={tick.x}>
          <line x1={tick.x} x2={tick.x} y1={base} y2={base + 5} stroke="var(--second-ink)" />
          <text x={tick.x} y={base + 18} textAnchor="middle" className="fill-second text-[11px]">
            {tick.words}
          </text>
        </g>
      ))}
      <line x1={left} x2={left} y1={6} y2={base + 5} stroke="var(--bill)" strokeWidth={2} />
      <text x={left} y={base + 18} textAnchor="middle" className="fill-bill text-[11px] font-semibold">
        now
      </text>
    </>
  )
}
