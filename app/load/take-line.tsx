import { formatAmount, formatMoney } from '#core/money/money'
import { momentWords } from '#core/time/words'
import type { WaitingPlan } from '#server/waiting/plan'

const size = { width: 600, height: 66, left: 14, right: 586, top: 6, bottom: 53 }

/**
 * The take line under the rate strip, on the same money axis: time runs down from now to the pickup, and the line
 * goes right as the price worth taking rises. Beyond the most it is broken: from there it takes somebody's consent.
 */
export function TakeLineDrawing({
  plan,
  range,
  maxPayMinor,
  now,
  zone,
}: {
  plan: WaitingPlan
  range: { low: number; high: number }
  maxPayMinor: number | null
  now: number
  zone: string
}) {
  const { points, passesMostAt } = plan.line
  const last = points.at(-1)!
  const x = (minor: number) =>
    size.left +
    ((Math.min(range.high, Math.max(range.low, minor)) - range.low) / (range.high - range.low)) *
      (size.right - size.left)
  const y = (at: number) => size.top + ((at - now) / Math.max(1, last.at - now)) * (size.bottom - size.top)
  const path = (some: typeof points) =>
    some
      .map((point, at) => `${at === 0 ? 'M' : 'L'}${x(point.takeMinor).toFixed(1)} ${y(point.at).toFixed(1)}`)
      .join('')
  const free = points.filter(({ at }) => passesMostAt === null || at <= passesMostAt)
  const beyond = passesMostAt === null ? [] : points.filter(({ at }) => at >= passesMostAt)
  const toTheRight = x(plan.takeMinor) < size.left + 96
  return (
    <svg
      viewBox={`0 0 ${size.width} ${size.height}`}
      className="block w-full"
      role="img"
      aria-label={takeLineWords(plan, maxPayMinor, now, zone)}
    >
      <line x1={size.left} x2={size.right} y1={size.top} y2={size.top} stroke="var(--line)" />
      <line x1={size.left} x2={size.right} y1={size.bottom} y2={size.bottom} stroke="var(--line)" />
      <text x={size.right} y={size.top + 11} textAnchor="end" className="fill-second text-[11px]">
        now
      </text>
      <text x={size.right} y={size.height - 2} textAnchor="end" className="fill-second text-[11px]">
        too late {momentWords(last.at, now, zone)}; a rescue is about {formatAmount(roundTo(plan.rescueMinor))}
      </text>
      {maxPayMinor !== null && (
        <line
          x1={x(maxPayMinor)}
          x2={x(maxPayMinor)}
          y1={size.top}
          y2={size.bottom}
          stroke="var(--ink)"
          strokeWidth={1.2}
        />
      )}
      <path d={path(free)} fill="none" stroke="var(--acacia)" strokeWidth={2.5} />
      {beyond.length > 1 && (
        <path d={path(beyond)} fill="none" stroke="var(--bill)" strokeWidth={2} strokeDasharray="4 3" />
      )}
      <circle cx={x(plan.takeMinor)} cy={y(now)} r={4.5} fill="var(--acacia)" />
      <text
        x={toTheRight ? size.left : x(plan.takeMinor) - 9}
        y={toTheRight ? size.bottom - 7 : size.top + 14}
        textAnchor={toTheRight ? 'start' : 'end'}
        className="halo fill-ink text-[12px] font-semibold"
      >
        take at {formatAmount(roundTo(plan.takeMinor))}
      </text>
    </svg>
  )
}

const roundTo = (minor: number) => Math.round(minor / 500) * 500

/** The plan in one line: what it ends at, how likely, and what would change it. */
export function WaitingWords({
  plan,
  maxPayMinor,
  now,
  zone,
  targetPayMinor,
}: {
  plan: WaitingPlan
  maxPayMinor: number | null
  targetPayMinor: number | null
  now: number
  zone: string
}) {
  const { line } = plan
  return (
    <>
      <span>
        <span className="label">expected cost if we wait:</span> {formatAmount(roundTo(line.expectedMinor))}
      </span>
      {targetPayMinor !== null && (
        <span>
          <span className="label">by target</span> {share(line.underTargetChance)}
        </span>
      )}
      <span className={uncoveredTone(plan.uncoveredChance)}>
        {share(plan.uncoveredChance)} <span className="label">chance it stays uncovered</span>
      </span>
      {line.passesMostAt !== null && maxPayMinor !== null && (
        <span>
          {line.passesMostAt <= now
            ? 'already above max'
            : `above max from ${momentWords(line.passesMostAt, now, zone)}`}
        </span>
      )}
      {plan.calls !== null && (
        <span>
          <span className="label">20 more calls save about</span> {formatMoney(roundTo(plan.calls))}
        </span>
      )}
      {plan.posting !== null && (
        <span>
          <span className="label">posting saves about</span> {formatMoney(roundTo(plan.posting))}
        </span>
      )}
    </>
  )
}

const share = (chance: number) => {
  if (chance < 0.01) return 'under 1%'
  if (chance > 0.99) return 'over 99%'
  return `${Math.round(chance * 100)}%`
}

function takeLineWords(plan: WaitingPlan, maxPayMinor: number | null, now: number, zone: string): string {
  const last = plan.line.points.at(-1)!
  const passes =
    plan.line.passesMostAt !== null && maxPayMinor !== null
      ? `; it goes above max (${formatAmount(maxPayMinor)}) ${plan.line.passesMostAt <= now ? 'already' : momentWords(plan.line.passesMostAt, now, zone)}`
      : ''
  return `Take line: worth taking now ${formatAmount(roundTo(plan.takeMinor))}, rising to ${formatAmount(roundTo(last.takeMinor))} ${momentWords(last.at, now, zone)}${passes}`
}

function uncoveredTone(chance: number): string {
  if (chance >= 0.5) return 'font-semibold text-bill'
  return chance >= 0.28 ? 'text-ring-text' : ''
}
