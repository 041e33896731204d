import { useEffect, useState } from 'react'
import type { RateBand } from '#core/rates/rates'
import type { FormValues } from './form-values'

/** The rate band of the lane as chosen so far; null until both ends are known. */
export function useLaneBand(values: FormValues): RateBand | null {
  const [band, setBand] = useState<RateBand | null>(null)
  const from = values.stops[0]?.facility?.id
  const to = values.stops.at(-1)?.facility?.id
  const lane = from && to && from !== to ? `/loads/band?from=${from}&to=${to}&equipment=${values.equipment}` : null
  useEffect(() => {
    setBand(null)
    if (!lane) return
    const going = new AbortController()
    fetch(lane, { signal: going.signal })
      .then((response) => (response.ok ? response.json() : null))
      .then(setBand)
      .catch(() => undefined)
    return () => going.abort()
  }, [lane])
  return band
}
