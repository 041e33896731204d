import { useMemo } from 'react'
import { useNavigate } from 'react-router'
import { hour } from '#core/time/local'
import type { HorizonLoad } from '#server/horizon/read'
import { nights, placeLabels, ticks, timeScale } from './layout'
import { TimeGround } from './time-ground'

const size = { width: 1280, height: 206, base: 172, left: 54, right: 1266 }
const rowHeight = 28
const rows = 5

export const urgencyColor = { act: 'var(--bill)', care: 'var(--ring-text)', clear: 'var(--acacia)' } as const

/** The Horizon's drawing: open loads at their pickup time, stretched near now. */
export function HorizonLine({
  loads,
  now,
  zone,
  chosenId,
  onChoose,
}: {
  loads: HorizonLoad[]
  now: number
  zone: string
  chosenId: number | null
  onChoose: (id: number) => void
}) {
  const drawn = useMemo(() => layOut(loads, now, zone, chosenId), [loads, now, zone, chosenId])
  const navigate = useNavigate()
  // One listener for all pins: sixty links of their own would be a third of the page's work.
  const follow = (event: React.MouseEvent) => {
    const href = (event.target as Element).closest('a')?.getAttribute('href')
    if (!href || event.ctrlKey || event.metaKey || event.shiftKey) return
    event.preventDefault()
    navigate(href)
  }
  return (
    <svg
      onClick={follow}
      viewBox={`0 0 ${size.width} ${size.height}`}
      className="block w-full border-b border-strong"
      role="group"
      aria-label={`Time line of ${loads.length} open loads`}
    >
      <TimeGround nights={drawn.nights} ticks={drawn.ticks} width={size.width} base={size.base} left={size.left} />
      {drawn.placed.toReversed().map(({ item, x, row }) => (
        <Pin key={item.id} load={item} x={x} row={row} chosen={item.id === chosenId} now={now} onChoose={onChoose} />
      ))}
    </svg>
  )
}

function layOut(loads: HorizonLoad[], now: number, zone: string, chosenId: number | null) {
  const end = Math.max(now + 30 * hour, ...loads.map((load) => load.pickupAt)) + 2 * hour
  const scale = timeScale(now, end, size.left, size.right)
  // The chosen load always has its label: it is placed first.
  const ordered = loads.toSorted((one, other) => Number(other.id === chosenId) - Number(one.id === chosenId))
  const wanted = ordered.map((item) => ({
    item,
    x: scale(item.pickupAt),
    width: 16 + 6.6 * Math.max(item.origin.city.length, item.dest.city.length + 1),
  }))
  return { nights: nights(scale, zone), ticks: ticks(scale, zone), placed: placeLabels(wanted, rows, size.width - 2) }
}

function Pin({
  load,
  x,
  row,
  chosen,
  now,
  onChoose,
}: {
  load: HorizonLoad
  x: number
  row: number | null
  chosen: boolean
  now: number
  onChoose: (id: number) => void
}) {
  const color = urgencyColor[load.urgency]
  const y = row === null ? size.base - 8 : size.base - 30 - row * rowHeight
  return (
    <a href={`/loads/${load.id}`} tabIndex={-1} aria-hidden="true" onMouseEnter={() => onChoose(load.id)}>
      {row !== null && <line x1={x} x2={x} y1={y} y2={size.base} stroke={color} strokeWidth={chosen ? 2.5 : 1.2} />}
      <Head load={load} x={x} y={y} color={color} now={now} small={row === null} />
      {row !== null && (
        <>
          <text
            x={x + 11}
            y={y + 1}
            className={`halo text-[11.5px] ${chosen ? 'fill-dusk font-bold' : 'fill-ink font-semibold'}`}
          >
            {load.origin.city}
          </text>
          <text x={x + 11} y={y + 13} className="halo fill-second text-[11px]">
            {load.dest.city}
          </text>
        </>
      )}
    </a>
  )
}

/** Uncovered: a disk filled by the time left against the usual cover time. Covered: a square. Draft: dashed. */
function Head({
  load,
  x,
  y,
  color,
  now,
  small,
}: {
  load: HorizonLoad
  x: number
  y: number
  color: string
  now: number
  small: boolean
}) {
  const radius = small ? 4 : 6
  if (load.state === 'covered')
    return (
      <rect
        x={x - radius + 1}
        y={y - radius + 1}
        width={radius * 2 - 2}
        height={radius * 2 - 2}
        fill={load.confirmation === 'accepted' ? color : 'var(--plain)'}
        stroke={color}
        strokeWidth={1.6}
      />
    )
  if (load.state === 'draft')
    return (
      <circle
        cx={x}
        cy={y}
        r={radius}
        fill="var(--plain)"
        stroke="var(--second-ink)"
        strokeDasharray="2 2"
        strokeWidth={1.4}
      />
    )
  const left = Math.max(0, Math.min(1, (load.dueAt - now) / hour / (load.usualCoverHours * 2)))
  return (
    <>
      <circle cx={x} cy={y} r={radius} fill="var(--plain)" stroke={color} strokeWidth={1.6} />
      {left > 0.01 &&
        (left > 0.99 ? (
          <circle cx={x} cy={y} r={radius - 1.5} fill={color} />
        ) : (
          <path d={slice(x, y, radius - 1, left)} fill={color} />
        ))}
    </>
  )
}

function slice(x: number, y: number, radius: number, share: number): string {
  const angle = share * 2 * Math.PI
  return `M${x} ${y}V${y - radius}A${radius} ${radius} 0 ${share > 0.5 ? 1 : 0} 1 ${x + radius * Math.sin(angle)} ${y - radius * Math.cos(angle)}Z`
}
