import type { Point } from '#core/place/straight'

/** What is drawn over the ground of a map. Later layers cover earlier ones. */
export type Layer =
  | { kind: 'way'; points: Point[] }
  | { kind: 'stops'; stops: (Point & { name: string; stop: 'pickup' | 'delivery' })[] }
  /** A balance beam at each place, tipped from -1 (the right side weighs more) to 1 (the left side does). */
  | { kind: 'beams'; beams: Beam[] }
  | { kind: 'lanes'; lanes: { from: Point; to: Point; strong: boolean }[] }

export interface Beam extends Point {
  code: string
  tilt: number
  /** The figure under it. */
  words: string
  /** Where a click leads. */
  href: string
}

/** A map of beams shows the states between Canada and Mexico first; those beyond are a step away. */
function inTheLower48(beams: readonly Beam[]): Point[] {
  const inside = beams.filter(({ lat, lon }) => lat > 24 && lat < 50 && lon > -126 && lon < -66)
  return inside.length > 2 ? inside : [...beams]
}

/** All points of the layers: what a map is framed around. */
export const pointsOf = (layers: Layer[]): Point[] =>
  layers.flatMap((layer) => {
    if (layer.kind === 'way') return layer.points
    if (layer.kind === 'stops') return layer.stops
    if (layer.kind === 'beams') return inTheLower48(layer.beams)
    return layer.lanes.flatMap(({ from, to }) => [from, to])
  })
