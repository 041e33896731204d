import { type HoursUsed, limits } from './hours-of-service'

/** Time off on the way: half an hour, ten hours, or the 34 that restart the week. */
export interface Rest {
  kind: 'break' | 'rest' | 'restart'
  /** Instant at which it begins, and how long it lasts (milliseconds). */
  at: number
  length: number
  /** Wheel time since the stop before, so that it can be drawn on the way. */
  driven: number
}

/** A driver's clocks at one instant. Times in milliseconds. */
export interface Clock {
  now: number
  driving: number
  sinceBreak: number
  cycle: number
  /** When the present window opened; what is behind it is rest. */
  windowFrom: number
  /** By how much the last rest could have been longer without missing anything since: waiting is rather done resting. */
  slack: number
}

const hour = 3_600_000

/** A driver’s clock at an instant (UTC milliseconds), with the hours used before it. */
export function clockAt(now: number, used: HoursUsed): Clock {
  const fresh = used.driving === 0 && used.window === 0
  return {
    now,
    driving: used.driving * hour,
    sinceBreak: used.sinceBreak * hour,
    cycle: used.cycle * hour,
    windowFrom: now - used.window * hour,
    slack: fresh ? Number.POSITIVE_INFINITY : 0,
  }
}

/** Ten hours off or longer: the day starts over, and could begin later still. */
export function restFor(clock: Clock, length: number): Clock {
  const now = clock.now + length
  return {
    now,
    driving: 0,
    sinceBreak: 0,
    cycle: length >= limits.restart ? 0 : clock.cycle,
    windowFrom: now,
    slack: Number.POSITIVE_INFINITY,
  }
}

/** Waits until an instant: a long wait is a rest; of a short one as much as may be is added to the last rest. */
export function waitUntil(clock: Clock, instant: number): Clock {
  const length = instant - clock.now
  if (length <= 0) return clock
  if (length >= limits.off) return restFor(clock, length)
  const shift = Math.min(length, clock.slack)
  return {
    ...clock,
    now: instant,
    sinceBreak: length >= limits.break ? 0 : clock.sinceBreak,
    windowFrom: clock.windowFrom + shift,
    slack: clock.slack - shift,
  }
}

/** Works at a stop, on duty; `spare` is by how much the work could have begun later. */
export function workFor(clock: Clock, length: number, spare: number): Clock {
  return {
    ...clock,
    now: clock.now + length,
    cycle: clock.cycle + length,
    sinceBreak: length >= limits.break ? 0 : clock.sinceBreak,
    slack: Math.min(clock.slack, spare),
  }
}

/** Drives for some wheel time, resting where the rules say so and no sooner. */
export function driveFor(clock: Clock, wheel: number, cycleLimit: number): { clock: Clock; rests: Rest[] } {
  const rests: Rest[] = []
  let at = clock
  let driven = 0
  const rest = (kind: Rest['kind'], length: number) => {
    rests.push({ kind, at: at.now, length, driven })
    at = kind === 'break' ? { ...at, now: at.now + length, sinceBreak: 0 } : restFor(at, length)
  }
  while (driven < wheel) {
    const week = cycleLimit - at.cycle
    const day = Math.min(limits.driving - at.driving, at.windowFrom + limits.window - at.now)
    const stretch = Math.min(wheel - driven, week, day, limits.drivingBeforeBreak - at.sinceBreak)
    if (stretch > 0) {
      at = {
        ...at,
        now: at.now + stretch,
        driving: at.driving + stretch,
        sinceBreak: at.sinceBreak + stretch,
        cycle: at.cycle + stretch,
      }
      driven += stretch
    } else if (week <= 0) rest('restart', limits.restart)
    else if (day <= 0) rest('rest', limits.off)
    else rest('break', limits.break)
  }
  return { clock: at, rests }
}
