import { formatMoney } from '#core/money/money'
import type { PolicyKind } from '#core/register/register'
import { addDays, daysBetween } from '#core/time/local'
import { dayWords } from '#core/time/words'

export interface CoverStretch {
  kind: PolicyKind
  from: string
  to: string
  limitMinor: number
  insurer: string
  number: string
}

const names: Record<PolicyKind, string> = { liability: 'Liability', cargo: 'Cargo', refrigeration: 'Reefer' }

/** Insurance as bars on a line of days stretched near today, with deliveries drawn through them: what ends before the first of them is red. */
export function CoverLine({
  cover,
  today,
  deliveries,
  wide = 660,
}: {
  cover: CoverStretch[]
  today: string
  deliveries: { on: string; words: string }[]
  wide?: number
}) {
  const size = { width: wide, left: 128, right: wide - 106, row: 20 }
  const last = addDays(today, 400)
  const x = (date: string) => {
    const days = daysBetween(today, date)
    if (days < 0) return size.left - 8
    return (
      size.left +
      (Math.asinh(Math.min(days, 400) / 6) / Math.asinh(daysBetween(today, last) / 6)) * (size.right - size.left)
    )
  }
  const shown = cover
    .filter((stretch) => stretch.to >= addDays(today, -30))
    .toSorted((one, other) => one.kind.localeCompare(other.kind) * -1 || one.to.localeCompare(other.to))
  const ahead = deliveries.filter(({ on }) => on >= today).toSorted((one, other) => one.on.localeCompare(other.on))
  const height = Math.max(1, shown.length) * size.row + (ahead.length > 0 ? 30 : 12)
  const until = (to: string) => (to >= '9999' ? 'until cancelled' : dayWords(to, today))
  const words = shown
    .map((stretch) => `${stretch.kind} ${formatMoney(stretch.limitMinor)} until ${until(stretch.to)}`)
    .join('; ')
  const endOf = (stretch: CoverStretch) => x(stretch.to >= '9999' ? last : stretch.to)
  const covers = (stretch: CoverStretch) => stretch.to >= (ahead.at(-1)?.on ?? today)
  const isShort = (stretch: CoverStretch) => stretch.to < (ahead[0]?.on ?? today)
  // Labels that would lie over one another are left to the list beside.
  const labelled = ahead.filter((each, at) => at === 0 || x(each.on) - x(ahead[at - 1]!.on) > 84)
  return (
    <svg
      viewBox={`0 0 ${size.width} ${height}`}
      className="mt-1 block w-full"
      role="img"
      aria-label={`Insurance: ${words || 'none on file'}${ahead.length > 0 ? `; ${ahead.map((each) => each.words).join(', ')}` : ''}`}
    >
      {shown.length === 0 && (
        <text x={0} y={15} className="fill-bill text-[12px]">
          Nothing in force, nothing on file
        </text>
      )}
      {shown.map((stretch, index) => (
        <g key={`${stretch.kind} ${stretch.number} ${stretch.from}`}>
          <text x={0} y={index * size.row + 15} className="fill-ink text-[12px]">
            {names[stretch.kind]} {formatMoney(stretch.limitMinor)}
          </text>
          <rect
            x={size.left}
            y={index * size.row + 6}
            width={Math.max(2, endOf(stretch) - size.left)}
            height={10}
            fill={fillOf(isShort(stretch), covers(stretch))}
            opacity={0.75}
          />
        </g>
      ))}
      {ahead.map((each) => (
        <line
          key={each.words}
          x1={x(each.on)}
          x2={x(each.on)}
          y1={0}
          y2={height - 20}
          stroke="var(--ink)"
          strokeWidth={1.4}
        />
      ))}
      {/* Above the lines, which would strike them through. */}
      {shown.map((stretch, index) => (
        <text
          key={`${stretch.kind} ${stretch.number} ${stretch.from}`}
          x={Math.max(size.left, endOf(stretch)) + 6}
          y={index * size.row + 15}
          className={`halo text-[11px] ${isShort(stretch) ? 'fill-bill' : 'fill-second'}`}
        >
          {stretch.to < today && `ended ${dayWords(stretch.to, today)}`}
          {stretch.to >= today && (stretch.to >= '9999' ? until(stretch.to) : `to ${until(stretch.to)}`)}
        </text>
      ))}
      {labelled.map((each) => (
        <text
          key={each.words}
          x={x(each.on)}
          y={height - 7}
          textAnchor="middle"
          className="fill-ink text-[11px] font-semibold"
        >
          {each.words}
        </text>
      ))}
    </svg>
  )
}

function fillOf(isShort: boolean, covers: boolean): string {
  if (isShort) return 'var(--bill)'
  return covers ? 'var(--acacia)' : 'var(--ring)'
}
