import { Link } from 'react-router'
import { type CreditGrade, creditWords } from '#core/credit/credit'
import { workStateWords } from '#core/search/found'
import { momentWords, monthDayWords } from '#core/time/words'
import type { FoundRow } from '#server/search/find'
import { ageWords, laneWords, missWords, spanOfDays, truckWords } from './found-words'
import { PriceStrip } from './price-strip'
import { ReachLine } from './reach-line'

export interface FoundRowProps {
  row: FoundRow
  at: number
  now: number
  zone: string
  longest: number
  isNew: boolean
  onFocus: () => void
  onOpen: () => void
}

/** A truck or a load that was found, on two lines. */
export function FoundLine(props: FoundRowProps) {
  const { row, now, isNew } = props
  const { posting, milesTo, miles, milesAfter } = row
  return (
    <li className="grid grid-cols-[76px_minmax(0,1.15fr)_186px_150px_minmax(0,1fr)] items-center gap-3 border-b px-3 py-1 focus-within:bg-chosen">
      <span className="text-sm">
        <span className={isNew ? 'font-semibold text-dusk' : 'text-second'}>{ageWords(posting.postedAt, now)}</span>
        {row.isSeen && <span className="label"> · seen</span>}
        <span className="label block truncate" title={row.boards.join(', ')}>
          {row.boards[0]}
          {row.boards.length > 1 && ` +${row.boards.length - 1}`}
        </span>
      </span>
      <Lane {...props} />
      <ReachLine milesTo={milesTo} miles={miles} milesAfter={milesAfter} longest={props.longest} />
      <Price {...props} />
      <Who {...props} />
    </li>
  )
}

function Lane({ row: { posting, misses }, at, onFocus, onOpen }: FoundRowProps) {
  const { from, to } = laneWords(posting)
  return (
    <button type="button" data-row={at} onFocus={onFocus} onClick={onOpen} className="min-w-0 text-left">
      <span className="block truncate">
        <b>{from}</b> <span className="text-second">to</span> <b>{to}</b>
      </span>
      <span className="block truncate text-sm text-second">
        {spanOfDays(posting)} · {truckWords(posting)}
        {posting.comments && ` · ${posting.comments}`}
      </span>
      {misses.map((miss) => (
        <span key={miss.what} className="block text-sm text-ring-text">
          {missWords(miss)}
        </span>
      ))}
    </button>
  )
}

function Price({ row: { posting, perMile, perMileDriven, band, miles } }: FoundRowProps) {
  const { rate } = posting
  const times = rate?.basis === 'per_mile' ? (miles ?? 0) : 1
  const flat = rate ? Number(rate.amount) * times : null
  const words = flat ? `$${Math.round(flat).toLocaleString('en-US')}` : 'no price'
  return (
    <span className="min-w-0 overflow-hidden">
      <span className="block">
        {rate ? <b>{flat ? words : ''}</b> : <span className="label">no price</span>}
        {perMile !== null && <span className="text-second"> ${perMile.toFixed(2)}/mi</span>}
      </span>
      {perMileDriven !== null && (
        <span className="block truncate text-sm text-dusk">${perMileDriven.toFixed(2)} a mile driven</span>
      )}
      {band && <PriceStrip band={band} payMinor={flat ? Math.round(flat * 100) : null} />}
    </span>
  )
}

const lights = { clear: 'text-acacia', caution: 'text-ring-text', stop: 'text-bill' }
const lightWords = { clear: 'vetting clear', caution: 'vetting: caution', stop: 'vetting: blocked' }

const gradeTones: Record<CreditGrade, string> = { A: '', B: '', C: 'text-ring-text', D: 'text-bill', F: 'text-bill' }

/** How well whoever offers a load pays: as the bureau reports it, else what the board says. */
function Payer({ row: { posting, credit } }: { row: FoundRow }) {
  if (credit)
    return (
      <span
        className={gradeTones[credit.grade]}
        title={`By the credit bureau, as of ${monthDayWords(credit.reportedOn)}`}
      >
        {creditWords(credit)}
      </span>
    )
  return posting.daysToPay == null ? null : <>pays in {posting.daysToPay} days, says the board</>
}

function Who({ row, now, zone }: FoundRowProps) {
  const { posting, carrier, note } = row
  return (
    <span className="min-w-0 text-sm">
      <span className="block truncate leading-6">
        {posting.ownLoadId !== null ? (
          <Link to={`/loads/${posting.ownLoadId}`} className="link font-semibold">
            {posting.company}
          </Link>
        ) : (
          <b>{posting.company}</b>
        )}
        {posting.phone && <span className="font-mono"> {posting.phone}</span>}
      </span>
      <span className="block truncate leading-6 text-second">
        {posting.kind === 'truck' &&
          (carrier ? (
            <Link to={`/carriers/${carrier.id}`} className={lights[carrier.verdict]} title={carrier.reasons.join(' ')}>
              {lightWords[carrier.verdict]}
            </Link>
          ) : (
            posting.mc && `MC ${posting.mc}, not on file`
          ))}
        {posting.kind === 'load' && <Payer row={row} />}
      </span>
      {note && (
        <span className="block truncate text-dusk">
          {workStateWords[note.state]}
          {note.words && `: ${note.words}`} · {note.by.split(' ')[0]}, {momentWords(note.at, now, zone)}
        </span>
      )}
    </span>
  )
}
