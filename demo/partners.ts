import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { and, eq, gte, sql } from 'drizzle-orm'
import type { AnswerRule } from '#core/tender/answer-rules'
import type { TenderFacts } from '#core/tender/facts'
import { usualStatusCodes } from '#core/tender/partner'
import type { Tender } from '#core/tender/tender'
import type { Db } from '#server/db.server'
import {
  answeringRule,
  customer,
  facility,
  load,
  partner,
  partnerCode,
  site,
  stop,
  tender,
  tenderNotice,
} from '#server/schema'
import { marketPrice } from './market'
import { siteDescription } from './partner-site'
import type { Chance } from './random'
import { customers, people, streets } from './world'

const day = 86_400_000
const broker = { qualifier: 'ZZ', id: 'PLOVERROOK', scac: 'PLRK' }

interface Habit {
  key: string
  customer: string
  transport: 'folder' | 'http' | 'site'
  qualifier: string
  id: string
  version: string
  delimiters: { element: string; component: string; repetition: string | null; segment: string; lineEnd: string }
  usage: 'T' | 'P'
  zoneCode: string
  zone: string
  respondHours: number
  multiStop: boolean
  onExpiry: 'lapse' | 'decline' | 'keep'
  takesNotes: boolean
  equipmentWords: Record<string, string>
}

const usual = { element: '*', component: '>', repetition: null, segment: '~', lineEnd: '' }

/** Customers with a system that tenders, each with its own manner. */
const habits: Habit[] = [
  {
    key: 'snowmelt',
    customer: 'Snowmelt Potato Growers',
    transport: 'folder',
    qualifier: 'ZZ',
    id: 'SNOWMELTPG',
    version: '004010',
    delimiters: usual,
    usage: 'P',
    zoneCode: 'MT',
    zone: 'America/Denver',
    respondHours: 3,
    multiStop: false,
    onExpiry: 'lapse',
    takesNotes: false,
    equipmentWords: {},
  },
  {
    key: 'two-otters',
    customer: 'Two Otters Beverage',
    transport: 'http',
    qualifier: '02',
    id: 'TOBV',
    version: '004030',
    delimiters: { element: '|', component: '>', repetition: '^', segment: '\n', lineEnd: '' },
    usage: 'P',
    zoneCode: 'PT',
    zone: 'America/Los_Angeles',
    respondHours: 2,
    multiStop: false,
    onExpiry: 'keep',
    takesNotes: true,
    equipmentWords: {},
  },
  {
    key: 'quiet-anvil',
    customer: 'Quiet Anvil Steel',
    transport: 'folder',
    qualifier: '01',
    id: '081500143',
    version: '005010',
    delimiters: { element: '*', component: ':', repetition: '^', segment: '~', lineEnd: '\r\n' },
    usage: 'P',
    zoneCode: 'ET',
    zone: 'America/New_York',
    respondHours: 5,
    multiStop: true,
    onExpiry: 'decline',
    takesNotes: true,
    equipmentWords: {},
  },
  {
    key: 'marigold',
    customer: 'Marigold & Flint Tile',
    transport: 'folder',
    qualifier: 'ZZ',
    id: 'MFTILE',
    version: '003040',
    delimiters: { element: '\x1d', component: '\x1f', repetition: null, segment: '\x1e', lineEnd: '' },
    usage: 'T',
    zoneCode: 'CT',
    zone: 'America/Chicago',
    respondHours: 6,
    multiStop: false,
    onExpiry: 'lapse',
    takesNotes: false,
    equipmentWords: {},
  },
  {
    key: 'cobalt-hen',
    customer: 'Cobalt Hen Egg Farms',
    transport: 'site',
    qualifier: 'ZZ',
    id: 'COBALTHEN',
    version: '004010',
    delimiters: usual,
    usage: 'P',
    zoneCode: 'CT',
    zone: 'America/Chicago',
    respondHours: 4,
    multiStop: false,
    onExpiry: 'lapse',
    takesNotes: false,
    equipmentWords: {},
  },
]

/** Where the partners listen and are listened for. */
export interface PartnerWires {
  secret: string
  partners: string
  site: string
}

