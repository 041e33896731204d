import { asc, eq } from 'drizzle-orm'
import type { ProjectTerms } from '#core/bid/bid'
import type { Cells } from '#core/quote/quote'
import { addDays, addMonths, day, dayOf, toLocal } from '#core/time/local'
import { addLanes, createProject } from '#server/bid/projects'
import type { Db } from '#server/db.server'
import { recordEvent } from '#server/event/event'
import { bidInvite, bidLane, bidProject, carrier, laneBid } from '#server/schema'
import { zone } from './past-quotes'
import type { Chance } from './random'
import type { World } from './settle'
import { inesId } from './world'

const by = { kind: 'person' as const, id: inesId, name: 'Ines Calloway' }

const vanLanes: Cells[] = [
  { origin: 'Yakima, WA', dest: 'Denver, CO', equipment: 'van', loads: '104' },
  { origin: 'Yakima, WA', dest: 'Salt Lake City, UT', equipment: 'van', loads: '52' },
  { origin: 'Spokane, WA', dest: 'Denver, CO', equipment: 'van', loads: '26' },
  { origin: 'Yakima, WA', dest: 'Boise, ID', equipment: 'van', loads: '78' },
]
const reeferLanes: Cells[] = [
  { origin: 'Burley, ID', dest: 'Phoenix, AZ', equipment: 'reefer', weight: '42000', loads: '156' },
  { origin: 'Burley, ID', dest: 'Las Vegas, NV', equipment: 'reefer', weight: '42000', loads: '52' },
  { origin: 'Rexburg, ID', dest: 'Denver, CO', equipment: 'reefer', weight: '41000', loads: '104' },
  { origin: 'Rexburg, ID', dest: 'Albuquerque, NM', equipment: 'reefer', weight: '41000', loads: '26' },
  { origin: 'Burley, ID', dest: 'Sacramento, CA', equipment: 'reefer', weight: '42000', loads: '39' },
]

/** Two projects of lanes put out to carriers: one that takes bids just now, one that is closed and waits to be awarded. */
export function writeBidProjects(db: Db, { customerIds }: World, now: number, luck: Chance): void {
  const today = dayOf(toLocal(now, zone))
  const terms = {
    validFrom: addDays(today, 20),
    validTo: addMonths(addDays(today, 20), 6),
    sealed: true,
    requirements: 'Drop trailers welcome. Detention after two hours.',
    questions: ['How many trucks can you commit in a usual week?'],
    remindHours: 24,
    acceptMinutes: 30,
  }
  writeProject(
    db,
    { ...terms, title: 'Paper Heron, vans out of Yakima', customerId: customerIds[1]!, deadlineAt: now + 2 * day },
    { lanes: vanLanes, state: 'open', asked: 5, answered: 2, now, luck },
  )
  writeProject(
    db,
    { ...terms, title: 'Snowmelt, spring reefers', customerId: customerIds[0]!, deadlineAt: now - 3 * 3_600_000 },
    { lanes: reeferLanes, state: 'closed', asked: 6, answered: 5, now, luck },
  )
}

interface ProjectPlan {
  lanes: Cells[]
  state: 'open' | 'closed'
  asked: number
  answered: number
  now: number
  luck: Chance
}

/** A project as it stands some days after it was put out; what was emailed then is long sent. */
function writeProject(db: Db, terms: ProjectTerms, { lanes, state, asked, answered, now, luck }: ProjectPlan): void {
  const startedAt = now - 6 * day
  const act = { now: startedAt, by }
  const made = createProject(db, terms, { ...act, repId: inesId })
  if ('refusal' in made) throw new Error(made.refusal.message)
  const { projectId } = made
  addLanes(db, projectId, lanes, act)
  const carriers = db.select().from(carrier).orderBy(asc(carrier.id)).limit(asked).all()
  const names = carriers.map(({ name }) => name)
  recordEvent(db, 'bid_project', projectId, { kind: 'carriers_invited', carriers: names, lanes: lanes.length }, act)
  for (const [at, { id, name, mail }] of carriers.entries()) {
    const answeredAt = at < answered ? startedAt + (1 + at) * 0.8 * day : null
    const { id: inviteId } = db
      .insert(bidInvite)
      .values({
        ...{ projectId, carrierId: id, sentTo: mail, sentAt: startedAt, answeredAt },
        openedAt: at <= answered ? startedAt + 0.6 * day : null,
        state: answeredAt === null ? 'invited' : 'bid',
        answers: answeredAt === null ? [] : [`${3 + at}`],
      })
      .returning({ id: bidInvite.id })
      .get()
    if (answeredAt === null) continue
    const bids = bidsOn(db, projectId, luck).map((bid) => ({ ...bid, inviteId, receivedAt: answeredAt }))
    db.insert(laneBid).values(bids).run()
    const bidder = { now: answeredAt, by: { kind: 'carrier' as const, id, name: `${name} by link` } }
    const event = { carrierName: name, lanes: bids.length, again: false, how: 'page' as const }
    recordEvent(db, 'bid_project', projectId, { kind: 'bid_received', ...event }, bidder)
  }
  db.update(bidProject).set({ state }).where(eq(bidProject.id, projectId)).run()
}

/** One carrier's prices, around what its lanes are likely to cost; it leaves some lanes out. */
function bidsOn(db: Db, projectId: number, luck: Chance) {
  const rows = db.select().from(bidLane).where(eq(bidLane.projectId, projectId)).all()
  const wanted = rows.filter((_, at) => at === 0 || luck.next() < 0.75)
  const level = 0.96 + luck.next() * 0.12
  return wanted.map(({ id, bandMiddleMinor, miles }) => ({
    laneId: id,
    priceMinor: Math.round(((bandMiddleMinor ?? (miles ?? 500) * 240) * (level + luck.next() * 0.06)) / 2500) * 2500,
    weeklyLoads: luck.next() < 0.5 ? 1 + Math.floor(luck.next() * 4) : null,
    note: '',
  }))
}
