declare module 'tz-lookup' {
  /** The IANA zone at a point. */
  export default function tzLookup(lat: number, lon: number): string
}
