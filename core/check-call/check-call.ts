/** What a check call may report of a stop. */
export const stopEventKinds = ['appointment', 'arrived', 'departed', 'delayed'] as const
export type StopEventKind = (typeof stopEventKinds)[number]

export const stopEventWords: Record<StopEventKind, string> = {
  appointment: 'Appointment made',
  arrived: 'Arrived',
  departed: 'Departed',
  delayed: 'Delayed',
}

/** Why a truck is late: status reason codes of X12 (element 1651), those a broker has use for. */
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
