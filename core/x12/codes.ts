import type { Equipment } from '../load/load'
import type { StopReason, Tender, TenderPurpose } from '../tender/tender'

/** Codes of X12's lists as a tender uses them; the number is that of the data element. */

/** 353, transaction set purpose. */
export const purposes: Record<string, TenderPurpose> = {
  '00': 'original',
  '01': 'cancel',
  '04': 'change',
  '05': 'change',
  '06': 'confirmation',
}

/** 163, stop reason. */
export const stopReasons: Record<string, StopReason> = {
  CL: 'load',
  LD: 'load',
  CU: 'unload',
  UL: 'unload',
  PL: 'part_load',
  PU: 'part_unload',
}

/** 146, shipment method of payment. */
export const billings: Record<string, NonNullable<Tender['billing']>> = {
  PP: 'prepaid',
  PC: 'prepaid',
  PO: 'prepaid',
  PU: 'prepaid',
  PL: 'prepaid',
  PA: 'prepaid',
  CC: 'collect',
  CF: 'collect',
  CA: 'collect',
  CD: 'collect',
  TP: 'third_party',
}

/** 40, equipment description. */
export const equipmentCodes: Record<string, Equipment> = {
  TF: 'van',
  TL: 'van',
  TV: 'van',
  VA: 'van',
  TM: 'van',
  TH: 'van',
  RT: 'reefer',
  TW: 'reefer',
  TA: 'reefer',
  FF: 'reefer',
  RE: 'reefer',
  CZ: 'reefer',
  FT: 'flatbed',
  FR: 'flatbed',
  FH: 'flatbed',
  FB: 'flatbed',
  OT: 'flatbed',
  TO: 'flatbed',
  SD: 'step_deck',
  ST: 'step_deck',
  DT: 'step_deck',
  LB: 'lowboy',
  LT: 'lowboy',
  BX: 'box_truck',
  SV: 'box_truck',
  TR: 'power_only',
  PO: 'power_only',
  TK: 'tanker',
  TJ: 'tanker',
  TG: 'tanker',
  TN: 'tanker',
  TT: 'tanker',
  HB: 'hopper',
  HT: 'hopper',
  TP: 'hopper',
  BK: 'hopper',
  CN: 'container',
  CU: 'container',
  CL: 'container',
  CH: 'container',
  '20': 'container',
  '40': 'container',
  '2B': 'container',
  '4B': 'container',
}

/** 98, entity identifier. */
export const partyRoles: Record<string, string> = {
  BT: 'bill_to',
  SH: 'shipper',
  CN: 'consignee',
  SF: 'ship_from',
  ST: 'ship_to',
  BY: 'buyer',
  SE: 'seller',
  CA: 'carrier',
  BK: 'broker',
  PR: 'payer',
  PF: 'freight_payer',
  FW: 'forwarder',
  OB: 'ordered_by',
  AG: 'agent',
  WH: 'warehouse',
  LW: 'customer',
  SU: 'supplier',
  MF: 'manufacturer',
}

/** 188, weight unit: pounds for each (NIST Special Publication 811, B.8). */
export const poundsPer: Record<string, number> = {
  L: 1,
  K: 2.204_622_621_8,
  G: 0.002_204_622_621_8,
  S: 2000,
  T: 2240,
  E: 2204.622_621_8,
  M: 2204.622_621_8,
}

/** 176, time qualifier, and 432, date qualifier: which end of a window they tell of. */
export const windowEnds = {
  earliestTimes: new Set(['G', 'I', 'E', 'Y']),
  latestTimes: new Set(['K', 'L']),
  setTimes: new Set(['U', 'X', 'W', 'Z']),
  earliestDates: new Set(['37', '53']),
  latestDates: new Set(['38', '54']),
} as const

/** 432: the answer is wanted by then. */
export const respondByDate = '64'
