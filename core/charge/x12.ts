import type { ChargeKind } from './charge'

/** X12 element 150, special charge: the code each of our charges is invoiced by. */
export const specialChargeCodes: Record<ChargeKind, string> = {
  line_haul: '400',
  fuel_surcharge: '405',
  stop_off: 'SOC',
  lumper: 'UNL',
  detention: 'DET',
  layover: 'LAY',
  tarp: 'TRP',
  permit: 'PRM',
  truck_ordered_not_used: 'TON',
  advance: 'ADV',
  other: 'MSC',
}
