import type { TypedRoute } from '../routes/loads/route'
import { useFetched } from '../ui/use-fetched'
import type { FormValues } from './form-fields'

/** Miles, hours and the way over the facilities chosen so far; null until two are known and the server has answered. */
export function useRoute(values: FormValues): TypedRoute | null {
  const ids = values.stops.flatMap((stop) => (stop.facility ? [stop.facility.id] : []))
  return useFetched<TypedRoute>(ids.length > 1 ? `/loads/route?stops=${ids.join(',')}` : null).data
}
