import type { DrivePlan } from '#core/miles/drive'
import { hour } from '#core/time/local'
import { momentWords, spanWords, stopWords } from '#core/time/words'
import type { LoadPage } from '#server/load-page/read'

/** The stops on one line, with local times, and between them miles, hours and the rests a driver must take. */
export function RouteRibbon({ page, now }: { page: LoadPage; now: number }) {
  const { stops, legs, load, drive } = page
  return (
    <ol className="flex shrink-0 border-b border-strong px-4 pt-2 pb-2" aria-label="Route">
      {stops.map((stop, index) => {
        const leg = legs[index]
        const last = index === stops.length - 1
        return (
          <li key={`${stop.facility}-${index}`} className={`flex min-w-0 ${last ? 'shrink-0' : 'flex-1'}`}>
            <div className="min-w-0 shrink-0">
              <div className="flex items-center">
                <span
                  className={`inline-block h-3.5 w-3.5 border-2 border-ink ${stop.kind === 'delivery' ? 'bg-ink' : 'bg-plain'}`}
                  aria-hidden="true"
                />
                <span className="ml-2 font-semibold">
                  {stop.city} {stop.region}
                </span>
                <span className="label ml-2">{stop.kind === 'pickup' ? 'pick up' : 'deliver'}</span>
              </div>
              <p className="mt-0.5">{stopWords(stop, now)}</p>
              <p className="label">
                {stop.facility}, {stop.booking === 'appointment' ? 'appointment' : 'first come'}
              </p>
              {stop.details && (
                <p className="label max-w-64 truncate" title={stop.details}>
                  {stop.details}
                </p>
              )}
              {index > 0 && <Reach drive={drive} index={index} zone={stop.zone} now={now} />}
            </div>
            {leg && (
              <LegLine
                miles={leg.miles}
                hours={leg.hours}
                byRoad={leg.byRoad}
                rests={drive.stops[index + 1]?.rests ?? []}
                team={load.team}
              />
            )}
          </li>
        )
      })}
    </ol>
  )
}

/** Between when a truck can be there by the law and when it must have come to be on time further on. */
function Reach({ drive, index, zone, now }: { drive: DrivePlan; index: number; zone: string; now: number }) {
  const stop = drive.stops[index]
  if (!stop) return null
  if (stop.late > 0) return <p className="text-bill">{spanWords(stop.late)} late by the law</p>
  const latest = drive.latest?.[index]
  return (
    <p className="label">
      earliest {momentWords(stop.arrives, now, zone)}
      {latest !== undefined && latest > stop.arrives && `, latest ${momentWords(latest, now, zone)}`}
    </p>
  )
}

function LegLine({
  miles,
  hours,
  byRoad,
  rests,
  team,
}: {
  miles: number
  hours: number
  byRoad: boolean
  rests: DrivePlan['stops'][number]['rests']
  team: boolean
}) {
  const long = rests.filter((rest) => rest.kind !== 'break')
  return (
    <div className="mx-3 min-w-24 flex-1">
      <div className="relative mt-[6px] h-[2px] bg-ink" aria-hidden="true">
        {long.map((rest) => (
          <span
            key={rest.at}
            className="absolute -top-[5px] h-3 w-8 -translate-x-1/2 border border-strong bg-grain"
            style={{ left: `${(rest.driven / (hours * hour)) * 100}%` }}
          />
        ))}
      </div>
      <p className="label mt-1.5 text-center">
        {byRoad
          ? `${Math.round(miles).toLocaleString('en-US')} mi · ${spanWords(hours * hour)} driving`
          : 'no road leads there'}
        {long.length > 0 &&
          ` · ${long.length === 1 ? 'one rest' : `${long.length} rests`} of ${spanWords(long[0]!.length)}`}
        {team && ' · team'}
      </p>
    </div>
  )
}
