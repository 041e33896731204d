import type { CarrierActInput } from '#server/carrier/act'
import { type Acting, usePostedAct } from '../ui/use-posted-act'

export type CarrierActing = Acting<CarrierActInput>

/** Sends acts on one carrier. */
export const useCarrierAct = (carrierId: number): CarrierActing =>
  usePostedAct<CarrierActInput>(`/carriers/${carrierId}/act`)
