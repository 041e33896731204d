/** Why a tender is declined: status reason codes of X12 (element 641), those a broker has use for. */
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
