import { Link } from 'react-router'
import { dayWords } from '#core/time/words'
import type { AreaBalance, DayBalance } from '#core/truck/balance'

interface DayLineProps {
  balance: AreaBalance[]
  days: string[]
  today: string
  /** The address that shows an area on a day. */
  hrefOf: (area: string, day: string | null) => string
  chosen: { area: string | null; day: string | null }
}

/** The tallest column that is drawn for a day: more are counted in the figure. */
const tallest = 16

/** One line of days for each part of the country: loads stand above it, trucks below, so that a shortage is seen at once. */
export function DayLine({ balance, days, today, hrefOf, chosen }: DayLineProps) {
  const most = Math.max(4, ...balance.flatMap((area) => area.days.flatMap(({ loads, trucks }) => [loads, trucks])))
  return (
    <table className="w-full table-fixed border-collapse text-sm" aria-label="Loads and trucks by area and day">
      <thead className="label">
        <tr>
          <th className="w-56 px-4 text-left font-normal">Area, loads / trucks</th>
          {days.map((day) => (
            <th key={day} className={`font-normal ${day === chosen.day ? 'text-dusk' : ''}`} scope="col">
              {dayWords(day, today)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {balance.map(({ area, days: cells, loads, trucks }) => (
          <tr key={area} className={area === chosen.area ? 'bg-chosen' : ''}>
            <th scope="row" className="truncate px-4 text-left font-normal">
              <Link to={hrefOf(area, null)} className="link">
                {area}
              </Link>{' '}
              <span className={`font-mono ${loads > trucks ? 'text-bill' : 'text-second'}`}>
                {loads}/{trucks}
              </span>
            </th>
            {cells.map((cell) => (
              <td
                key={cell.day}
                className={`p-0 ${cell.day === chosen.day && area === chosen.area ? 'bg-chosen' : ''}`}
              >
                <DayCell cell={cell} most={most} to={hrefOf(area, cell.day)} area={area} today={today} />
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function DayCell({
  cell,
  most,
  to,
  area,
  today,
}: {
  cell: DayBalance
  most: number
  to: string
  area: string
  today: string
}) {
  const { day, loads, trucks } = cell
  const height = (count: number) => (count === 0 ? 0 : Math.max(2, Math.round((count / most) * tallest)))
  const words = `${area}, ${dayWords(day, today)}: ${loads} ${loads === 1 ? 'load' : 'loads'}, ${trucks} ${trucks === 1 ? 'truck' : 'trucks'}`
  if (loads + trucks === 0)
    return (
      <span className="flex h-9 items-center">
        <span className="h-px w-full bg-line" />
      </span>
    )
  return (
    <Link to={to} aria-label={words} title={words} className="relative block h-9 hover:bg-chosen">
      <span className="absolute inset-x-0 top-1/2 h-px bg-strong" aria-hidden="true" />
      <span className="absolute inset-x-0 top-0 flex h-1/2 items-end justify-center gap-1">
        <span className="w-6 text-right font-mono leading-4">{loads > 0 && loads}</span>
        <span className="w-3 border border-b-0 border-ink" style={{ height: height(loads) }} hidden={loads === 0} />
        <span className="w-6" />
      </span>
      <span className="absolute inset-x-0 bottom-0 flex h-1/2 items-start justify-center gap-1">
        <span className="w-6" />
        <span className="w-3 bg-acacia" style={{ height: height(trucks) }} hidden={trucks === 0} />
        <span className="w-6 font-mono leading-4 text-acacia">{trucks > 0 && trucks}</span>
      </span>
    </Link>
  )
}
