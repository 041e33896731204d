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
  const temperature =
    load.tempMinF === null && load.tempMaxF === null
      ? null
      : load.tempMinF === load.tempMaxF || load.tempMaxF === null || load.tempMinF === null
        ? `${load.tempMinF ?? load.tempMaxF} °F`
        : `${load.tempMinF} to ${load.tempMaxF} °F`
  const equipment = `${equipmentWords[load.equipment]}${load.lengthFt ? ` ${load.lengthFt} ft` : ''}`
  return [equipment, temperature, `${load.weightLb.toLocaleString('en-US')} lb`, load.team ? 'team' : null]
    .filter(Boolean)
    .join(', ')
}
