import { project, shapeAround } from '#core/map/project'
import { milesWords } from '#core/miles/words'
import { hour } from '#core/time/local'
import { spanWords } from '#core/time/words'
import type { LoadPage } from '#server/load-page/read'
import { pointsOf } from '../map/layers'
import { RouteMap } from '../map/map'
import { routeLayers, wayWords } from '../map/route-layers'
import { Dialog } from '../ui/dialog'

const layersOf = (page: LoadPage) =>
  routeLayers(
    page.ways,
    page.stops.map((stop) => ({ lat: stop.lat, lon: stop.lon, name: stop.city, stop: stop.kind })),
  )
const wordsOf = (page: LoadPage) =>
  wayWords(
    page.legs.reduce((sum, leg) => sum + leg.miles, 0),
    page.ways,
  )

interface LoadMapProps {
  page: LoadPage
  onOpen: () => void
}

/** The way on the map, small, in the room the offers leave; its words beside the key that opens it large. */
export function LoadMap({ page, onOpen }: LoadMapProps) {
  const layers = layersOf(page)
  const shape = shapeAround(pointsOf(layers).map(project), { min: 1, max: 2.2 })
  return (
    <section
      aria-label="Route"
      className="flex h-44 shrink-0 gap-3 border-t border-strong px-4 pt-2 pb-2 max-[760px]:hidden"
    >
      <RouteMap
        layers={layers}
        words={wordsOf(page)}
        shape={shape}
        tall={160}
        isSmall
        className="h-full shrink-0"
        style={{ aspectRatio: shape }}
      />
      <div className="flex min-w-0 flex-1 flex-col">
        <RouteHead onOpen={onOpen} />
        <Roads page={page} />
      </div>
    </section>
  )
}

/** The way on the map over the whole width, with its roads beneath: once somebody hauls it, where and when is what counts. */
export function WideLoadMap({ page, onOpen }: LoadMapProps) {
  const layers = layersOf(page)
  const shape = shapeAround(pointsOf(layers).map(project), { min: 1.7, max: 2.4 })
  return (
    <section aria-label="Route" className="flex min-h-0 flex-1 flex-col gap-1 px-4 pt-2 pb-2 max-[760px]:hidden">
      <RouteHead onOpen={onOpen} />
      <RouteMap
        layers={layers}
        words={wordsOf(page)}
        shape={shape}
        tall={300}
        className="min-h-0 w-full"
        style={{ aspectRatio: shape }}
      />
      <Roads page={page} />
    </section>
  )
}

const RouteHead = ({ onOpen }: { onOpen: () => void }) => (
  <p className="flex justify-between gap-3">
    <span className="head">Route</span>
    <button type="button" onClick={onOpen} className="shrink-0 text-dusk">
      <kbd className="key">m</kbd> larger
    </button>
  </p>
)

function Roads({ page }: { page: LoadPage }) {
  return (
    <ol
      className="min-h-10 flex-1 overflow-y-auto"
      tabIndex={0}
      aria-label="Roads, in the order in which they are driven"
    >
      {page.ways.map((way, index) => (
        <li key={index}>
          {milesWords(page.legs[index]!.miles)}, {spanWords(page.legs[index]!.hours * hour)} to{' '}
          {page.stops[index + 1]!.city}
          <span className="label">
            {' '}
            {way.roads.map(({ road, miles }) => `${road} ${Math.round(miles)}`).join(', ')}
          </span>
        </li>
      ))}
    </ol>
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
            <span className="label">
              {' '}
              {way.roads.map(({ road, miles }) => `${road} ${Math.round(miles)}`).join(', ')}
            </span>
          </li>
        ))}
      </ol>
    </Dialog>
  )
}
