import type { Point } from '#core/place/straight'

/** What is drawn over the ground of a map. Later layers cover earlier ones. */
export type Layer =
  | { kind: 'way'; points: Point[] }
  | { kind: 'stops'; stops: (Point & { name: string; stop: 'pickup' | 'delivery' })[] }
  | { kind: 'lanes'; lanes: { from: Point; to: Point; strong: boolean }[] }

/** All points of the layers: what a map is framed around. */
export const pointsOf = (layers: Layer[]): Point[] =>
  layers.flatMap((layer) => {
    if (layer.kind === 'way') return layer.points
    if (layer.kind === 'stops') return layer.stops
    return layer.lanes.flatMap(({ from, to }) => [from, to])
  })
