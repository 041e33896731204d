import type { Db } from '#server/db.server'
import { announceTenders } from '#server/live/live'
import { logger } from '#server/log/logger'
import { listPartners, notePartnerProblem, type Partner } from '#server/partner/partners'
import { transportOf } from '#server/partner/transport'
import { receive } from './receive'

/** Takes in what lies ready at every partner's way; a partner that cannot be read keeps nobody else waiting. Answers how many files came. */
export function collectAll(db: Db, clock: () => number = Date.now): number {
  let count = 0
  for (const partner of listPartners(db)) if (!partner.paused) count += collectFrom(db, partner, clock)
  return count
}

function collectFrom(db: Db, partner: Partner, clock: () => number): number {
  try {
    const arrivals = transportOf(partner).collect(partner)
    for (const arrival of arrivals) {
      receive(db, arrival.bytes, { partner, source: arrival.source }, clock())
      // Only now: what is lost between the two is found again and known by its control number.
      arrival.kept()
    }
    return arrivals.length
  } catch (error) {
    const problem = error instanceof Error ? error.message : 'unknown'
    logger().error({ err: error, partner: partner.name }, 'a partner’s folder could not be read')
    if (notePartnerProblem(db, partner.id, problem)) announceTenders()
    return 0
  }
}
