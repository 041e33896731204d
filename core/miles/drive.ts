import { type Clock, clockAt, driveFor, type Rest, restFor, waitUntil, workFor } from './driver-clock'
import { type HoursUsed, limits, rested, teamOverhead } from './hours-of-service'

/** A stop of a drive: when it is open (instants, from its own local times) and how long the work takes. */
export interface DriveStop {
  opens: number
  closes: number
  /** Milliseconds of loading or unloading. */
  work: number
}

export interface DriveToPlan {
  /** When the truck is at the first stop and ready. */
  ready: number
  stops: DriveStop[]
  /** Wheel hours from each stop to the next. */
  legs: number[]
  team: boolean
  used?: HoursUsed
  /** 60 hours in 7 days, or 70 in 8. */
  cycleHours?: 60 | 70
}

/** What happens at a stop when it is reached as early as the law allows. */
export interface StopPlan {
  arrives: number
  /** Work begins: at once, or when the stop opens. */
  begins: number
  leaves: number
  /** Milliseconds after closing; 0 on time. */
  late: number
  /** Rests on the way to this stop. */
  rests: Rest[]
}

export interface DrivePlan {
  stops: StopPlan[]
  /** Arrivals when everything begins as late as still makes every later stop on time; null where it cannot be made at all. */
  latest: number[] | null
  /** Milliseconds by which the worst stop is late; 0 where all are on time. */
  late: number
}

const hour = 3_600_000
const minute = 60_000

/** Plans a drive under hours-of-service rules: the earliest it can be done, and the latest it may begin. */
export function planDrive(drive: DriveToPlan): DrivePlan {
  const stops = earliest(drive)
  const late = Math.max(0, ...stops.map((stop) => stop.late))
  return { stops, late, latest: late > 0 ? null : latestArrivals(drive, stops) }
}

/** By how many milliseconds the worst stop is late at the earliest; 0 where all can be made. */
export const howLate = (drive: DriveToPlan): number => Math.max(0, ...earliest(drive).map((stop) => stop.late))

/** One way of going on: the driver's clocks now, the stops behind, and the rests since the last of them. */
interface Course {
  clock: Clock
  stops: StopPlan[]
  rests: Rest[]
}

/** The earliest arrivals. After each stop a driver may go on, or rest first where that pays later. */
function earliest(drive: DriveToPlan): StopPlan[] {
  let courses: Course[] = [{ clock: clockAt(drive.ready, drive.used ?? rested), stops: [], rests: [] }]
  for (const [index, stop] of drive.stops.entries()) {
    if (index > 0) courses = courses.flatMap((course) => onward(course, drive, drive.legs[index - 1]! * hour))
    courses = undominated(courses.map((course) => atStop(course, stop)))
  }
  return courses.reduce((best, course) => (isBetter(course, best) ? course : best)).stops
}

/** Drives to the next stop, at once or after ten hours off. */
function onward(course: Course, drive: DriveToPlan, wheel: number): Course[] {
  const { clock } = course
  if (drive.team) return [{ ...course, clock: { ...clock, now: clock.now + wheel * (1 + teamOverhead) } }]
  const driven = (from: Clock, before: Rest[]): Course => {
    const way = driveFor(from, wheel, (drive.cycleHours ?? 70) * hour)
    return { ...course, clock: way.clock, rests: [...before, ...way.rests] }
  }
  const isFresh = clock.windowFrom === clock.now
  return isFresh
    ? [driven(clock, [])]
    : [
        driven(clock, []),
        driven(restFor(clock, limits.off), [{ kind: 'rest', at: clock.now, length: limits.off, driven: 0 }]),
      ]
}

function atStop({ clock, stops, rests }: Course, stop: DriveStop): Course {
  const waited = waitUntil(clock, stop.opens)
  const late = Math.max(0, waited.now - stop.closes)
  const worked = workFor(waited, stop.work, Math.max(0, stop.closes - waited.now))
  return {
    clock: worked,
    rests: [],
    stops: [...stops, { arrives: clock.now, begins: waited.now, leaves: worked.now, late, rests }],
  }
}

const lateness = (course: Course): number => course.stops.reduce((sum, stop) => sum + stop.late, 0)

/** Lateness weighs before time: a plan that is on time is better than one that ends sooner. */
const isBetter = (one: Course, other: Course): boolean =>
  lateness(one) < lateness(other) || (lateness(one) === lateness(other) && one.clock.now < other.clock.now)

/** Leaves out courses that are behind another in every respect; of two alike the first stays. */
function undominated(courses: Course[]): Course[] {
  return courses.filter(
    (course, at) =>
      !courses.some(
        (other, index) => index !== at && isAhead(other, course) && (index < at || !isAhead(course, other)),
      ),
  )
}

function isAhead(one: Course, other: Course): boolean {
  const [a, b] = [one.clock, other.clock]
  return (
    lateness(one) <= lateness(other) &&
    a.now <= b.now &&
    a.driving <= b.driving &&
    a.sinceBreak <= b.sinceBreak &&
    a.cycle <= b.cycle &&
    a.windowFrom >= b.windowFrom &&
    a.slack >= b.slack
  )
}

/** Arrivals when the first stop is begun as late as everything after it allows, to the minute. */
function latestArrivals(drive: DriveToPlan, stops: StopPlan[]): number[] {
  const from = (ready: number) => earliest({ ...drive, ready })
  let good = stops[0]!.begins
  let bad = drive.stops[0]!.closes + minute
  while (bad - good > minute) {
    const middle = good + Math.max(minute, Math.floor((bad - good) / 2 / minute) * minute)
    if (from(middle).every((stop) => stop.late === 0)) good = middle
    else bad = middle
  }
  return from(good).map((stop) => stop.arrives)
}

/** What would make a drive that is late legal and on time. */
export interface Fixes {
  /** A second driver alone would do. */
  team: boolean
  /** Milliseconds by which the first stop would have to open earlier; null where even two days are not enough. */
  earlierPickup: number | null
  /** Milliseconds by which the late stops would have to close later. */
  laterDelivery: number
}

const earliestPickup = 48 * hour

/** How a late plan could be fixed; each alone. */
export function fixesOf(drive: DriveToPlan, plan: DrivePlan): Fixes {
  const shifted = (by: number): DriveToPlan => ({
    ...drive,
    ready: drive.ready - by,
    stops: drive.stops.map((stop, at) => (at === 0 ? { ...stop, opens: stop.opens - by } : stop)),
  })
  return {
    team: !drive.team && howLate({ ...drive, team: true }) === 0,
    earlierPickup: minShift((by) => howLate(shifted(by)) === 0),
    laterDelivery: plan.late,
  }
}

/** The least whole quarter of an hour that is enough. */
function minShift(isEnough: (by: number) => boolean): number | null {
  const quarter = 15 * minute
  if (!isEnough(earliestPickup)) return null
  let short = 0
  let enough = earliestPickup
  while (enough - short > quarter) {
    const middle = short + Math.round((enough - short) / 2 / quarter) * quarter
    if (isEnough(middle)) enough = middle
    else short = middle
  }
  return enough
}

/** Hours from leaving to arriving for a rested driver, rests included. */
export function transitHours(wheelHours: number, team: boolean): number {
  if (team) return wheelHours * (1 + teamOverhead)
  return driveFor(clockAt(0, rested), wheelHours * hour, 70 * hour).clock.now / hour
}
