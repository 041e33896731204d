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

interface Delivery {
  on: string
  words: string
}

const daysShown = 400
const row = 20
const isOpenEnded = (to: string): boolean => to >= '9999'
const untilWords = (to: string, today: string): string => (isOpenEnded(to) ? 'until cancelled' : dayWords(to, today))

/** What is drawn of a carrier's insurance, and where each day is on the line, which is stretched near today. */
function planCover(cover: CoverStretch[], deliveries: Delivery[], today: string, width: number) {
  const [left, right] = [128, width - 106]
  const x = (date: string): number => {
    const days = daysBetween(today, date)
    if (days < 0) return left - 8
    return left + (Math.asinh(Math.min(days, daysShown) / 6) / Math.asinh(daysShown / 6)) * (right - left)
  }
  const ahead = deliveries.filter(({ on }) => on >= today).toSorted((one, other) => one.on.localeCompare(other.on))
  const bars = cover
    .filter(({ to }) => to >= addDays(today, -30))
    .toSorted((one, other) => one.kind.localeCompare(other.kind) * -1 || one.to.localeCompare(other.to))
    .map((stretch, index) => ({
      ...stretch,
      key: `${stretch.kind} ${stretch.number} ${stretch.from}`,
      baseline: index * row + 15,
      end: x(isOpenEnded(stretch.to) ? addDays(today, daysShown) : stretch.to),
      isShort: stretch.to < (ahead[0]?.on ?? today),
      isThrough: stretch.to >= (ahead.at(-1)?.on ?? today),
    }))
  // Labels that would overlap are left to the list beside.
  const labelled = ahead.filter((each, at) => at === 0 || x(each.on) - x(ahead[at - 1]!.on) > 84)
  const height = Math.max(1, bars.length) * row + (ahead.length > 0 ? 30 : 12)
  return { x, left, height, bars, ahead, labelled }
}

type CoverPlan = ReturnType<typeof planCover>
type Bar = CoverPlan['bars'][number]

function coverWords({ bars, ahead }: CoverPlan, today: string): string {
  const held = bars.map(
    ({ kind, limitMinor, to }) => `${kind} ${formatMoney(limitMinor)} until ${untilWords(to, today)}`,
  )
  return `Insurance: ${[held.join('; ') || 'none on file', ahead.map(({ words }) => words).join(', ')].filter(Boolean).join('; ')}`
}

interface CoverLineProps {
  cover: CoverStretch[]
  today: string
  deliveries: Delivery[]
  wide?: number
}

/** Insurance as bars on a line of days, with deliveries drawn through them: what ends before the first of them is red. */
export function CoverLine({ cover, today, deliveries, wide = 660 }: CoverLineProps) {
  const plan = planCover(cover, deliveries, today, wide)
  const { x, left, height, bars, ahead, labelled } = plan
  return (
    <svg
      viewBox={`0 0 ${wide} ${height}`}
      className="mt-1 block w-full"
      role="img"
      aria-label={coverWords(plan, today)}
    >
      {bars.length === 0 && (
        <text x={0} y={15} className="fill-bill text-[12px]">
          Nothing in force, nothing on file
        </text>
      )}
      {bars.map((bar) => (
        <CoverBar key={bar.key} bar={bar} left={left} />
      ))}
      {ahead.map(({ on, words }) => (
        <line key={words} x1={x(on)} x2={x(on)} y1={0} y2={height - 20} stroke="var(--ink)" strokeWidth={1.4} />
      ))}
      {/* Above the lines, which would strike them through. */}
      {bars.map((bar) => (
        <text
          key={bar.key}
          x={Math.max(left, bar.end) + 6}
          y={bar.baseline}
          className={`halo text-[11px] ${bar.isShort ? 'fill-bill' : 'fill-second'}`}
        >
          {endWords(bar, today)}
        </text>
      ))}
      {labelled.map(({ on, words }) => (
        <text key={words} x={x(on)} y={height - 7} textAnchor="middle" className="fill-ink text-[11px] font-semibold">
          {words}
        </text>
      ))}
    </svg>
  )
}

function CoverBar({ bar, left }: { bar: Bar; left: number }) {
  return (
    <g>
      <text x={0} y={bar.baseline} className="fill-ink text-[12px]">
        {names[bar.kind]} {formatMoney(bar.limitMinor)}
      </text>
      <rect
        x={left}
        y={bar.baseline - 9}
        width={Math.max(2, bar.end - left)}
        height={10}
        fill={fillOf(bar.isShort, bar.isThrough)}
        opacity={0.75}
      />
    </g>
  )
}

function endWords({ to }: Bar, today: string): string {
  if (to < today) return `ended ${dayWords(to, today)}`
  return isOpenEnded(to) ? untilWords(to, today) : `to ${untilWords(to, today)}`
}

function fillOf(isShort: boolean, covers: boolean): string {
  if (isShort) return 'var(--bill)'
  return covers ? 'var(--acacia)' : 'var(--ring)'
}
