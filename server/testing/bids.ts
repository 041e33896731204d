import { eq } from 'drizzle-orm'
import type { ProjectTerms } from '#core/bid/bid'
import { day } from '#core/time/local'
import { bidToken } from '#server/bid/link'
import { addLanes, awardGuide, createProject, inviteCarriers, onProject } from '#server/bid/projects'
import type { Db } from '#server/db.server'
import { bidInvite, bidLane } from '#server/schema'
import { ines, now } from '#server/testing/world'

export const terms = (over: Partial<ProjectTerms> = {}): ProjectTerms => ({
  title: 'Potatoes to Phoenix',
  customerId: 1,
  validFrom: '2026-11-20',
  validTo: '2027-02-20',
  deadlineAt: now + 2 * day,
  sealed: true,
  requirements: 'Food grade trailers',
  questions: ['How many reefers do you run?'],
  remindHours: 24,
  acceptMinutes: 30,
  ...over,
})

/** A project of two lanes out of Twin Falls; carriers 1 to 3 are invited. Returns its id and the tokens of their links. */
export function openProject(db: Db, over: Partial<ProjectTerms> = {}) {
  const made = createProject(db, terms(over), { ...ines, repId: 1 })
  if ('refusal' in made) throw new Error(made.refusal.message)
  const { projectId } = made
  addLanes(
    db,
    projectId,
    [
      { origin: 'Twin Falls, ID', dest: 'Phoenix, AZ', equipment: 'reefer', loads: '130', weight: '42000' },
      { origin: 'Twin Falls, ID', dest: 'Denver, CO', equipment: 'reefer', loads: '26' },
    ],
    ines,
  )
  const invited = inviteCarriers(db, projectId, [1, 2, 3], ines)
  if ('refusal' in invited) throw new Error(invited.refusal.message)
  const tokens = db
    .select({ id: bidInvite.id })
    .from(bidInvite)
    .where(eq(bidInvite.projectId, projectId))
    .all()
    .map(({ id }) => bidToken(id))
  return { projectId, tokens, laneIds: laneIdsOf(db, projectId) }
}

export const laneIdsOf = (db: Db, projectId: number): number[] =>
  db
    .select({ id: bidLane.id })
    .from(bidLane)
    .where(eq(bidLane.projectId, projectId))
    .all()
    .map(({ id }) => id)

/** A project whose first lane is awarded to carriers 1, 2 and 3 at these prices. */
export function awardedProject(db: Db, prices: [number, number, number], over: Partial<ProjectTerms> = {}) {
  const project = openProject(db, { sealed: false, ...over })
  const [laneId] = project.laneIds
  for (const [at, priceMinor] of prices.entries()) {
    const bids = [{ laneId: laneId!, priceMinor, weeklyLoads: at === 0 ? 2 : null, note: '' }]
    const bid = {
      kind: 'bid' as const,
      carrierId: at + 1,
      bids,
      answers: [] as string[],
      how: 'page' as const,
      byUs: false,
    }
    onProject(db, project.projectId, bid, ines)
  }
  onProject(db, project.projectId, { kind: 'close', how: 'by_hand' }, ines)
  const places = prices.map((priceMinor, at) => ({
    carrierId: at + 1,
    priceMinor,
    weeklyLoads: at === 0 ? 2 : null,
  }))
  const awarded = awardGuide(db, project.projectId, [{ laneId: laneId!, places }], ines)
  if ('refusal' in awarded) throw new Error(awarded.refusal.message)
  return project
}
