import type { Point } from '../place/straight'

/**
 * Albers' equal-area conic on a sphere of radius one, for the continent: standard parallels 29.5 and
 * 45.5 degrees north as the US Geological Survey draws the country, centred on 96 west, 38 north.
 * (Snyder, "Map Projections: A Working Manual", USGS Professional Document 1395, equations 14-1 to 14-6.)
 */
const radian = Math.PI / 180
const [south, north] = [29.5 * radian, 45.5 * radian]
const [centreLat, centreLon] = [38 * radian, -96 * radian]
const n = (Math.sin(south) + Math.sin(north)) / 2
const c = Math.cos(south) ** 2 + 2 * n * Math.sin(south)
const centreRho = Math.sqrt(c - 2 * n * Math.sin(centreLat)) / n

/** Map units in an Earth radius: a unit is about 4 miles. */
export const unitsPerRadius = 1000

/** A point on the sheet: x to the east, y to the south, in map units from the centre. */
export interface MapPoint {
  x: number
  y: number
}

/** Where a point is on the map’s plane, in its units (Albers equal-area conic, Snyder, USGS Professional Document 1395). */
export function project({ lat, lon }: Point): MapPoint {
  const rho = Math.sqrt(Math.max(0, c - 2 * n * Math.sin(lat * radian))) / n
  const angle = n * (lon * radian - centreLon)
  return { x: rho * Math.sin(angle) * unitsPerRadius, y: (rho * Math.cos(angle) - centreRho) * unitsPerRadius }
}

export interface Frame {
  x: number
  y: number
  width: number
  height: number
}

/** No map shows less than this many units across: a street plan it is not. */
const minWidth = 40

/** A shape (width to height) near that of the spots themselves, within bounds, so that a way north to south is no strip of land in an ocean. */
export function shapeAround(spots: MapPoint[], bounds: { min: number; max: number }): number {
  const across = (of: (spot: MapPoint) => number) => Math.max(...spots.map(of)) - Math.min(...spots.map(of))
  const [wide, tall] = [
    Math.max(minWidth, across((spot) => spot.x) * room.aside),
    Math.max(minWidth, across((spot) => spot.y) * room.up),
  ]
  return Math.min(bounds.max, Math.max(bounds.min, wide / tall))
}

/** More room up and down than aside: the names of the stops are written above them. */
const room = { aside: 1.25, up: 1.5 }

/** The frame of a given shape (width to height) that shows all spots with some room around them. */
export function frameAround(spots: MapPoint[], shape: number): Frame {
  const xs = spots.map((spot) => spot.x)
  const ys = spots.map((spot) => spot.y)
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const width = Math.max(minWidth, (right - left) * room.aside, (bottom - top) * room.up * shape)
  const height = width / shape
  return { x: (left + right) / 2 - width / 2, y: (top + bottom) / 2 - height / 2, width, height }
}

/** A frame drawn nearer (factor under 1) or farther around a spot of it, which stays where it is. */
export function zoom(frame: Frame, factor: number, around: MapPoint): Frame {
  const width = Math.min(2200, Math.max(minWidth / 4, frame.width * factor))
  const actual = width / frame.width
  return {
    x: around.x - (around.x - frame.x) * actual,
    y: around.y - (around.y - frame.y) * actual,
    width,
    height: frame.height * actual,
  }
}

/** One step nearer and one farther, and how far an arrow key moves a map (shares of its width and height). */
export const closer = 0.7
export const farther = 1 / closer
const step = 0.15

const moves: Record<string, [east: number, south: number]> = {
  ArrowLeft: [-step, 0],
  ArrowRight: [step, 0],
  ArrowUp: [0, -step],
  ArrowDown: [0, step],
}
const zooms: Record<string, number> = { '+': closer, '=': closer, '-': farther }

/** Whether a key does something on a map. */
export const isMapKey = (key: string): boolean => key === '0' || key in moves || key in zooms

/** The frame after a key: `+` and `-` draw nearer and farther, arrows move, `0` brings it home. */
export function frameAfter(key: string, frame: Frame, home: Frame): Frame {
  const move = moves[key]
  if (move) return { ...frame, x: frame.x + frame.width * move[0], y: frame.y + frame.height * move[1] }
  if (zooms[key]) return zoom(frame, zooms[key], { x: frame.x + frame.width / 2, y: frame.y + frame.height / 2 })
  return key === '0' ? home : frame
}

/** An SVG path through spots, to a tenth of a unit. */
export function pathOf(spots: MapPoint[]): string {
  return spots
    .map(({ x, y }, at) => `${at === 0 ? 'M' : 'L'}${Math.round(x * 10) / 10} ${Math.round(y * 10) / 10}`)
    .join('')
}
