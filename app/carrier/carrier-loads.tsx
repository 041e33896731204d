import { Link } from 'react-router'
import { type LoadMark, loadMarks, markWords } from '#core/carrier/grades'
import { loadStateWords, onTimeWords } from '#core/load/words'
import { formatMoney } from '#core/money/money'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import type { Dossier } from '#server/carrier/dossier'

interface CarrierLoadsProps {
  dossier: Dossier
  today: string
  zone: string
  /** Keeps a note on a load; null for who may not. */
  onMark: ((loadId: number, mark: LoadMark) => void) | null
}

/** A carrier's loads with us, the newest first, each with what was noted of it. */
export function CarrierLoads({ dossier, today, zone, onMark }: CarrierLoadsProps) {
  return (
    <ul>
      {dossier.loads.map((load) => (
        <li
          key={load.id}
          className="grid grid-cols-[90px_100px_minmax(0,1fr)_90px_100px_70px_minmax(0,0.8fr)_150px] items-center gap-3 border-b py-1"
        >
          <Link to={`/loads/${load.id}`} className="font-mono link">
            {load.number}
          </Link>
          <span className="label">{dayWords(dayOf(toLocal(load.pickupAt, zone)), today)}</span>
          <span className="truncate">
            {load.originCity} {load.originRegion} to {load.destCity} {load.destRegion}
          </span>
          <span className="text-right font-mono">{load.payMinor === null ? '' : formatMoney(load.payMinor)}</span>
          <span>{loadStateWords[load.state].toLowerCase()}</span>
          <span className={load.onTime === false ? 'text-ring-text' : 'label'}>{onTimeWords(load.onTime)}</span>
          <span className="label truncate">{load.marks.map((mark) => markWords[mark]).join(', ')}</span>
          {onMark ? (
            <select
              aria-label={`Note on ${load.number}`}
              className="field !h-7"
              value=""
              onChange={(event) => event.target.value && onMark(load.id, event.target.value as LoadMark)}
            >
              <option value="">Note…</option>
              {loadMarks.map((mark) => (
                <option key={mark} value={mark}>
                  {markWords[mark]}
                </option>
              ))}
            </select>
          ) : (
            <span />
          )}
        </li>
      ))}
      {dossier.loads.length === 0 && <li className="label py-2">No load with us yet.</li>}
    </ul>
  )
}
