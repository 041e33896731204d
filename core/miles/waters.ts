import type { Point } from '../place/straight'

/** Lines down the middle of waters that no local road crosses. */
export type Waters = { name: string; line: Point[] }[]

/** Waters made ready: each line as flat numbers, with the box around it. */
export type WaterLines = {
  name: string
  box: [south: number, north: number, west: number, east: number]
  lat: Float64Array
  lon: Float64Array
}[]

/** Returns each water’s line as flat arrays of degrees, with the box around it. */
export function waterLines(waters: Waters): WaterLines {
  return waters.map(({ name, line }) => {
    const lat = Float64Array.from(line, (point) => point.lat)
    const lon = Float64Array.from(line, (point) => point.lon)
    return { name, box: [Math.min(...lat), Math.max(...lat), Math.min(...lon), Math.max(...lon)], lat, lon }
  })
}

/** The water that the straight way between two points would cross; null where it stays on land. */
export function waterBetween(waters: WaterLines, from: Point, to: Point): string | null {
  const south = Math.min(from.lat, to.lat)
  const north = Math.max(from.lat, to.lat)
  const west = Math.min(from.lon, to.lon)
  const east = Math.max(from.lon, to.lon)
  for (let water = 0; water < waters.length; water += 1) {
    const { name, box, lat, lon } = waters[water]!
    if (box[1] < south || box[0] > north || box[3] < west || box[2] > east) continue
    for (let at = 1; at < lat.length; at += 1) {
      if (cross(from.lat, from.lon, to.lat, to.lon, lat[at - 1]!, lon[at - 1]!, lat[at]!, lon[at]!)) return name
    }
  }
  return null
}

/** Whether two segments cross: the ends of each lie on different sides of the other. */
function cross(
  aLat: number,
  aLon: number,
  bLat: number,
  bLon: number,
  cLat: number,
  cLon: number,
  dLat: number,
  dLon: number,
): boolean {
  return (
    side(aLat, aLon, bLat, bLon, cLat, cLon) * side(aLat, aLon, bLat, bLon, dLat, dLon) < 0 &&
    side(cLat, cLon, dLat, dLon, aLat, aLon) * side(cLat, cLon, dLat, dLon, bLat, bLon) < 0
  )
}

const side = (fromLat: number, fromLon: number, toLat: number, toLon: number, lat: number, lon: number): number =>
  (toLon - fromLon) * (lat - fromLat) - (toLat - fromLat) * (lon - fromLon)
