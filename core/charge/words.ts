import type { Charge, ChargeBasis, ChargeKind } from './charge'

export const chargeKindWords: Record<ChargeKind, string> = {
  line_haul: 'Line haul',
  fuel_surcharge: 'Fuel surcharge',
  stop_off: 'Stop-off',
  lumper: 'Lumper',
  detention: 'Detention',
  layover: 'Layover',
  tarp: 'Tarp',
  permit: 'Permit',
  truck_ordered_not_used: 'Truck ordered not used',
  advance: 'Advance',
  other: 'Other',
}

export const chargeBasisWords: Record<ChargeBasis, string> = {
  flat: 'flat',
  per_mile: 'a mile',
  hundredweight: 'a hundredweight',
  ton: 'a ton',
  bushel: 'a bushel',
  pallet: 'a pallet',
  hour: 'an hour',
  percent_of_line_haul: '% of line haul',
}

/** `2.355 a mile`, `12.5 % of line haul`, `150 flat`. */
export function chargeRateWords(charge: Charge): string {
  const rate = (charge.rateE4 / 10_000).toLocaleString('en-US', { maximumFractionDigits: 4 })
  const times =
    charge.quantity !== null && charge.basis !== 'flat' ? ` × ${charge.quantity.toLocaleString('en-US')}` : ''
  return `${rate} ${chargeBasisWords[charge.basis]}${times}`
}
