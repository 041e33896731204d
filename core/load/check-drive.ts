import { fixesOf, planDrive, transitHours } from '../miles/drive'
import { hour, toInstant } from '../time/local'
import { spanWords } from '../time/words'
import { driveOf } from './drive'
import type { StopPlace } from './load'
import type { LoadLeg, LoadToCheck, Problem } from './problem'

/** Whether the load can be driven at all, and in time by the law. Reported at the first stop that is missed. */
export function checkDrive(load: LoadToCheck): Problem[] {
  const { stops, legs } = load
  const roadless = legs.findIndex((leg) => leg?.byRoad === false)
  if (roadless >= 0)
    return [
      {
        path: `stops.${roadless + 1}.earliestLocal`,
        code: 'no_road',
        severity: 'stop',
        message: 'No road leads there from the stop before',
      },
    ]
  if (stops.length < 2 || stops.includes(null) || legs.length !== stops.length - 1 || legs.includes(null)) return []
  const drive = driveOf(stops as StopPlace[], legs as LoadLeg[], load.team)
  if (drive.stops.some((stop, at) => at > 0 && stop.closes <= drive.stops[at - 1]!.opens)) return []
  const plan = planDrive(drive)
  const missed = plan.stops.findIndex((stop) => stop.late > 0)
  if (missed < 0) return []
  const miles = (legs as LoadLeg[]).slice(0, missed).reduce((sum, leg) => sum + leg.miles, 0)
  const fixes = fixesOf(drive, plan)
  const ways = [
    fixes.team ? 'a team' : '',
    fixes.earlierPickup === null ? '' : `the pickup ${spanWords(fixes.earlierPickup)} earlier`,
    `the delivery ${spanWords(fixes.laterDelivery)} later`,
  ].filter(Boolean)
  return [
    {
      path: `stops.${missed}.earliestLocal`,
      code: 'cannot_be_driven',
      severity: 'stop',
      message:
        `Cannot legally be there in time: ${Math.round(miles).toLocaleString('en-US')} miles with rests, ${spanWords(plan.stops[missed]!.late)} late. ${ways.join(', or ')} would fix it`
          .replace('. a team', '. A team')
          .replace('. the', '. The'),
    },
  ]
}

/** A stop so much later than a truck could be there is likelier a mistyped day. */
const longGap = 3 * 24 * hour

/** Stops whose window closes long after the truck could be there. */
export function checkGaps({ stops, legs, team }: LoadToCheck): Problem[] {
  if (stops.length < 2 || stops.includes(null) || legs.length !== stops.length - 1 || legs.includes(null)) return []
  const known = stops as StopPlace[]
  return known.slice(1).flatMap((stop, at): Problem[] => {
    const before = known[at]!
    const opens = toInstant(stop.earliestLocal, stop.zone)
    const leaves = toInstant(before.latestLocal ?? before.earliestLocal, before.zone)
    const spare = opens - leaves - transitHours(legs[at]!.hours, team) * hour
    if (spare < longGap) return []
    const message = `It has ${spanWords(spare)} longer than the drive takes: is the day right?`
    return [{ path: `stops.${at + 1}.earliestLocal`, code: 'long_gap', severity: 'note', message }]
  })
}
