import { Link, useNavigate } from 'react-router'
import { equipmentKinds } from '#core/load/load'
import { equipmentWords } from '#core/load/words'
import { changeWords, ratioOf, ratioWords, tiltOf } from '#core/search/balance'
import { database } from '#server/db.server'
import { type MarketArea, type MarketAsk, marketAskSchema, readMarketMap } from '#server/search/market-map'
import { BoardTabs } from '../../board/board-tabs'
import { RouteMap } from '../../map/map'
import { Choice } from '../../ui/field'
import { useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import { useVirtualRows, walkKeys } from '../../ui/table/use-virtual-rows'
import type { Route } from './+types/map'

export const meta: Route.MetaFunction = () => [{ title: 'Market map, Oxpecker' }]

export function loader({ request }: Route.LoaderArgs) {
  const ask = marketAskSchema.parse(Object.fromEntries(new URL(request.url).searchParams))
  return { ask, areas: readMarketMap(database(), ask, Date.now()) }
}

const scopeWords = { state: 'By state', area: 'By market area' }
const everyKind = ['all', ...equipmentKinds] as const
const kindWords = { all: 'All equipment', ...equipmentWords }

/** The search that an area leads to: the loads out of it. */
function searchOf({ code, name }: Pick<MarketArea, 'code' | 'name'>, { scope, equipment }: MarketAsk): string {
  const what = equipment === null ? '' : equipmentWords[equipment].toLowerCase()
  const where = scope === 'state' ? code : `${name.replace(',', '')} market`
  return `/boards/search?${new URLSearchParams({ line: `${what} ${where}`.trim().toLowerCase(), kind: 'load' })}`
}

/** So many beams have room on the map; the list holds them all. */
const mostBeams = { state: 48, area: 60 }

export default function MarketMap({ loaderData }: Route.ComponentProps) {
  const { ask, areas } = loaderData
  const navigate = useNavigate()
  const list = useVirtualRows(areas.length)
  useLive(({ aggregate, kind }) => aggregate === 'floor' && kind === 'changed')
  const go = (changed: Partial<Record<'scope' | 'equipment', string>>) => {
    const next = { scope: ask.scope, ...(ask.equipment ? { equipment: ask.equipment } : {}), ...changed }
    void navigate(`/boards/map?${new URLSearchParams(next)}`)
  }
  useKeys('Market map', [
    ...walkKeys(list, 'area'),
    { key: 'g', words: 'states or market areas', run: () => go({ scope: ask.scope === 'state' ? 'area' : 'state' }) },
  ])
  const beams = areas.slice(0, mostBeams[ask.scope]).map((area) => ({
    ...{ lat: area.lat, lon: area.lon, code: area.code },
    ...{ tilt: tiltOf(area), words: ratioWords(area), href: searchOf(area, ask) },
  }))
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-center gap-4 border-b border-strong px-4 py-2">
        <h1 className="sr-only">Market map</h1>
        <BoardTabs />
        <Choice
          label="By"
          hideLabel
          className="w-40"
          value={ask.scope}
          options={['state', 'area'] as const}
          words={scopeWords}
          onChange={(scope) => go({ scope })}
        />
        <Choice
          label="Equipment"
          hideLabel
          className="w-40"
          value={ask.equipment ?? 'all'}
          options={everyKind}
          words={kindWords}
          onChange={(equipment) => go({ equipment })}
        />
        <span className="label ml-auto">
          ○ loads ■ trucks: the heavier side hangs lower · the figure is loads for each truck
        </span>
      </div>
      <div className="flex min-h-0 flex-1">
        <RouteMap
          layers={[{ kind: 'beams', beams }]}
          words={`Loads against trucks ${scopeWords[ask.scope].toLowerCase()}; the list beside it holds the figures`}
          shape={1.25}
          tall={640}
          className="min-w-0 flex-1"
          onOpen={(href) => void navigate(href)}
        />
        <Areas ask={ask} areas={areas} list={list} />
      </div>
    </main>
  )
}

const columns = 'grid grid-cols-[minmax(0,1fr)_44px_44px_44px_62px_48px_48px] items-baseline gap-2 px-3'

function Areas({ ask, areas, list }: { ask: MarketAsk; areas: MarketArea[]; list: ReturnType<typeof useVirtualRows> }) {
  return (
    <div ref={list.scroller} className="w-[470px] shrink-0 overflow-y-auto border-l border-strong">
      <div className={`${columns} label sticky top-0 border-b bg-plain py-1 text-right`}>
        <span className="text-left">{ask.scope === 'state' ? 'State' : 'Market area'}</span>
        <span>out</span>
        <span>in</span>
        <span>trucks</span>
        <span>a truck</span>
        <span>day</span>
        <span>week</span>
      </div>
      {areas.length === 0 && <p className="px-3 py-4">Nothing has been read from the boards yet.</p>}
      <ul aria-label="Loads and trucks">
        {areas.map((area, at) => {
          const ratio = ratioOf(area)
          return (
            <li key={area.code} className={`${columns} border-b py-1 text-right focus-within:bg-chosen`}>
              <Link
                to={searchOf(area, ask)}
                data-row={at}
                onFocus={() => list.choose(at)}
                className="truncate text-left link"
              >
                {area.name}
              </Link>
              <span>{area.loads}</span>
              <span className="text-second">{area.into}</span>
              <span>{area.trucks}</span>
              <b>{ratioWords(area)}</b>
              <span className="text-second">{changeWords(ratio, area.dayAgo)}</span>
              <span className="text-second">{changeWords(ratio, area.weekAgo)}</span>
            </li>
          )
        })}
      </ul>
    </div>
  )
}
