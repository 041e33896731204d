/** Where a leg begins or ends, in decimal degrees. */
export interface Point {
  lat: number
  lon: number
}

export interface Leg {
  miles: number
  /** Wheel time at truck speeds, without rests. */
  hours: number
}

export interface Route extends Leg {
  legs: Leg[]
}

/** Mean Earth radius in statute miles (IUGG, 6371.0088 km). */
const earthRadiusMiles = 3958.7613

/**
 * How much longer the truck's way is than the straight line. 1.18 is a usual circuity of the
 * US highway network for trips over 100 miles; short trips wind more.
 */
const circuity = 1.18
const shortTripCircuity = 1.32
const shortTripMiles = 60

/** Average truck speed with grades, towns and fuel stops, miles an hour. */
const averageSpeed = 54
const shortTripSpeed = 38

/** Great-circle miles between two points (haversine). */
export function straightMiles(from: Point, to: Point): number {
  const radians = (degrees: number) => (degrees * Math.PI) / 180
  const a =
    Math.sin(radians(to.lat - from.lat) / 2) ** 2 +
    Math.cos(radians(from.lat)) * Math.cos(radians(to.lat)) * Math.sin(radians(to.lon - from.lon) / 2) ** 2
  return 2 * earthRadiusMiles * Math.asin(Math.min(1, Math.sqrt(a)))
}

/**
 * Truck miles and wheel hours from one point to another. An estimate from the straight line:
 * right to within some ten percent, and said to be an estimate wherever it is shown.
 */
export function truckLeg(from: Point, to: Point): Leg {
  const straight = straightMiles(from, to)
  const weight = Math.min(1, straight / shortTripMiles)
  const miles = Math.max(2, straight * (shortTripCircuity + (circuity - shortTripCircuity) * weight))
  const speed = shortTripSpeed + (averageSpeed - shortTripSpeed) * weight
  return { miles: Math.round(miles * 10) / 10, hours: Math.round((miles / speed) * 100) / 100 }
}

/** Miles and wheel hours over the stops in their order. */
export function truckRoute(points: Point[]): Route {
  const legs = points.slice(1).map((to, index) => truckLeg(points[index]!, to))
  const total = (pick: (leg: Leg) => number) => Math.round(legs.reduce((sum, leg) => sum + pick(leg), 0) * 100) / 100
  return { miles: total((leg) => leg.miles), hours: total((leg) => leg.hours), legs }
}
