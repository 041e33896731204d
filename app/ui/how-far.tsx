import { equipmentWords } from '#core/load/words'
import { formatMoney } from '#core/money/money'
import { hour } from '#core/time/local'
import { spanWords } from '#core/time/words'
import type { LaneAnswer } from '../routes/desk/how-far'
import { useFetched } from './use-fetched'

/** The server's answer to `boise to laredo`; null while nothing of the kind is asked. */
export const useHowFar = (typed: string): LaneAnswer | null =>
  useFetched<LaneAnswer>(typed === '' ? null : `/how-far?q=${encodeURIComponent(typed)}`, { restMs: 100 }).latest

/** How far, how long and by which roads, over the results of the command line. */
export function HowFarPanel({ answer }: { answer: LaneAnswer | null }) {
  if (!answer) return null
  if ('refusal' in answer)
    return (
      <p className="border-b border-strong px-4 py-2 text-ring-text" role="status">
        {answer.refusal.message}
      </p>
    )
  return (
    <section aria-label="How far" role="status" className="border-b border-strong px-4 py-2">
      <p className="flex items-baseline gap-3">
        <b className="font-mono text-xl">{answer.miles.toLocaleString('en-US')}</b> truck miles
        <span className="label">
          {answer.places
            .map((place) => `${place.city} ${place.region}${place.near ? ` (${place.near})` : ''}`)
            .join(' to ')}
        </span>
      </p>
      <p>
        {spanWords(answer.hours * hour)} driving, {spanWords(answer.single * hour)} with rests,{' '}
        {spanWords(answer.team * hour)} as a team
        {answer.shortest < answer.miles && (
          <span className="label"> (shortest way {answer.shortest.toLocaleString('en-US')} miles)</span>
        )}
      </p>
      {answer.rates.length > 0 && (
        <p className="flex flex-wrap gap-x-4">
          {answer.rates.map(({ equipment, band }) => (
            <span key={equipment}>
              <span className="label">{equipmentWords[equipment].toLowerCase()}</span>{' '}
              <b className="font-mono">{formatMoney(band.middleMinor)}</b>{' '}
              <span className="label">
                likely {formatMoney(band.lowMinor)}-{formatMoney(band.highMinor)}
              </span>
            </span>
          ))}
        </p>
      )}
      <p className="label">{answer.roads.map(({ road, miles }) => `${road} ${Math.round(miles)}`).join(', ')}</p>
    </section>
  )
}
