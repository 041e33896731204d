import { lazy, Suspense } from 'react'
import { type DieselPrice, nationalArea } from '#core/fuel/fuel'
import { dieselWords } from '#core/fuel/words'
import { dayWords, momentWords, monthDayWords } from '#core/time/words'
import type { FeedState } from '#server/market/feeds'

const DieselChart = lazy(() => import('./diesel-chart'))

/** What diesel costs, in the country and area by area, and when the index was last read. */
export function DieselPanel({
  diesel,
  weeks,
  feeds,
  now,
  zone,
}: {
  diesel: DieselPrice | null
  weeks: DieselPrice[]
  feeds: FeedState[]
  now: number
  zone: string
}) {
  const national = weeks.filter(({ area }) => area === nationalArea)
  const before = national.at(-2)
  return (
    <section aria-label="Diesel" className="flex min-h-0 flex-col border-r border-strong px-4 py-3">
      <h1 className="text-base font-semibold">Diesel, dollars a gallon</h1>
      {diesel ? (
        <p>
          <b className="font-mono text-lg font-semibold">{dieselWords(diesel.priceE3)}</b>{' '}
          <span className="label">
            nationwide, week of {dayWords(diesel.week)}
            {before &&
              `, ${diesel.priceE3 >= before.priceE3 ? 'up' : 'down'} ${dieselWords(Math.abs(diesel.priceE3 - before.priceE3))} on the week before`}
          </span>
        </p>
      ) : (
        <p className="label">The index has not been read yet; prices include fuel until it is.</p>
      )}
      <div className="my-2 h-64">
        {national.length > 1 && (
          <Suspense fallback={<p className="label py-2">Drawing…</p>}>
            <DieselChart weeks={national} />
          </Suspense>
        )}
      </div>
      <Weeks weeks={weeks} />
      <div className="mt-auto border-t pt-2">
        {feeds.map((feed) => (
          <p key={feed.name} className={feed.problem ? 'text-ring-text' : 'label'}>
            {feedWords(feed, now, zone)}
          </p>
        ))}
      </div>
    </section>
  )
}

const areaWords: Record<string, string> = {
  US: 'Nationwide',
  R1: 'East Coast',
  R2: 'Midwest',
  R3: 'Gulf Coast',
  R4: 'Rocky Mountains',
  R5: 'West Coast',
}
const tableWeeks = 8

/** The last weeks, area by area; an area the index left out has a gap. */
function Weeks({ weeks }: { weeks: DieselPrice[] }) {
  const areas = [...new Set(weeks.map(({ area }) => area))].sort(
    (one, other) => Number(other === nationalArea) - Number(one === nationalArea) || one.localeCompare(other),
  )
  const days = [...new Set(weeks.map(({ week }) => week))].sort().slice(-tableWeeks)
  const price = (area: string, week: string) => weeks.find((row) => row.area === area && row.week === week)?.priceE3
  return (
    <table className="w-full text-sm">
      <thead>
        <tr className="label border-b text-right">
          <th className="text-left font-normal">Area</th>
          {days.map((week) => (
            <th key={week} className="font-normal">
              {monthDayWords(week)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {areas.map((area) => (
          <tr key={area} className="border-b">
            <td className="py-0.5">{areaWords[area] ?? area}</td>
            {days.map((week) => (
              <td key={week} className="text-right font-mono">
                {price(area, week) === undefined ? (
                  <span className="text-second">no price</span>
                ) : (
                  dieselWords(price(area, week)!)
                )}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  )
}

const feedTitles: Record<string, string> = {
  diesel: 'Diesel index',
  averages: 'Market averages',
  exchange: 'Exchange rates',
}

function feedWords(feed: FeedState, now: number, zone: string): string {
  const name = feedTitles[feed.name] ?? feed.name
  if (feed.problem)
    return `${name}: not read ${momentWords(feed.readAt, now, zone)}, ${feed.problem}. Earlier data is kept; we keep trying.`
  return `${name}: read ${momentWords(feed.readAt, now, zone)}, ${feed.rows.toLocaleString('en-US')} lines${feed.refused > 0 ? `, ${feed.refused} could not be read` : ''}`
}
