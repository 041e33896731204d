import type { Audience, Equipment, LoadState } from './load'
import type { LoadDocument, Reference, ReferenceKind } from './reference'
import type { DockAccess } from './stop'

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

/** What a number is called: by its own name, where somebody gave it one. */
export const referenceLabel = ({ kind, name }: Pick<Reference, 'kind' | 'name'>): string =>
  name || referenceKindWords[kind]

export const dockAccessWords: Record<DockAccess, string> = { dock: 'Dock', liftgate: 'No dock: liftgate' }

export const loadDocumentWords: Record<LoadDocument, string> = {
  rate_confirmation: 'Rate confirmation',
  invoice: 'Invoice',
}

export const audienceWords: Record<Audience, string> = {
  us: 'For us',
  carrier: 'For the carrier',
  customer: 'For the customer',
}

/** `Reefer 53 ft, 34 to 38 °F, 42,300 lb, partial`. */
export function freightWords(load: {
  equipment: Equipment
  lengthFt: number | null
  tempMinF: number | null
  tempMaxF: number | null
  weightLb: number
  team: boolean
  partial?: boolean
  hazmat?: boolean
}): string {
  const equipment = `${equipmentWords[load.equipment]}${load.lengthFt ? ` ${load.lengthFt} ft` : ''}`
  return [
    equipment,
    temperatureWords(load.tempMinF, load.tempMaxF),
    `${load.weightLb.toLocaleString('en-US')} lb`,
    load.team ? 'team' : null,
    load.partial ? 'partial' : null,
    load.hazmat ? 'hazardous' : null,
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
