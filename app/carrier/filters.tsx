import { Link } from 'react-router'
import { type DirectoryQuery, directoryParams, type FleetSize, fleetSizes, onTimeGrades } from '#core/carrier/directory'
import type { DirectoryCounts } from '#core/carrier/directory-index'
import { type Equipment, equipmentKinds } from '#core/load/load'
import { equipmentWords } from '#core/load/words'
import { regionNames } from '#core/place/regions'

const standings = { clear: 'clear', caution: 'caution', stop: 'blocked' } as const
const fleetWords: Record<FleetSize, string> = { 1: '1 to 5', 6: '6 to 20', 21: '21 to 100', 101: 'over 100' }
const uses = { 3: 'in 3 months', 12: 'in 12 months', never: 'never' } as const

/** The filters with how many each choice would leave; a chosen one is left by choosing it again. */
export function Filters({ query, counts }: { query: DirectoryQuery; counts: DirectoryCounts }) {
  const regions = Object.keys(counts.region).sort((one, other) =>
    (regionNames[one] ?? one).localeCompare(regionNames[other] ?? other),
  )
  return (
    <nav
      aria-label="Filters"
      className="flex w-48 shrink-0 flex-col gap-3 overflow-y-auto border-r border-strong px-4 py-3"
    >
      <Choices
        title="Standing"
        part="verdict"
        query={query}
        choices={(['stop', 'caution', 'clear'] as const).map((value) => [
          value,
          standings[value],
          counts.verdict[value] ?? 0,
        ])}
      />
      <Choices
        title="Loads with us"
        part="used"
        query={query}
        choices={(['3', '12', 'never'] as const).map((value) => [value, uses[value], counts.used[value] ?? 0])}
      />
      <Choices
        title="On time with us"
        part="onTime"
        query={query}
        choices={onTimeGrades.map((value) => [value, `${value}% and better`, counts.onTime[value] ?? 0])}
      />
      <Choices
        title="Trucks"
        part="fleet"
        query={query}
        choices={fleetSizes.map((value) => [value, fleetWords[value], counts.fleet[value] ?? 0])}
      />
      <Choices
        title="Equipment"
        part="equipment"
        query={query}
        choices={equipmentKinds
          .filter((kind) => counts.equipment[kind] || query.equipment === kind)
          .map((kind: Equipment) => [kind, equipmentWords[kind].toLowerCase(), counts.equipment[kind] ?? 0])}
      />
      <Choices
        title="Based in"
        part="region"
        query={query}
        choices={regions.map((code) => [code, regionNames[code] ?? code, counts.region[code] ?? 0])}
      />
    </nav>
  )
}

function Choices({
  title,
  part,
  query,
  choices,
}: {
  title: string
  part: keyof DirectoryQuery
  query: DirectoryQuery
  choices: [value: string, words: string, count: number][]
}) {
  return (
    <section>
      <h2 className="label">{title}</h2>
      <ul>
        {choices.map(([value, words, count]) => {
          const chosen = query[part] === value
          return (
            <li key={value}>
              <Link
                to={`/carriers?${directoryParams({ ...query, [part]: chosen ? null : value } as DirectoryQuery)}`}
                aria-current={chosen || undefined}
                preventScrollReset
                className={`flex min-h-[24px] items-center justify-between gap-2 px-1 ${chosen ? 'bg-chosen font-semibold' : 'hover:bg-sheet'}`}
              >
                <span className="truncate">{words}</span>
                <span className="label font-mono">{count.toLocaleString('en-US')}</span>
              </Link>
            </li>
          )
        })}
      </ul>
    </section>
  )
}
