const hour = 3_600_000

/**
 * Hours-of-service limits for drivers of property, in milliseconds. 49 CFR 395.3: (a)(3)(i) 11 hours
 * of driving in (a)(2) a window of 14 consecutive hours that opens after 10 hours off duty, (a)(3)(ii)
 * no driving after 8 hours driving without 30 minutes away from it, (b) no driving after 60 hours
 * on duty in 7 days or 70 in 8, (c) counted again after 34 hours off.
 */
export const limits = {
  driving: 11 * hour,
  window: 14 * hour,
  off: 10 * hour,
  drivingBeforeBreak: 8 * hour,
  break: hour / 2,
  restart: 34 * hour,
}

/** What a team loses to changing over, fuel and meals, as a share of wheel time: one sleeps while the other drives. */
export const teamOverhead = 0.1

/** What a driver has used up when the plan begins; a rested driver has used nothing. */
export interface HoursUsed {
  /** Hours driving since the last 10 hours off. */
  driving: number
  /** Hours since coming on duty after the last 10 hours off. */
  window: number
  /** Hours driving since the last 30 minutes away from it. */
  sinceBreak: number
  /** Hours on duty in the last 7 (or 8) days. */
  cycle: number
}

export const rested: HoursUsed = { driving: 0, window: 0, sinceBreak: 0, cycle: 0 }
