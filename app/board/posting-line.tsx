import { formatAmount } from '#core/money/money'
import { toLocal } from '#core/time/local'
import { clockWords, momentWords } from '#core/time/words'
import type { BoardLine, PostedRow } from '#server/board-page/postings'
import { pegColor } from '../ui/rate-strip'

/** How far back and ahead the line goes; both are stretched near now, as the horizon is. */
const backMs = 12 * 3_600_000
const aheadMs = 48 * 3_600_000
const width = 430
const nowX = 210
const laneHeight = 9
const top = 12

/** Where a moment stands on the line. */
function xOf(at: number, now: number): number {
  const share = (span: number, whole: number) => Math.sqrt(Math.min(1, Math.max(0, span / whole)))
  return at <= now ? nowX - share(now - at, backMs) * (nowX - 6) : nowX + share(at - now, aheadMs) * (width - nowX - 8)
}

export const lineHeight = (boards: number): number => top + boards * laneHeight + 8

/** A load's postings as a short piece of the horizon: a thin line for each board, ticks where it was refreshed, offers as pegs, its end as a stop. */
export function PostingLine({ row, now, zone }: { row: PostedRow; now: number; zone: string }) {
  const height = lineHeight(row.boards.length)
  return (
    <svg width={width} height={height} role="img" aria-label={lineWords(row, now, zone)} className="block">
      <line x1={nowX} x2={nowX} y1={2} y2={height - 2} stroke="var(--strong-line)" strokeWidth={1} />
      {row.boards.map((line, at) => (
        <Lane key={line.board} line={line} y={top + at * laneHeight + 4} now={now} expiresAt={row.expiresAt} />
      ))}
      <line
        x1={xOf(row.expiresAt, now)}
        x2={xOf(row.expiresAt, now)}
        y1={top - 3}
        y2={height - 5}
        stroke="var(--ink)"
        strokeWidth={2}
      />
      {row.offers.map(({ at, payMinor }) => (
        <circle
          key={`${at}-${payMinor}`}
          cx={xOf(at, now)}
          cy={6}
          r={3.2}
          fill="var(--plain)"
          stroke={pegColor(payMinor, row.maxPayMinor)}
          strokeWidth={1.6}
        />
      ))}
    </svg>
  )
}

const colors: Record<BoardLine['state'], string> = {
  up: 'var(--dusk)',
  asked: 'var(--ring-text)',
  removal_asked: 'var(--ring-text)',
  refused: 'var(--bill)',
}

function Lane({ line, y, now, expiresAt }: { line: BoardLine; y: number; now: number; expiresAt: number }) {
  const { state, askedAt, upAt, refreshes, nextAt } = line
  const isLive = state === 'up'
  const color = colors[state]
  return (
    <g stroke={color} strokeWidth={1.6}>
      <line x1={xOf(askedAt, now)} x2={xOf(upAt ?? now, now)} y1={y} y2={y} strokeDasharray="2 3" />
      {upAt !== null && (
        <line x1={xOf(upAt, now)} x2={nowX} y1={y} y2={y} strokeDasharray={isLive ? undefined : '2 3'} />
      )}
      {isLive && (
        <line
          x1={nowX}
          x2={xOf(expiresAt, now)}
          y1={y}
          y2={y}
          strokeWidth={0.8}
          strokeOpacity={0.55}
          strokeDasharray="1 3"
        />
      )}
      {refreshes.map((at) => (
        <line key={at} x1={xOf(at, now)} x2={xOf(at, now)} y1={y - 3} y2={y + 3} strokeWidth={1.2} />
      ))}
      {isLive && nextAt !== null && nextAt > now && (
        <line x1={xOf(nextAt, now)} x2={xOf(nextAt, now)} y1={y - 2.5} y2={y + 2.5} strokeWidth={0.8} />
      )}
    </g>
  )
}

const stateWords = { asked: 'posting', up: 'up', removal_asked: 'coming down', refused: 'refused' }

/** The line in words, for who does not see it. */
export function lineWords({ boards, offers, expiresAt }: PostedRow, now: number, zone: string): string {
  return [
    ...boards.map(
      ({ board, state, upAt, refreshes }) =>
        `${board} ${stateWords[state]}${upAt ? ` since ${clockWords(toLocal(upAt, zone))}` : ''}${refreshes.length > 0 ? `, refreshed ${refreshes.length} times` : ''}`,
    ),
    offers.length > 0 ? `offers ${offers.map(({ payMinor }) => formatAmount(payMinor)).join(', ')}` : 'no offers',
    `comes down ${momentWords(expiresAt, now, zone)}`,
  ].join('; ')
}
