import { eq } from 'drizzle-orm'
import type { GuideCandidate } from '#core/load/guide'
import { formatMoney } from '#core/money/money'
import { addDays, dayOf, toInstant, toLocal } from '#core/time/local'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import type { Outcome } from '#server/kernel/run'
import { carryOut } from '#server/load/commands'
import { guideRun, load } from '#server/schema'
import { askGate } from '#server/vetting/gate'
import { dueLoads, type GuidePlace, guideLaneOf, guideRule, hasGuide, placesOf } from './places'

/** Offers every load that is on a guide's lane and waits for nobody to the next carrier of its guide; how many were. */
export function offerDue(db: Db, now: number): number {
  if (!hasGuide(db)) return 0
  const due = dueLoads(db, now)
  const offered = due.filter((loadId) => {
    const outcome = offerNext(db, loadId, { now, by: guideRule })
    return outcome !== null && 'done' in outcome
  })
  return offered.length
}

/** Offers one load to the next carrier of its guide, also before the present one has answered where `isHurried`; null where no guide holds for it. */
export function offerNext(db: Db, loadId: number, act: Act, isHurried = false): Outcome | null {
  const row = db.select().from(load).where(eq(load.id, loadId)).get()
  if (!row) return null
  const pickupOn = dayOf(toLocal(row.pickupAt, row.originZone))
  const run = db.select().from(guideRun).where(eq(guideRun.loadId, loadId)).get()
  const laneId = guideLaneOf(db, loadId, pickupOn)
  // The load changed, or the guide did: what is left of the old one is not asked any more.
  if (laneId === null) return run ? carryOut(db, loadId, { kind: 'stop_guide' }, act) : null
  const lastRank = run?.laneId === laneId ? run.lastRank : 0
  const command = () => ({
    kind: 'offer_guide' as const,
    laneId,
    isHurried,
    candidates: placesOf(db, laneId, weekOf(pickupOn, row.originZone))
      .filter(({ rank }) => rank > lastRank)
      .map((place) => candidateOf(db, place, row, act.now)),
  })
  return carryOut(db, loadId, command, act)
}

/** Sunday to Saturday around a day, as instants of a zone. */
function weekOf(day: string, zone: string): { from: number; to: number } {
  const sunday = addDays(day, -new Date(`${day}T12:00:00Z`).getUTCDay())
  return { from: toInstant(`${sunday}T00:00`, zone), to: toInstant(`${addDays(sunday, 7)}T00:00`, zone) }
}

type LoadRow = typeof load.$inferSelect

function candidateOf(db: Db, place: GuidePlace, row: LoadRow, now: number): GuideCandidate {
  const { placeId, rank, carrierId, carrierName, priceMinor, acceptMinutes, mail } = place
  const hindrance = hindranceOf(db, place, row, now)
  return { placeId, rank, carrierId, carrierName, priceMinor, minutes: acceptMinutes, to: mail, hindrance }
}

/** Why a carrier of the guide is not asked: no way to reach it, its trucks of the week are used, it is too dear now, or vetting blocks it. */
function hindranceOf(db: Db, place: GuidePlace, row: LoadRow, now: number): string | null {
  const { mail, weeklyLoads, takenThatWeek, priceMinor, carrierId } = place
  if (mail === '') return 'no email address on file'
  if (weeklyLoads !== null && takenThatWeek >= weeklyLoads)
    return `its ${weeklyLoads} ${weeklyLoads === 1 ? 'load' : 'loads'} of that week are taken`
  if (row.maxPayMinor !== null && priceMinor > row.maxPayMinor)
    return `${formatMoney(priceMinor)} is above max pay, ${formatMoney(row.maxPayMinor)}`
  const { verdict } = askGate(db, row, carrierId, { override: null, role: 'rep' }, now)
  return verdict.verdict === 'stop' ? (verdict.reasons[0]?.message ?? 'vetting blocks it') : null
}
