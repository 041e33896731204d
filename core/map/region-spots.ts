import { type Frame, project } from './project'

/** Where the code of each state and province is written on a map: near its middle. */
const middles: Record<string, [lat: number, lon: number]> = {
  AL: [32.8, -86.8],
  AK: [64.3, -152.5],
  AZ: [34.3, -111.7],
  AR: [34.8, -92.4],
  CA: [37.2, -119.6],
  CO: [39, -105.5],
  CT: [41.6, -72.7],
  DE: [39, -75.5],
  FL: [28.4, -81.7],
  GA: [32.6, -83.4],
  ID: [44.3, -114.3],
  IL: [40, -89.2],
  IN: [39.9, -86.3],
  IA: [42.1, -93.5],
  KS: [38.5, -98.4],
  KY: [37.5, -85.3],
  LA: [31.1, -92.4],
  ME: [45.4, -69.2],
  MD: [39.2, -76.8],
  MA: [42.3, -71.9],
  MI: [43.6, -84.7],
  MN: [46.3, -94.4],
  MS: [32.7, -89.7],
  MO: [38.4, -92.5],
  MT: [47, -109.6],
  NE: [41.5, -99.8],
  NV: [39.4, -116.8],
  NH: [43.7, -71.6],
  NJ: [40.2, -74.7],
  NM: [34.4, -106.1],
  NY: [42.9, -75.5],
  NC: [35.5, -79.2],
  ND: [47.5, -100.5],
  OH: [40.3, -82.8],
  OK: [35.6, -97.3],
  OR: [43.9, -120.5],
  PA: [40.9, -77.7],
  RI: [41.7, -71.6],
  SC: [33.9, -80.9],
  SD: [44.4, -100.2],
  TN: [35.8, -86.4],
  TX: [31.3, -99.3],
  UT: [39.3, -111.7],
  VT: [44.1, -72.7],
  VA: [37.5, -78.7],
  WA: [47.4, -120.4],
  WV: [38.7, -80.7],
  WI: [44.5, -89.8],
  WY: [43, -107.5],
  AB: [54.8, -114.8],
  BC: [54.2, -124.5],
  MB: [54.5, -97.8],
  NB: [46.6, -66.4],
  NL: [48.6, -56.2],
  NS: [45.1, -63],
  ON: [50, -86.5],
  QC: [51.5, -72],
  SK: [54, -106],
  YT: [63, -135.5],
  SON: [29.6, -110.6],
  CHH: [28.8, -106.4],
  COA: [27.3, -102],
  NLE: [25.6, -99.9],
  TAM: [24.3, -98.6],
  DUR: [24.9, -104.9],
  SIN: [25, -107.5],
}

/** States with room for their code on a near map only. */
const small = ['CT', 'DE', 'MD', 'MA', 'NH', 'NJ', 'RI', 'VT', 'WV']

export const regionSpots = Object.entries(middles).map(([code, [lat, lon]]) => ({
  code,
  isSmall: small.includes(code),
  ...{ lat: lat!, lon: lon! },
  ...project({ lat: lat!, lon: lon! }),
}))

export type RegionSpot = (typeof regionSpots)[number]

/** Letters bigger than this (map units) do not fit into a small state. */
const maxLetter = 14

/** A code's box against its letter: capitals are about so wide with the space after them, and so high with the room around them. */
const widthOfLetter = 0.8
const heightOfLetter = 1.1

/** The codes that can be written in letters of a size (map units) without one lying on another; of two, the one named first above. */
export function namesThatFit(letter: number, spots: readonly RegionSpot[] = regionSpots): RegionSpot[] {
  const kept: RegionSpot[] = []
  for (const spot of spots) {
    if (spot.isSmall && letter >= maxLetter) continue
    const halfWidth = (each: RegionSpot) => (each.code.length * widthOfLetter * letter) / 2
    const isFree = kept.every(
      (other) =>
        Math.abs(other.x - spot.x) >= halfWidth(other) + halfWidth(spot) ||
        Math.abs(other.y - spot.y) >= heightOfLetter * letter,
    )
    if (isFree) kept.push(spot)
  }
  return kept
}

/** The codes that are wholly in a frame, or outside it: one that its edge would cut in two is left out. */
export function namesInFrame(letter: number, frame: Frame): RegionSpot[] {
  const cutBy = (edge: number, middle: number, half: number) => Math.abs(edge - middle) < half
  return namesThatFit(letter).filter(({ code, x, y }) => {
    const [halfWidth, halfHeight] = [(code.length * widthOfLetter * letter) / 2, (heightOfLetter * letter) / 2]
    return (
      ![frame.y, frame.y + frame.height].some((edge) => cutBy(edge, y, halfHeight)) &&
      ![frame.x, frame.x + frame.width].some((edge) => cutBy(edge, x, halfWidth))
    )
  })
}
