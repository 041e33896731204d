/** A point on the map, in decimal degrees. */
export interface Point {
  lat: number
  lon: number
}

/** Mean Earth radius in statute miles (IUGG, 6371.0088 km). */
const earthRadiusMiles = 3958.7613

const radian = Math.PI / 180

/** Great-circle miles between two points (haversine). */
export function straightMiles(from: Point, to: Point): number {
  const north = Math.sin(((to.lat - from.lat) * radian) / 2)
  const east = Math.sin(((to.lon - from.lon) * radian) / 2)
  const a = north * north + Math.cos(from.lat * radian) * Math.cos(to.lat * radian) * east * east
  return 2 * earthRadiusMiles * Math.asin(Math.min(1, Math.sqrt(a)))
}

/** Statute miles in a degree of latitude. */
export const milesPerDegree = earthRadiusMiles * radian
