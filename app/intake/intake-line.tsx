import { useMemo } from 'react'
import { hour } from '#core/time/local'
import type { IntakeRow } from '#server/tender/intake'
import { nights, placeLabels, ticks, timeScale } from '../horizon/layout'
import { TimeGround } from '../horizon/time-ground'
import { type ClockTone, clockTone } from './clock'

const size = { width: 1280, height: 118, base: 88, left: 54, right: 1266 }
const rowHeight = 27
const rows = 3

const toneColor: Record<ClockTone, string> = { act: 'var(--bill)', care: 'var(--ring-text)', clear: 'var(--acacia)' }

/** The respond-by clock of everything in Intake on the horizon's line: what has to be answered soon is at the left. */
export function IntakeLine({
  tenders,
  now,
  zone,
  chosenId,
  onChoose,
}: {
  tenders: IntakeRow[]
  now: number
  zone: string
  chosenId: number | null
  onChoose: (id: number) => void
}) {
  const drawn = useMemo(() => layOut(tenders, now, zone), [tenders, now, zone])
  const choose = (event: React.MouseEvent) => {
    const id = (event.target as Element).closest('[data-pin]')?.getAttribute('data-pin')
    if (id) onChoose(Number(id))
  }
  const chosen = tenders.find(({ id }) => id === chosenId)
  return (
    <svg
      onClick={choose}
      viewBox={`0 0 ${size.width} ${size.height}`}
      className="block w-full shrink-0 border-b border-strong"
      role="img"
      aria-label={`Answers wanted, ${tenders.length} of them, the next ${tenders[0] ? `for ${tenders[0].customerName}` : 'none'}`}
    >
      <TimeGround nights={drawn.nights} ticks={drawn.ticks} width={size.width} base={size.base} left={size.left} />
      {/* Whoever finds no room for a label is a stroke: one path for all of a colour, however many. */}
      {drawn.strokes.map(({ tone, path }) => (
        <path key={tone} d={path} stroke={toneColor[tone]} strokeWidth={1.2} opacity={0.75} />
      ))}
      {chosen && (
        <line x1={drawn.x(chosen)} x2={drawn.x(chosen)} y1={4} y2={size.base} stroke="var(--dusk)" strokeWidth={2.5} />
      )}
      {drawn.labelled.toReversed().map(({ item, x, row }) => {
        const y = size.base - 14 - row * rowHeight
        return (
          <g key={item.id} data-pin={item.id} className="cursor-pointer">
            <line x1={x} x2={x} y1={y} y2={size.base} stroke={toneColor[clockTone(item, now)]} strokeWidth={1.2} />
            <path d={`M${x - 5} ${y - 8}h10l-5 8z`} fill={toneColor[clockTone(item, now)]} />
            <text
              x={x + 9}
              y={y - 5}
              className={`halo text-[11.5px] ${item.id === chosenId ? 'fill-dusk font-bold' : 'fill-ink font-semibold'}`}
            >
              {item.origin}
            </text>
            <text x={x + 9} y={y + 7} className="halo fill-second text-[11px]">
              {item.dest}
            </text>
          </g>
        )
      })}
    </svg>
  )
}

const maxLabelled = 60

function layOut(tenders: IntakeRow[], now: number, zone: string) {
  const end = Math.max(now + 6 * hour, ...tenders.map(({ respondBy }) => respondBy)) + hour / 2
  const scale = timeScale(now, end, size.left, size.right)
  const wanted = tenders.slice(0, maxLabelled).map((item) => ({
    item,
    x: scale(item.respondBy),
    width: 14 + 6.4 * Math.max(item.origin.length, item.dest.length),
  }))
  const placed = placeLabels(wanted, rows, size.width - 2)
  const bare = [...placed.filter(({ row }) => row === null).map(({ item }) => item), ...tenders.slice(maxLabelled)]
  const strokes = (['clear', 'care', 'act'] as const).map((tone) => ({
    tone,
    path: bare
      .filter((each) => clockTone(each, now) === tone)
      .map((each) => `M${scale(each.respondBy).toFixed(1)} ${size.base - 11}v11`)
      .join(''),
  }))
  return {
    nights: nights(scale, zone),
    ticks: ticks(scale, zone),
    strokes,
    labelled: placed.flatMap((each) => (each.row === null ? [] : [{ ...each, row: each.row }])),
    x: (tender: IntakeRow) => scale(tender.respondBy),
  }
}
