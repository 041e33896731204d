/** A point on the map, in decimal degrees. */
export interface Point {
  lat: number
  lon: number
}

/** Mean Earth radius in statute miles (IUGG, 6371.0088 km). */
const earthRadiusMiles = 3958.7613

/** Great-circle miles between two points (haversine). */
export function straightMiles(from: Point, to: Point): number {
  const radians = (degrees: number) => (degrees * Math.PI) / 180
  const a =
    Math.sin(radians(to.lat - from.lat) / 2) ** 2 +
    Math.cos(radians(from.lat)) * Math.cos(radians(to.lat)) * Math.sin(radians(to.lon - from.lon) / 2) ** 2
  return 2 * earthRadiusMiles * Math.asin(Math.min(1, Math.sqrt(a)))
}
