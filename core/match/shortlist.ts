import { type Point, straightMiles } from '../place/straight'
import { day } from '../time/local'
import { spanWords } from '../time/words'

/** One past run of a carrier on or near the lane. */
export interface Run {
  carrierId: number
  sameLane: boolean
  originCity: string
  destCity: string
  payMinor: number
  deliveredOnTime: boolean | null
  bookedAt: number
}

export interface Candidate {
  carrierId: number
  name: string
  home: Point & { city: string; region: string }
  equipmentMatches: boolean
  /** A truck of it that is known to be empty near the pickup in time; null for none. */
  truck: { milesAway: number; words: string } | null
}

export interface Shortlisted {
  carrierId: number
  name: string
  score: number
  /** Why they are here, the strongest first: `7 times here · on time 6 of 7 · based in Jerome ID`. */
  why: string[]
  paidMinor: number | null
  paidAt: number | null
}

/** Beyond this many miles from the pickup a home base is no reason any more. */
const nearHomeMiles = 120
const halfLifeDays = 120
/** A truck that is known to be there counts as much as this many recent runs, less by its miles. */
const truckWeight = 1.5
/** Farther than this a known truck is no reason. */
const farthestTruck = 250

/**
 * Carriers who ran this lane or nearby or live near the pickup, the likeliest first, each with
 * its reasons. Runs are weighed by age (half in 120 days), a run nearby counts a third.
 */
export function shortlist(pickup: Point, candidates: Candidate[], runs: Run[], now: number, limit = 8): Shortlisted[] {
  const runsOf = runsByCarrier(runs)
  const ranked = candidates
    .map((candidate) => rank(pickup, candidate, runsOf.get(candidate.carrierId) ?? [], now))
    .sort((one, other) => other.score - one.score || one.candidate.name.localeCompare(other.candidate.name))
  const listed: Shortlisted[] = []
  // Reasons are worded only for those that are listed; who has none is passed over.
  for (const each of ranked) {
    if (listed.length === limit) break
    const why = reasons(each, now)
    if (why.length > 0) listed.push(entryOf(each, why))
  }
  return listed
}

function runsByCarrier(runs: Run[]): Map<number, Run[]> {
  const byCarrier = new Map<number, Run[]>()
  for (const run of runs) {
    const own = byCarrier.get(run.carrierId)
    if (own) own.push(run)
    else byCarrier.set(run.carrierId, [run])
  }
  return byCarrier
}

interface Ranked {
  candidate: Candidate
  score: number
  /** Runs on this lane and nearby, each the newest first. */
  here: Run[]
  near: Run[]
  homeMiles: number
  grade: { onTime: number; judged: number }
}

function rank(pickup: Point, candidate: Candidate, runs: Run[], now: number): Ranked {
  const here = runs.filter((run) => run.sameLane).sort(newestFirst)
  const near = runs.filter((run) => !run.sameLane).sort(newestFirst)
  const homeMiles = straightMiles(pickup, candidate.home)
  const judged = runs.filter((run) => run.deliveredOnTime !== null)
  const onTime = judged.filter((run) => run.deliveredOnTime).length
  const onTimeShare = (onTime + 4.5) / (judged.length + 5)
  const weight = (run: Run) => 0.5 ** ((now - run.bookedAt) / day / halfLifeDays)
  const runScore = Math.log1p(
    here.reduce((sum, run) => sum + weight(run), 0) + near.reduce((sum, run) => sum + weight(run) / 3, 0),
  )
  const homeScore = Math.max(0, 1 - homeMiles / nearHomeMiles) * 0.6
  const truckScore = candidate.truck ? truckWeight * Math.max(0.2, 1 - candidate.truck.milesAway / farthestTruck) : 0
  return {
    candidate,
    score: (runScore + homeScore + truckScore) * onTimeShare * (candidate.equipmentMatches ? 1 : 0.4),
    here,
    near,
    homeMiles,
    grade: { onTime, judged: judged.length },
  }
}

function entryOf({ candidate, score, here, near }: Ranked, why: string[]): Shortlisted {
  const last = here[0] ?? near[0] ?? null
  return {
    carrierId: candidate.carrierId,
    name: candidate.name,
    score,
    why,
    paidMinor: last?.payMinor ?? null,
    paidAt: last?.bookedAt ?? null,
  }
}

const newestFirst = (one: Run, other: Run) => other.bookedAt - one.bookedAt

function reasons({ candidate, here, near, homeMiles, grade }: Ranked, now: number): string[] {
  const times = (count: number) => (count === 1 ? 'once' : `${count} times`)
  const why: string[] = []
  if (candidate.truck) why.push(candidate.truck.words)
  if (here[0]) why.push(`${times(here.length)} here, last ${spanWords(now - here[0].bookedAt)} ago`)
  else if (near[0]) why.push(`${times(near.length)} nearby: ${near[0].originCity} to ${near[0].destCity}`)
  if (homeMiles <= nearHomeMiles) why.push(`based in ${candidate.home.city} ${candidate.home.region}`)
  if (why.length > 0 && grade.judged >= 3) why.push(`on time ${grade.onTime} of ${grade.judged}`)
  return why
}
