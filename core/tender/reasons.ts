/** Why a tender is declined or a truck late: status reason codes of X12 (elements 641 and 1651), those a broker has use for. */
export const declineReasons = {
  T1: 'Tractor not available',
  T3: 'Trailer not available',
  T5: 'Trailer class not available',
  T7: 'Not enough time to deliver',
  D2: 'Driver not available',
  P1: 'Processing delay',
  BG: 'Other',
} as const
export type DeclineCode = keyof typeof declineReasons
export const declineCodes = Object.keys(declineReasons) as [DeclineCode, ...DeclineCode[]]

export const delayReasons = {
  NS: 'Normal',
  AF: 'Accident',
  AI: 'Mechanical breakdown',
  AG: 'Consignee related',
  AM: 'Shipper related',
  AO: 'Weather or natural disaster',
  D2: 'Driver not available',
  BG: 'Other',
} as const
export type DelayCode = keyof typeof delayReasons
export const delayCodes = Object.keys(delayReasons) as [DelayCode, ...DelayCode[]]
