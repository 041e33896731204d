import type { RateBand } from '#core/rates/rates'
import { useFetched } from '../ui/use-fetched'
import type { FormValues } from './form-fields'

/** The rate band of the lane as chosen so far; null until both ends are known. */
export function useLaneBand(values: FormValues): RateBand | null {
  const from = values.stops[0]?.facility?.id
  const to = values.stops.at(-1)?.facility?.id
  const isLane = from && to && from !== to
  return useFetched<RateBand>(isLane ? `/loads/band?from=${from}&to=${to}&equipment=${values.equipment}` : null).data
}