/** Partners with their codes, ninety days of what they tendered, and the file that the stand-in reads. */
export function writePartners(db: Db, wires: PartnerWires, now: number, luck: Chance): void {
  for (const habit of habits) {
    const owner = db.select().from(customer).where(eq(customer.name, habit.customer)).get()!
    const { lineEnd, ...delimiters } = habit.delimiters
    const address =
      habit.transport === 'folder'
        ? habit.key
        : habit.transport === 'http'
          ? `${wires.partners}/in/${habit.key}`
          : wires.site
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
  leastDays: null,
  mostDays: null,
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
      leastDays: 1,
      driving: 'feasible',
      margin: { at: 'middle', is: 'at_least', percent: 14 },
      week: { is: 'below', count: 12 },
      hold: 'free',
    },
  ],
}

const customerCodeOf = (name: string) =>
  `${name
    .replace(/[^A-Za-z]/g, '')
    .slice(0, 6)
    .toUpperCase()}01`

/** Places that a customer ships from and to, the busiest first. */
function placesOf(db: Db, customerId: number) {
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

const siteCode = (at: number) => `L${String(at * 7 + 11).padStart(3, '0')}`

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

/** What this partner tendered in ninety days: most of it accepted and hauled, some declined, some not answered in time. */
function writePastTenders(
  db: Db,
  partnerId: number,
  name: string,
  customerId: number,
  now: number,
  luck: Chance,
): void {
  const hauled = db
    .select()
    .from(load)
    .where(and(eq(load.customerId, customerId), gte(load.createdAt, now - 90 * day), sql`${load.payMinor} is not null`))
    .all()
    .filter(() => luck.yes(0.7))
  hauled.forEach((row, at) => {
    const declined = luck.yes(0.18)
    const lapsed = !declined && luck.yes(0.05)
    const answered = declined ? 'declined' : lapsed ? 'lapsed' : 'accepted'
    const receivedAt = (row.openedAt ?? row.createdAt) - luck.whole(5, 90) * 60_000
    const fair = marketPrice(row, receivedAt) * 100
    const charge = answered === 'accepted' ? row.sellMinor : Math.round(fair * luck.between(0.84, 1.04))
    const point = (side: 'origin' | 'dest') => ({
      city: row[`${side}City`],
      region: row[`${side}Region`],
      postal: row[`${side}Postal`],
      lat: row[`${side}Lat`],
      lon: row[`${side}Lon`],
      zone: row[`${side}Zone`],
    })
    const facts: TenderFacts = {
      origin: point('origin'),
      dest: point('dest'),
      equipment: row.equipment,
      stops: 2,
      miles: row.miles,
      hours: row.hours,
      pickupAt: row.pickupAt,
      pickupBy: row.pickupBy,
      deliverBy: row.deliverBy,
      lateMs: answered !== 'accepted' && luck.yes(0.3) ? 3_600_000 * luck.whole(1, 9) : 0,
      teamMends: true,
      chargeMinor: charge,
      currency: 'USD',
      weightLb: row.weightLb,
      band: {
        lowMinor: Math.round(fair * 0.9),
        middleMinor: Math.round(fair),
        highMinor: Math.round(fair * 1.13),
        comparables: luck.whole(2, 30),
        newestAt: receivedAt - day,
        basis: 'lane',
      },
      unplaced: [],
    }
    const told: Tender = {
      purpose: 'original',
      scac: broker.scac,
      shipmentId: `H${partnerId}${String(at + 1).padStart(5, '0')}`,
      respondBy: null,
      respondByZone: null,
      equipment: { kind: row.equipment, code: null, lengthFt: row.lengthFt, tempF: null },
      billing: 'prepaid',
      charge: { amount: (charge / 100).toFixed(2), currency: 'USD' },
      weightLb: row.weightLb,
      pieces: null,
      miles: null,
      hazmat: false,
      commodity: null,
      references: [],
      notes: [],
      parties: [],
      alsoSaid: [],
      stops: [],
    }
    const thread = db
      .insert(tender)
      .values({
        partnerId,
        shipmentId: told.shipmentId!,
        state: answered,
        loadId: answered === 'accepted' ? row.id : null,
      })
      .returning({ id: tender.id })
      .get()
    db.insert(tenderNotice)
      .values({
        tenderId: thread.id,
        partnerId,
        customerId,
        purpose: 'original',
        state: answered,
        receivedAt,
        respondBy: receivedAt + 3 * 3_600_000,
        tender: told,
        facts,
        answeredAt: receivedAt + luck.whole(4, 100) * 60_000,
        answeredBy: lapsed ? `the clock ran out, ${name}` : luck.pick(people.slice(0, 2)).name,
        answeredByRule: lapsed,
        reasonCode: declined ? luck.pick(['T3', 'T7', 'BG']) : null,
      })
      .run()
  })
}

/** The partners as their stand-in reads them: a file, nothing of ours. */
export function writePartnerMembers(db: Db, folder: string, applicationUrl: string): void {
  const rows = habits
    .filter(({ transport }) => transport !== 'site')
    .map((habit) => {
      const row = db.select().from(partner).where(eq(partner.name, habit.customer)).get()!
      const { street, ...freight } = freightOf(db, habit, row.customerId!)
      const { lineEnd, repetition, ...delimiters } = habit.delimiters
      return {
        key: habit.key,
        name: habit.customer,
        street,
        customerCode: customerCodeOf(habit.customer),
        transport: habit.transport,
        inUrl: `${applicationUrl}/exchange/in/${row.id}`,
        secret: row.secret,
        qualifier: habit.qualifier,
        id: habit.id,
        brokerQualifier: broker.qualifier,
        brokerId: broker.id,
        scac: broker.scac,
        version: habit.version,
        ...delimiters,
        repetition: repetition ?? 'U',
        lineEnd,
        usage: habit.usage,
        zoneCode: habit.zoneCode,
        zone: habit.zone,
        respondHours: habit.respondHours,
        multiStop: habit.multiStop,
        ...freight,
      }
    })
  writeFileSync(join(folder, 'partner-members.json'), JSON.stringify(rows))
}

/** The lists of the shipper's site, in its own words. */
export function writeSiteFreight(db: Db, folder: string): void {
  const habit = habits.find(({ transport }) => transport === 'site')!
  const row = db.select().from(partner).where(eq(partner.name, habit.customer)).get()!
  writeFileSync(
    join(folder, 'site-freight.json'),
    JSON.stringify({
      name: habit.customer,
      user: 'ploverrook',
      password: row.secret,
      ...freightOf(db, habit, row.customerId!),
    }),
  )
}

/** Where a partner ships, at about what the market pays. */
function freightOf(db: Db, habit: Habit, customerId: number) {
  const owner = db.select().from(customer).where(eq(customer.id, customerId)).get()!
  const places = placesOf(db, customerId)
  const lanes = db
    .select({
      load,
      from: sql<number>`min(case when stop.kind = 'pickup' then stop.facility_id end)`,
      to: sql<number>`max(case when stop.kind = 'delivery' then stop.facility_id end)`,
    })
    .from(load)
    .innerJoin(stop, eq(stop.loadId, load.id))
    .where(eq(load.customerId, customerId))
    .groupBy(load.id)
    .orderBy(sql`load.created_at desc`)
    .limit(300)
    .all()
    .flatMap(({ load: each, from, to }) => {
      const [start, end] = [places.findIndex(({ id }) => id === from), places.findIndex(({ id }) => id === to)]
      if (start < 0 || end < 0) return []
      return [
        {
          from: start,
          to: end,
          equipment: each.equipment,
          weightLb: each.weightLb,
          temp: each.tempMinF === null ? null : [each.tempMinF, each.tempMaxF ?? each.tempMinF],
          hours: each.hours,
          usd: Math.round(marketPrice(each, Date.now()) * 1.12),
        },
      ]
    })
  return {
    street: `14 ${streets[habit.key.length % streets.length]}`,
    city: owner.city,
    region: owner.region,
    postal: places.find(({ city }) => city === owner.city)?.postal ?? places[0]!.postal,
    sites: places.map(({ name, address, city, region, postal, zone }, at) => ({
      code: siteCode(at),
      name,
      street: address,
      city,
      region,
      postal,
      zone,
    })),
    lanes,
  }
}
