import type { Audience, Equipment, LoadDocument, LoadState, ReferenceKind } from './load'

export const loadStateWords: Record<LoadState, string> = {
  draft: 'Draft',
  uncovered: 'Uncovered',
  covered: 'Covered',
  dispatched: 'Dispatched',
  in_transit: 'In transit',
  delivered: 'Delivered',
  paperwork_in: 'Paperwork in',
  invoiced: 'Invoiced',
  paid: 'Paid',
  cancelled: 'Cancelled',
}

export const equipmentWords: Record<Equipment, string> = {
  van: 'Van',
  reefer: 'Reefer',
  flatbed: 'Flatbed',
  step_deck: 'Step deck',
  box_truck: 'Box truck',
  sprinter: 'Sprinter',
  hotshot: 'Hotshot',
  power_only: 'Power only',
  conestoga: 'Conestoga',
  lowboy: 'Lowboy',
  tanker: 'Tanker',
  hopper: 'Hopper',
  container: 'Container',
}

export const referenceKindWords: Record<ReferenceKind, string> = {
  purchase_order: 'Purchase order',
  customer_order: 'Customer order',
  pickup_number: 'Pickup number',
  delivery_number: 'Delivery number',
  bill_of_lading: 'Bill of lading',
  contract_number: 'Contract number',
  other: 'Other number',
}

export const loadDocumentWords: Record<LoadDocument, string> = {
  rate_confirmation: 'Rate confirmation',
  invoice: 'Invoice',
}

export const audienceWords: Record<Audience, string> = {
  us: 'For us',
  carrier: 'For the carrier',
  customer: 'For the customer',
}

/** `Reefer 53 ft, 34 to 38 °F, 42,300 lb`. */
export function freightWords(load: {
  equipment: Equipment
  lengthFt: number | null
  tempMinF: number | null
  tempMaxF: number | null
  weightLb: number
  team: boolean
}): string {
  const equipment = `${equipmentWords[load.equipment]}${load.lengthFt ? ` ${load.lengthFt} ft` : ''}`
  return [
    equipment,
    temperatureWords(load.tempMinF, load.tempMaxF),
    `${load.weightLb.toLocaleString('en-US')} lb`,
    load.team ? 'team' : null,
  ]
    .filter(Boolean)
    .join(', ')
}

/** Whether a delivery was on time, in words; nothing where nobody knows. */
export function onTimeWords(isOnTime: boolean | null): string {
  if (isOnTime === null) return ''
  return isOnTime ? 'on time' : 'late'
}

/** `34 to 36 °F`, `34 °F` where both ends are the same or one is open; null without any. */
export function temperatureWords(minF: number | null, maxF: number | null): string | null {
  const [low, high] = [minF ?? maxF, maxF ?? minF]
  if (low === null) return null
  return low === high ? `${low} °F` : `${low} to ${high} °F`
}
