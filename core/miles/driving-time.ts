/**
 * Hours-of-service limits for property carriers, 49 CFR 395.3(a): 11 hours of driving after
 * 10 hours off, and a 30 minute break after 8 hours of driving.
 */
const drivingLimitHours = 11
const breakAfterHours = 8
const breakHours = 0.5
const restHours = 10

/** What a team loses to changing over, fuel and meals, as a share of wheel time. */
const teamOverhead = 0.1

export interface Rest {
  /** Wheel hours driven since the start when the rest begins. */
  afterHours: number
  hours: number
}

/**
 * The rests a single driver must take on the way, starting rested. A team has none: one sleeps
 * while the other drives.
 */
export function restsOnTheWay(wheelHours: number, team: boolean): Rest[] {
  if (team) return []
  const rests: Rest[] = []
  for (let driven = 0; driven < wheelHours; driven += drivingLimitHours) {
    const shift = Math.min(drivingLimitHours, wheelHours - driven)
    if (shift > breakAfterHours) rests.push({ afterHours: driven + breakAfterHours, hours: breakHours })
    if (wheelHours > driven + drivingLimitHours) rests.push({ afterHours: driven + drivingLimitHours, hours: restHours })
  }
  return rests
}

/** Hours from leaving to arriving, rests included. */
export function transitHours(wheelHours: number, team: boolean): number {
  if (team) return wheelHours * (1 + teamOverhead)
  return wheelHours + restsOnTheWay(wheelHours, team).reduce((sum, rest) => sum + rest.hours, 0)
}
