import { eq, sql } from 'drizzle-orm'
import type { AnswerRule } from '#core/tender/answer-rules'
import { usualStatusCodes } from '#core/tender/partner'
import { day } from '#core/time/local'
import type { Db } from '#server/db.server'
import { answeringRule, customer, facility, load, partner, partnerCode, site, stop } from '#server/schema'
import { broker, type Habit, habits } from './partner-habits'
import { siteDescription } from './partner-site'
import type { PartnerWires } from './partner-wires'
import { writePastTenders } from './past-tenders'
import type { Chance } from './random'
import { customers, people } from './world'

/** Partners with their codes, ninety days of what they tendered, and the file that the stand-in reads. */
export function writePartners(db: Db, wires: PartnerWires, now: number, luck: Chance): void {
  for (const habit of habits) {
    const owner = db.select().from(customer).where(eq(customer.name, habit.customer)).get()!
    const { lineEnd, ...delimiters } = habit.delimiters
    const address = { folder: habit.key, http: `${wires.partners}/in/${habit.key}`, site: wires.site }[habit.transport]
    const row = db
      .insert(partner)
      .values({
        name: habit.customer,
        customerId: owner.id,
        transport: habit.transport,
        address,
        secret: `${wires.secret.slice(0, 16)}-${habit.key}`,
        allowPrivate: true,
        theirQualifier: habit.qualifier,
        theirId: habit.id,
        theirGroup: habit.id,
        ourQualifier: broker.qualifier,
        ourId: broker.id,
        ourGroup: broker.id,
        scac: broker.scac,
        version: habit.version,
        delimiters: { ...delimiters, lineEnd },
        usage: habit.usage,
        documents: habit.transport === 'site' ? [] : ['204', '990', '214', '210', '997'],
        respondMinutes: habit.respondHours * 60,
        onExpiry: habit.onExpiry,
        takesNotes: habit.takesNotes,
        statusCodes: usualStatusCodes,
        contactName: luck.pick(people).name.replace(/^\w+/, 'Robin'),
        contactPhone: '509-555-0190',
        contactMail: `tenders@${habit.key.replace('-', '')}.example`,
      })
      .returning()
      .get()
    if (habit.transport === 'site')
      db.insert(site)
        .values({ partnerId: row.id, userName: 'ploverrook', description: siteDescription, everyMinutes: 1, nextAt: 0 })
        .run()
    writeCodes(db, row.id, owner, habit, now, luck)
    writePastTenders(db, row.id, owner.name, owner.id, now, luck)
    const rules = rulesOf[habit.key] ?? []
    rules.forEach(
      (rule, at) =>
        void db
          .insert(answeringRule)
          .values({
            customerId: owner.id,
            position: at + 1,
            rule,
            on: rule.verdict === 'decline',
            madeBy: people[2].name,
            madeAt: now - 20 * day,
            triedAt: rule.verdict === 'decline' ? now - 20 * day : null,
          })
          .run(),
    )
  }
}

const anyTender: AnswerRule = {
  name: '',
  verdict: 'accept',
  reasonCode: null,
  lanes: [],
  equipment: [],
  minDays: null,
  maxDays: null,
  driving: 'any',
  margin: null,
  week: null,
  hold: 'any',
}

/** What answers by itself: one rule at work, one that nobody has dared to switch on yet. */
const rulesOf: Record<string, AnswerRule[]> = {
  'quiet-anvil': [
    { ...anyTender, name: 'Too tight to drive', verdict: 'decline', reasonCode: 'T7', driving: 'not_feasible' },
  ],
  snowmelt: [
    { ...anyTender, name: 'Too tight to drive', verdict: 'decline', reasonCode: 'T7', driving: 'not_feasible' },
    {
      ...anyTender,
      name: 'Potatoes to the Southwest',
      lanes: [
        { from: 'ID', to: 'AZ' },
        { from: 'ID', to: 'CA' },
      ],
      equipment: ['reefer'],
      minDays: 1,
      driving: 'feasible',
      margin: { at: 'middle', is: 'at_least', percent: 14 },
      week: { is: 'below', count: 12 },
      hold: 'free',
    },
  ],
}

/** The code by which a partner knows its customer. */
export const customerCodeOf = (name: string) =>
  `${name
    .replace(/[^A-Za-z]/g, '')
    .slice(0, 6)
    .toUpperCase()}01`

/** Places that a customer ships from and to, the busiest first. */
export function placesOf(db: Db, customerId: number) {
  return db
    .select({ facility, times: sql<number>`count(*)` })
    .from(stop)
    .innerJoin(facility, eq(facility.id, stop.facilityId))
    .innerJoin(load, eq(load.id, stop.loadId))
    .where(eq(load.customerId, customerId))
    .groupBy(facility.id)
    .orderBy(sql`count(*) desc`, facility.id)
    .limit(16)
    .all()
    .map((row) => row.facility)
}

/** The code of a partner’s place. */
export const siteCode = (at: number) => `L${String(at * 7 + 11).padStart(3, '0')}`

/** Most codes were mapped when they first came; the last places are new to us. */
function writeCodes(
  db: Db,
  partnerId: number,
  owner: typeof customer.$inferSelect,
  habit: Habit,
  now: number,
  luck: Chance,
): void {
  const mapped = { mappedBy: people[2].name, mappedAt: now - luck.whole(95, 160) * day, firstSeenAt: now - 170 * day }
  db.insert(partnerCode)
    .values({
      partnerId,
      kind: 'customer',
      code: customerCodeOf(owner.name),
      said: `${owner.name}, ${owner.city} ${owner.region}`,
      customerId: owner.id,
      ...mapped,
    })
    .run()
  const known = placesOf(db, owner.id).slice(0, 13)
  const rows = known.map((place, at) => ({
    partnerId,
    kind: 'location' as const,
    code: habit.transport === 'site' ? `${place.name} ${place.postal.slice(0, 5)}`.toUpperCase() : siteCode(at),
    said: `${place.name}, ${place.city} ${place.region}, ${place.postal}`,
    facilityId: place.id,
    ...mapped,
  }))
  db.insert(partnerCode).values(rows).onConflictDoNothing().run()
  const equipment = [
    ...new Set(customers.find(({ name }) => name === owner.name)!.commodities.map((each) => each.equipment)),
  ]
  const codes: Record<string, string> =
    habit.transport === 'site'
      ? { reefer: 'COLD TRAILER', van: 'DRY TRAILER' }
      : { van: 'TF', reefer: 'RT', flatbed: 'FT', step_deck: 'SD' }
  for (const kind of equipment)
    if (codes[kind])
      db.insert(partnerCode)
        .values({ partnerId, kind: 'equipment', code: codes[kind]!, equipment: kind, ...mapped })
        .run()
}
