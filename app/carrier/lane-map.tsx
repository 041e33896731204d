import { project, shapeAround } from '#core/map/project'
import type { Dossier } from '#server/carrier/dossier'
import { type Layer, pointsOf } from '../map/layers'
import { RouteMap } from '../map/map'

/** The lanes a carrier runs for us, on a map of their own shape, the busiest named beside it. */
export function LaneMap({ lanes }: { lanes: Dossier['lanes'] }) {
  const layers: Layer[] = [
    {
      kind: 'lanes',
      lanes: lanes.map((lane) => ({
        from: { lat: lane.originLat, lon: lane.originLon },
        to: { lat: lane.destLat, lon: lane.destLon },
        strong: lane.count > 1,
      })),
    },
  ]
  const shape = shapeAround(pointsOf(layers).map(project), { min: 0.9, max: 2 })
  const busiest = lanes.toSorted((one, other) => other.count - one.count).slice(0, 7)
  const words = (lane: Dossier['lanes'][number]) => `${lane.from} to ${lane.to}`
  return (
    <div className="flex h-44 gap-3">
      <RouteMap
        layers={layers}
        words={busiest.map((lane) => `${words(lane)}, ${lane.count}`).join('; ')}
        shape={shape}
        tall={176}
        className="h-full shrink-0"
        style={{ aspectRatio: shape }}
      />
      <ul className="min-w-0 flex-1" aria-label="The busiest lanes">
        {busiest.map((lane) => (
          <li key={words(lane)} className="flex justify-between gap-2 border-b py-0.5">
            <span className="truncate">{words(lane)}</span>
            <span className="label shrink-0">{lane.count === 1 ? 'once' : `${lane.count} times`}</span>
          </li>
        ))}
      </ul>
    </div>
  )
}
