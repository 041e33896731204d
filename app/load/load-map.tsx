import { spanWords } from '#core/time/words'
import { hour } from '#core/time/local'
import type { LoadPage } from '#server/load/read'
import { RouteMap } from '../map/map'
import { routeLayers, wayWords } from '../map/route-layers'
import { Dialog } from '../ui/dialog'
import { milesWords } from '#core/miles/words'

const layersOf = (page: LoadPage) => routeLayers(page.ways, page.stops.map((stop) => ({ lat: stop.lat, lon: stop.lon, name: stop.city, stop: stop.kind })))
const wordsOf = (page: LoadPage) => wayWords(page.legs.reduce((sum, leg) => sum + leg.miles, 0), page.ways)

/** The way on the map, small, in the room the offers leave; its words beside the key that opens it large. */
export function LoadMap({ page, onOpen }: { page: LoadPage; onOpen: () => void }) {
  return (
    <section aria-label="Way" className="flex h-36 shrink-0 flex-col border-t border-strong px-4 pt-2 pb-2 max-[760px]:hidden">
      <p className="flex justify-between gap-3">
        <span className="label truncate">{wordsOf(page)}</span>
        <button type="button" onClick={onOpen} className="shrink-0 text-dusk">
          <kbd className="key">m</kbd> larger
        </button>
      </p>
      <RouteMap layers={layersOf(page)} words={wordsOf(page)} shape={6.4} tall={86} className="mt-1 min-h-0 flex-1" />
    </section>
  )
}

/** The way on the map, large, with the roads in the order in which they are driven. */
export function MapDialog({ page, onClose }: { page: LoadPage; onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} title={`${page.load.number}, the way`} wide>
      <RouteMap layers={layersOf(page)} words={wordsOf(page)} shape={1.5} tall={416} className="h-[52vh]" />
      <ol className="mt-3 flex flex-col gap-1">
        {page.ways.map((way, index) => (
          <li key={index}>
            <b className="font-semibold">
              {page.stops[index]!.city} to {page.stops[index + 1]!.city}
            </b>
            , {milesWords(page.legs[index]!.miles)}, {spanWords(page.legs[index]!.hours * hour)}
            <span className="label"> {way.roads.map(({ road, miles }) => `${road} ${Math.round(miles)}`).join(', ')}</span>
          </li>
        ))}
      </ol>
    </Dialog>
  )
}
