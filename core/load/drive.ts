import { type DriveToPlan, planDrive } from '../miles/drive'
import type { Leg } from '../miles/roads'
import { hour, type LocalTime, toInstant, toLocal } from '../time/local'
import type { Window } from '../time/read-when'
import type { StopPlace } from './load'
import type { LoadLeg } from './problem'

/** Loading or unloading takes about this long; nothing better is known of a stop yet. */
const usualWork = hour

/** The drive of a load as the hours-of-service plan takes it: windows as instants, work at every stop but the last. */
export function driveOf(
  stops: Pick<StopPlace, 'earliestLocal' | 'latestLocal' | 'zone'>[],
  legs: Leg[],
  team: boolean,
): DriveToPlan {
  const windows = stops.map((stop, at) => ({
    opens: toInstant(stop.earliestLocal, stop.zone),
    closes: toInstant(stop.latestLocal ?? stop.earliestLocal, stop.zone),
    work: at === stops.length - 1 ? 0 : usualWork,
  }))
  return { ready: windows[0]?.opens ?? 0, stops: windows, legs: legs.map((leg) => leg.hours), team }
}

/** A stop on the way: its zone, and its window where one is given. */
export interface StopToReach {
  zone: string
  window: Window | null
}

/** A stop without a window waits for the truck, however late: longer than any drive. */
const anyTime = 60 * 24 * hour

/**
 * When a truck can be at each stop at the earliest by the hours-of-service rules, each in its own zone's wall-clock time, from the first stop's opening. Null
 * from where the way or the first stop's time is not known.
 */
export function arrivalsOf(stops: StopToReach[], legs: LoadLeg[], team: boolean): (LocalTime | null)[] {
  const first = stops[0]?.window
  if (!first || legs.length !== stops.length - 1 || legs.some((leg) => !leg.byRoad)) return stops.map(() => null)
  const ready = toInstant(first.earliestLocal, stops[0]!.zone)
  const drive = {
    ready,
    stops: stops.map(({ zone, window }) => ({
      opens: window ? toInstant(window.earliestLocal, zone) : ready,
      closes: window ? toInstant(window.latestLocal ?? window.earliestLocal, zone) : ready + anyTime,
      work: usualWork,
    })),
    legs: legs.map((leg) => leg.hours),
    team,
  }
  return planDrive(drive).stops.map((stop, index) => toLocal(stop.arrives, stops[index]!.zone))
}
