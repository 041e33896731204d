export interface Town {
  city: string
  st: string
  lat: number
  lon: number
}

const listed = `Boise ID 43.62 -116.20|Twin Falls ID 42.56 -114.46|Pocatello ID 42.87 -112.44|Idaho Falls ID 43.49 -112.03|Salt Lake City UT 40.76 -111.89
Ogden UT 41.22 -111.97|Reno NV 39.53 -119.81|Las Vegas NV 36.17 -115.14|Phoenix AZ 33.45 -112.07|Tucson AZ 32.22 -110.97|Los Angeles CA 34.05 -118.24
Fresno CA 36.74 -119.79|Stockton CA 37.96 -121.29|Sacramento CA 38.58 -121.49|Ontario CA 34.06 -117.65|Portland OR 45.52 -122.68|Medford OR 42.33 -122.87
Seattle WA 47.61 -122.33|Yakima WA 46.60 -120.51|Spokane WA 47.66 -117.43|Billings MT 45.78 -108.50|Missoula MT 46.87 -113.99|Cheyenne WY 41.14 -104.82
Denver CO 39.74 -104.98|Grand Junction CO 39.06 -108.55|Albuquerque NM 35.08 -106.65|El Paso TX 31.76 -106.49|Dallas TX 32.78 -96.80|Houston TX 29.76 -95.37
Laredo TX 27.51 -99.51|San Antonio TX 29.42 -98.49|Amarillo TX 35.19 -101.83|Tulsa OK 36.15 -95.99|Oklahoma City OK 35.47 -97.52|Kansas City MO 39.10 -94.58
Saint Louis MO 38.63 -90.20|Omaha NE 41.26 -95.94|Des Moines IA 41.59 -93.62|Minneapolis MN 44.98 -93.27|Fargo ND 46.88 -96.79|Sioux Falls SD 43.55 -96.73
Green Bay WI 44.51 -88.02|Milwaukee WI 43.04 -87.91|Chicago IL 41.88 -87.63|Indianapolis IN 39.77 -86.16|Columbus OH 39.96 -83.00|Detroit MI 42.33 -83.05
Louisville KY 38.25 -85.76|Nashville TN 36.16 -86.78|Memphis TN 35.15 -90.05|Little Rock AR 34.75 -92.29|Jackson MS 32.30 -90.18|Birmingham AL 33.52 -86.80
Atlanta GA 33.75 -84.39|Spartanburg SC 34.95 -81.93|Charlotte NC 35.23 -80.84|Greensboro NC 36.07 -79.79|Richmond VA 37.54 -77.44|Jacksonville FL 30.33 -81.66
Tampa FL 27.95 -82.46|Allentown PA 40.60 -75.47|Pittsburgh PA 40.44 -80.00|Newark NJ 40.74 -74.17|Buffalo NY 42.89 -78.88|Hartford CT 41.77 -72.67`

/** Towns that freight moves between, with their coordinates. */
export const towns: readonly Town[] = listed
  .split(/[|\n]/)
  .map((line) => /^(.+) ([A-Z]{2}) (-?[\d.]+) (-?[\d.]+)$/.exec(line.trim())!)
  .map(([, city, st, lat, lon]) => ({ city: city!, st: st!, lat: Number(lat), lon: Number(lon) }))

/** Miles by road, about: the great circle and a fifth more. */
export function roadMiles(from: Town, to: Town): number {
  const rad = Math.PI / 180
  const half =
    Math.sin(((to.lat - from.lat) * rad) / 2) ** 2 +
    Math.cos(from.lat * rad) * Math.cos(to.lat * rad) * Math.sin(((to.lon - from.lon) * rad) / 2) ** 2
  return Math.round(2 * 3958.8 * Math.asin(Math.sqrt(half)) * 1.2)
}
