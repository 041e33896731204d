import type { Equipment } from '#core/load/load'
import { cellOf, type Place } from '#core/place/place'
import { resolvePlace } from '#core/place/resolve'
import { addDays, dayOf, toLocal } from '#core/time/local'
import { hashPassword } from '#server/access/sign-in'
import { gazetteer } from '#server/atlas.server'
import type { Db } from '#server/db.server'
import { facilitySearch } from '#server/facility/facilities'
import { carrier, customer, facility, policy, user } from '#server/schema'
import type { Chance } from './random'
import { carrierAdjectives, carrierCities, carrierKinds, carrierNouns, consignees, customers, demoPassword, insurers, people, streets } from './world'

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

const carrierCount = 400

/** People, customers, facilities and carriers. */
export async function settleWorld(db: Db, now: number, luck: Chance): Promise<World> {
  const passwordHash = await hashPassword(demoPassword)
  for (const person of people) db.insert(user).values({ ...person, passwordHash }).run()
  const customerIds = customers.map((each, index) => db.insert(customer).values({ name: each.name, search: each.name.toLowerCase(), city: each.city, region: each.region, billingMail: `bills@${domainOf(each.name)}`, phone: `509-555-01${10 + index}` }).returning({ id: customer.id }).get().id)
  const facilities = settleFacilities(db, luck)
  return { facilities, customerIds, reps: [people[0].name, people[1].name], ...settleCarriers(db, now, luck), regulars: new Map() }
}

const domainOf = (name: string) => `${name.toLowerCase().replace(/[^a-z]+/g, '')}.example`

function placeOf(words: string): Place {
  const found = resolvePlace(gazetteer(), words)
  if ('refusal' in found) throw new Error(found.refusal.message)
  return found.place
}

function settleFacilities(db: Db, luck: Chance): DemoFacility[] {
  const plans = [
    ...customers.flatMap((each, customerIndex) => each.from.flatMap((from) => each.sites.map((site) => ({ name: `${each.name.split(' ')[0]} ${each.name.split(' ')[1]} ${site}`.replace(' &', ''), at: from, customerIndex: customerIndex as number | null })))),
    ...[...new Set(customers.flatMap((each) => each.to))].flatMap((to, index) => [0, 1].map((which) => ({ name: consignees[(index * 2 + which) % consignees.length]!, at: to, customerIndex: null }))),
  ]
  return plans.map((plan) => {
    const at = placeOf(plan.at)
    const row = { name: plan.name, address: `${luck.whole(10, 990)} ${luck.pick(streets)}`, city: at.city, region: at.region, country: at.country, postal: at.postal, lat: at.lat + luck.between(-0.03, 0.03), lon: at.lon + luck.between(-0.03, 0.03), zone: at.zone, booking: luck.pick(['appointment', 'first_come'] as const) }
    const written = db.insert(facility).values({ ...row, search: facilitySearch(row) }).returning().get()
    return { ...written, place: plan.at, customerIndex: plan.customerIndex }
  })
}

function settleCarriers(db: Db, now: number, luck: Chance) {
  const today = dayOf(toLocal(now, 'America/Boise'))
  const carrierNames = new Map<number, string>()
  const carriersByEquipment = new Map<Equipment, number[]>()
  const punctuality = new Map<number, number>()
  for (let index = 0; index < carrierCount; index++) {
    const name = carrierName(index)
    const home = placeOf(carrierCities[index % carrierCities.length]!)
    const equipment = fleet(luck)
    const trouble = luck.next()
    const row = db
      .insert(carrier)
      .values({
        name, search: name.toLowerCase(), mcNumber: String(700_000 + index * 37), dotNumber: String(2_400_000 + index * 53), mail: `dispatch@${domainOf(name)}`, phone: `${luck.pick(['208', '509', '801', '406', '704', '956'])}-555-01${String(index % 100).padStart(2, '0')}`,
        homeCity: home.city, homeRegion: home.region, homeLat: home.lat, homeLon: home.lon, homeCell: cellOf(home), equipment,
        authorityStatus: trouble < 0.02 ? 'revoked' : 'active', authorityGrantedOn: addDays(today, trouble > 0.97 ? -40 : -luck.whole(200, 5000)),
        w9OnFile: trouble < 0.02 || trouble > 0.05, agreementOnFile: trouble < 0.05 || trouble > 0.08, doNotUse: trouble > 0.08 && trouble < 0.09 ? 'handed our load to another truck in spring' : null,
      })
      .returning({ id: carrier.id })
      .get()
    writePolicies(db, row.id, today, trouble, luck)
    carrierNames.set(row.id, name)
    punctuality.set(row.id, luck.between(0.72, 0.99))
    for (const kind of equipment) carriersByEquipment.set(kind, [...(carriersByEquipment.get(kind) ?? []), row.id])
  }
  return { carrierNames, carriersByEquipment, punctuality }
}

/** Every carrier its own name: adjective, noun and kind in turn. */
function carrierName(index: number): string {
  const noun = carrierNouns[index % carrierNouns.length]!
  const adjective = carrierAdjectives[Math.floor(index / carrierNouns.length) % carrierAdjectives.length]!
  return `${adjective} ${noun} ${carrierKinds[(index * 3 + Math.floor(index / 20)) % carrierKinds.length]}`
}

function fleet(luck: Chance): Equipment[] {
  const kinds: Equipment[] = luck.pick([['van'], ['van', 'reefer'], ['reefer'], ['flatbed', 'step_deck'], ['flatbed'], ['van', 'power_only'], ['step_deck', 'flatbed', 'lowboy']] as Equipment[][])
  return kinds
}

function writePolicies(db: Db, carrierId: number, today: string, trouble: number, luck: Chance): void {
  const insurer = luck.pick(insurers)
  const ends = trouble > 0.09 && trouble < 0.15 ? addDays(today, luck.whole(0, 4)) : addDays(today, luck.whole(20, 360))
  const cargoEnds = trouble > 0.15 && trouble < 0.19 ? addDays(today, luck.whole(-3, 5)) : ends
  const common = { carrierId, insurer, effectiveOn: addDays(ends, -365), cancelledOn: null }
  db.insert(policy).values([
    { ...common, kind: 'liability', number: `L-${70_000 + carrierId}`, limitMinor: trouble > 0.19 && trouble < 0.2 ? 750_000_00 : 1_000_000_00, expiresOn: ends },
    { ...common, kind: 'cargo', number: `C-${40_000 + carrierId}`, limitMinor: luck.pick([100_000_00, 100_000_00, 150_000_00, 250_000_00]), expiresOn: cargoEnds },
  ]).run()
}
