import type { Db } from '#server/db.server'
import { logger } from '#server/log/logger'
import { listPartners, notePartnerProblem, type Partner } from '#server/partner/partners'
import { transportOf } from '#server/partner/transport'
import { receiveAside } from './receive'

/** Takes in what is ready at every partner's connection; one that cannot be read keeps nobody else waiting. Returns how many files came. */
export async function collectAll(db: Db, clock: () => number = Date.now): Promise<number> {
  let count = 0
  for (const partner of listPartners(db)) if (!partner.paused) count += await collectFrom(db, partner, clock)
  return count
}

async function collectFrom(db: Db, partner: Partner, clock: () => number): Promise<number> {
  try {
    let problemFound: string | null = null
    const arrivals = await transportOf(partner).collect(partner)
    for (const arrival of arrivals) {
      const { problem } = await receiveAside(db, arrival.bytes, { partner, source: arrival.source }, clock)
      if (problem) problemFound = `${arrival.source}: ${problem}`
      // Only now: what is lost between the two is found again and known by its control number.
      await arrival.kept()
    }
    if (problemFound) notePartnerProblem(db, partner.id, problemFound)
    return arrivals.length
  } catch (error) {
    const problem = error instanceof Error ? error.message : 'unknown'
    notePartnerProblem(db, partner.id, problem)
    logger().error({ err: error, partner: partner.name }, 'a partner’s folder could not be read')
    return 0
  }
}
