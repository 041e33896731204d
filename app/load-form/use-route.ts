import { useEffect, useState } from 'react'
import type { TypedRoute } from '../routes/loads/route'
import type { FormValues } from './form-values'

/** Miles, hours and the way over the facilities chosen so far; null until two are known and the server has answered. */
export function useRoute(values: FormValues): TypedRoute | null {
  const ids = values.stops.flatMap((stop) => (stop.facility ? [stop.facility.id] : []))
  const stops = ids.length > 1 ? ids.join(',') : null
  const [found, setFound] = useState<{ stops: string; route: TypedRoute | null }>({ stops: '', route: null })
  useEffect(() => {
    if (!stops) return
    const going = new AbortController()
    fetch(`/loads/route?stops=${stops}`, { signal: going.signal })
      .then((response) => (response.ok ? response.json() : null))
      .then((route: TypedRoute | null) => setFound({ stops, route }))
      .catch(() => undefined)
    return () => going.abort()
  }, [stops])
  return found.stops === stops ? found.route : null
}
