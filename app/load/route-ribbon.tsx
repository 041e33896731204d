import { restsOnTheWay } from '#core/miles/driving-time'
import { hour } from '#core/time/local'
import { spanWords, stopWords } from '#core/time/words'
import type { LoadPage } from '#server/load/read'

/** The stops on one line, with local times, and between them miles, hours and the rests a driver must take. */
export function RouteRibbon({ page, now }: { page: LoadPage; now: number }) {
  const { stops, legs, load } = page
  return (
    <ol className="flex shrink-0 border-b border-strong px-4 pt-2 pb-2" aria-label="Route">
      {stops.map((stop, index) => {
        const leg = legs[index]
        const last = index === stops.length - 1
        return (
          <li key={`${stop.facility}-${index}`} className={`flex min-w-0 ${last ? 'shrink-0' : 'flex-1'}`}>
            <div className="min-w-0 shrink-0">
              <div className="flex items-center">
                <span className={`inline-block h-3.5 w-3.5 border-2 border-ink ${stop.kind === 'delivery' ? 'bg-ink' : 'bg-plain'}`} aria-hidden="true" />
                <span className="ml-2 font-semibold">
                  {stop.city} {stop.region}
                </span>
                <span className="label ml-2">{stop.kind === 'pickup' ? 'pick up' : 'deliver'}</span>
              </div>
              <p className="mt-0.5">{stopWords(stop, now)}</p>
              <p className="label">
                {stop.facility}, {stop.booking === 'appointment' ? 'appointment' : 'first come'}
              </p>
            </div>
            {leg && <LegLine miles={leg.miles} hours={leg.hours} team={load.team} />}
          </li>
        )
      })}
    </ol>
  )
}

function LegLine({ miles, hours, team }: { miles: number; hours: number; team: boolean }) {
  const rests = restsOnTheWay(hours, team)
  const long = rests.filter((rest) => rest.hours >= 8)
  return (
    <div className="mx-3 min-w-24 flex-1">
      <div className="relative mt-[6px] h-[2px] bg-ink" aria-hidden="true">
        {long.map((rest) => (
          <span key={rest.afterHours} className="absolute -top-[5px] h-3 w-8 -translate-x-1/2 border border-strong bg-grain" style={{ left: `${(rest.afterHours / hours) * 100}%` }} />
        ))}
      </div>
      <p className="label mt-1.5 text-center">
        about {Math.round(miles).toLocaleString('en-US')} mi · {spanWords(hours * hour)} at the wheel
        {long.length > 0 && ` · ${long.length === 1 ? 'one rest' : `${long.length} rests`} of 10 h`}
        {team && ' · team'}
      </p>
    </div>
  )
}
