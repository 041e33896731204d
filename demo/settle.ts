import type { Equipment } from '#core/load/load'
import { hashPassword } from '#server/access/sign-in'
import type { Db } from '#server/db.server'
import { facilitySearch } from '#server/facility/facilities'
import { setUp } from '#server/person/set-up'
import { customer, customerContact, facility, registerFeed, user } from '#server/schema'
import type { Chance } from './random'
import { domainOf, placeOf, settleCarriers } from './settle-carriers'
import { administrator, consignees, customers, demoOffice, demoPassword, people, streets } from './world'

export type DemoFacility = typeof facility.$inferSelect & { place: string; customerIndex: number | null }

/** What the generator remembers of the settled world. */
export interface World {
  facilities: DemoFacility[]
  customerIds: number[]
  reps: string[]
  carrierNames: Map<number, string>
  carriersByEquipment: Map<Equipment, number[]>
  punctuality: Map<number, number>
  regulars: Map<string, number[]>
}

/** People, customers, facilities and carriers. */
export async function settleWorld(db: Db, now: number, luck: Chance): Promise<World> {
  const passwordHash = await hashPassword(demoPassword)
  const made = setUp(db, { office: demoOffice, administrator, passwordHash }, now)
  if ('refusal' in made) throw new Error(made.refusal.message)
  for (const person of people)
    db.insert(user)
      .values({ ...person, passwordHash })
      .run()
  const customerIds = customers.map(
    (each, index) =>
      db
        .insert(customer)
        .values({
          name: each.name,
          search: each.name.toLowerCase(),
          city: each.city,
          region: each.region,
          billingMail: `bills@${domainOf(each.name)}`,
          phone: `509-555-01${10 + index}`,
        })
        .returning({ id: customer.id })
        .get().id,
  )
  settleContacts(db, customerIds)
  const facilities = settleFacilities(db, luck)
  // The register's feed goes on from here once it is read.
  db.insert(registerFeed).values({ id: 1, sequence: 0, currentAt: now, triedAt: now }).run()
  return {
    facilities,
    customerIds,
    reps: [people[0].name, people[1].name],
    ...settleCarriers(db, now, luck),
    regulars: new Map(),
  }
}

/** When docks take trucks: of some nobody has asked yet. */
const dockHours = [
  { opens: '06:00', closes: '14:30' },
  { opens: '07:00', closes: '16:00', dockNote: 'Check in at the scale house, then back to the door they give you.' },
  {},
  { opens: '05:00', closes: '22:00' },
  { opens: '08:00', closes: '17:00' },
]

const contactsOfEach = [
  { name: 'Ada Marsh', role: 'Shipping', receives: ['confirmations', 'status'] },
  { name: 'Cole Wick', role: 'Accounts', receives: ['invoices'] },
  { name: 'June Sorrel', role: 'Transportation', receives: ['quotes'] },
] as const

/** Two people at each customer. */
function settleContacts(db: Db, customerIds: number[]): void {
  const rows = customerIds.flatMap((customerId, at) =>
    [0, 1].map((which) => {
      const { receives, ...person } = contactsOfEach[(at + which) % contactsOfEach.length]!
      const mail = `${person.name.split(' ')[0]!.toLowerCase()}@${domainOf(customers[at]!.name)}`
      return { ...person, receives: [...receives], customerId, mail, phone: `509-555-01${30 + 2 * at + which}` }
    }),
  )
  db.insert(customerContact).values(rows).run()
}

function settleFacilities(db: Db, luck: Chance): DemoFacility[] {
  const plans = [
    ...customers.flatMap((each, customerIndex) =>
      each.from.flatMap((from) =>
        each.sites.map((site) => ({
          name: `${each.name.split(' ')[0]} ${each.name.split(' ')[1]} ${site}`.replace(' &', ''),
          at: from,
          customerIndex: customerIndex as number | null,
        })),
      ),
    ),
    ...[...new Set(customers.flatMap((each) => each.to))].flatMap((to, index) =>
      [0, 1].map((which) => ({
        name: consignees[(index * 2 + which) % consignees.length]!,
        at: to,
        customerIndex: null,
      })),
    ),
  ]
  return plans.map((plan, index) => {
    const at = placeOf(plan.at)
    const row = {
      name: plan.name,
      address: `${luck.whole(10, 990)} ${luck.pick(streets)}`,
      city: at.city,
      region: at.region,
      country: at.country,
      postal: at.postal,
      lat: at.lat + luck.between(-0.03, 0.03),
      lon: at.lon + luck.between(-0.03, 0.03),
      zone: at.zone,
      booking: luck.pick(['appointment', 'first_come'] as const),
      ...dockHours[index % dockHours.length],
    }
    const written = db
      .insert(facility)
      .values({ ...row, search: facilitySearch(row) })
      .returning()
      .get()
    return { ...written, place: plan.at, customerIndex: plan.customerIndex }
  })
}
