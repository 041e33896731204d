import { eq } from 'drizzle-orm'
import type { Actor } from '#core/access/actor'
import { flatCharge } from '#core/charge/charge'
import { plainFreight } from '#core/load/freight'
import { type LoadTerms, plainParties } from '#core/load/load'
import { plainStop } from '#core/load/stop'
import { transitHours } from '#core/miles/drive'
import { toLocal } from '#core/time/local'
import type { Db } from '#server/db.server'
import { carryOut } from '#server/load/commands'
import { createLoad } from '#server/load/save'
import { awardLoad } from '#server/offer/award'
import { recordOffer } from '#server/offer/offers'
import { confirmation, load, offer } from '#server/schema'
import { anyShipment, carriersFor } from './history'
import { askedPrice, marketPrice } from './market'
import type { Chance } from './random'
import type { World } from './settle'
import { inesId } from './world'

const hour = 3_600_000
const openCount = 60

/** Sixty open loads from the next hours on, made by the same commands a rep uses. */
export function writeOpenLoads(db: Db, world: World, now: number, luck: Chance): void {
  for (let index = 0; index < openCount; index++) {
    const hoursAhead = index < 8 ? 1.5 + index * 0.9 : 8 + ((index - 8) / (openCount - 8)) ** 1.35 * 128
    writeOpenLoad(
      db,
      world,
      { index, pickupAt: Math.ceil((now + hoursAhead * hour) / (hour / 2)) * (hour / 2) },
      now,
      luck,
    )
  }
}

function writeOpenLoad(
  db: Db,
  world: World,
  plan: { index: number; pickupAt: number },
  now: number,
  luck: Chance,
): void {
  const shipment = anyShipment(world, luck)
  const by = { kind: 'person' as const, id: (plan.index % 2) + 1, name: world.reps[plan.index % 2]! }
  const madeAt = now - Math.round(luck.between(0.4, 7) * hour)
  const lane = {
    equipment: shipment.commodity.equipment,
    miles: shipment.miles,
    originRegion: shipment.origin.region,
    destRegion: shipment.dest.region,
  }
  const fair = marketPrice(lane, now)
  const { origin, dest, commodity } = shipment
  const deliverFrom =
    Math.ceil((plan.pickupAt + (transitHours(shipment.hours, false) + luck.between(2, 9)) * hour) / hour) * hour
  const terms: LoadTerms = {
    customerId: world.customerIds[shipment.customerIndex]!,
    equipment: commodity.equipment,
    lengthFt: commodity.equipment === 'flatbed' || commodity.equipment === 'step_deck' ? 48 : 53,
    tempMinF: commodity.temp?.[0] ?? null,
    tempMaxF: commodity.temp?.[1] ?? null,
    team: false,
    commodity: commodity.name,
    commodityHidden: commodity.secret ?? false,
    weightLb: shipment.weightLb,
    ...plainFreight,
    ...plainParties,
    pallets: luck.yes(0.6) ? luck.whole(18, 26) : null,
    freightValueMinor: luck.yes(0.3) ? luck.whole(40, 95) * 1_000_00 : null,
    practice: plan.index === 37,
    stops: [
      {
        ...plainStop,
        kind: 'pickup',
        facilityId: origin.id,
        earliestLocal: toLocal(plan.pickupAt, origin.zone),
        latestLocal: toLocal(plan.pickupAt + luck.pick([1, 2, 3]) * hour, origin.zone),
        booking: origin.booking,
      },
      {
        ...plainStop,
        kind: 'delivery',
        facilityId: dest.id,
        earliestLocal: toLocal(deliverFrom, dest.zone),
        latestLocal: toLocal(deliverFrom + luck.pick([2, 4]) * hour, dest.zone),
        booking: dest.booking,
      },
    ],
    references: [
      { kind: 'customer_order', name: '', value: `CO-${luck.whole(10_000, 99_999)}`, showOn: ['invoice'] },
      { kind: 'pickup_number', name: '', value: `PU${luck.whole(1000, 9999)}`, showOn: ['rate_confirmation'] },
    ],
    notes: [
      {
        audience: 'carrier',
        text: luck.pick([
          'Two load straps. Driver checks in at gate 2.',
          'Food grade trailer, washed out, no odour.',
          'No early arrivals. Call 30 minutes out.',
          'Tarps needed, 4 ft drop.',
        ]),
      },
      ...(luck.yes(0.3)
        ? [{ audience: 'us' as const, text: 'Customer flexible by two hours if we call before noon.' }]
        : []),
    ],
    sellCharges: [flatCharge('line_haul', Math.round((fair * luck.between(1.1, 1.24)) / 10) * 1000)],
  }
  const draft = plan.index % 15 === 14
  const made = createLoad(
    db,
    { terms, open: !draft, acknowledged: ['rate_out_by_ten', 'no_temperature'], copiedFrom: null },
    { now: madeAt, by, repId: inesId + (plan.index % 2) },
  )
  if (!('loadId' in made)) throw new Error(`Demo load refused: ${JSON.stringify(made)}`)
  if (draft) return
  for (const board of boardsOf(plan.index))
    carryOut(db, made.loadId, { kind: 'post', board }, { now: madeAt + 60_000, by })
  if (plan.index % 5 === 3) return cover(db, world, made.loadId, shipment, { ...plan, by, madeAt, lane }, now, luck)
  if (plan.index % 2 === 0) addOffers(db, world, made.loadId, shipment, lane, madeAt, now, luck)
}

/** Every fourth load is posted; on more than one board now and then. */
const boardsOf = (index: number): string[] =>
  index % 4 === 1
    ? ['Saltlick', ...(index % 8 === 1 ? ['Waterhole'] : []), ...(index % 12 === 1 ? ['Windpump'] : [])]
    : []

function addOffers(
  db: Db,
  world: World,
  loadId: number,
  shipment: ReturnType<typeof anyShipment>,
  lane: Parameters<typeof askedPrice>[0],
  madeAt: number,
  now: number,
  luck: Chance,
): void {
  const count = luck.whole(1, 4)
  const gap = (now - madeAt) / (count + 1)
  carriersFor(world, shipment, count, luck).forEach((carrierId, index) => {
    const at = Math.round(madeAt + gap * (index + 0.5))
    const source = luck.pick(['phone', 'mail', 'board'] as const)
    const goodUntil = luck.yes(0.5) ? Math.ceil((now + luck.between(0.6, 9) * hour) / (hour / 2)) * (hour / 2) : null
    const by =
      source === 'phone'
        ? { kind: 'person' as const, id: inesId, name: world.reps[0]! }
        : { kind: 'carrier' as const, id: carrierId, name: world.carrierNames.get(carrierId) ?? '' }
    recordOffer(
      db,
      loadId,
      { carrierId, payMinor: askedPrice(lane, now, 20, luck) * 100, source, goodUntil, note: '' },
      { now: at, by },
    )
  })
}

/** A covered load at one of three stages: confirmation written, mailed, accepted. */
function cover(
  db: Db,
  world: World,
  loadId: number,
  shipment: ReturnType<typeof anyShipment>,
  plan: { index: number; by: Actor; madeAt: number; lane: Parameters<typeof askedPrice>[0] },
  now: number,
  luck: Chance,
): void {
  const act = (share: number) => ({ now: Math.round(plan.madeAt + (now - plan.madeAt) * share), by: plan.by })
  for (const carrierId of carriersFor(world, shipment, 5, luck)) {
    const payMinor = Math.round((marketPrice(plan.lane, now) * luck.between(0.97, 1.05)) / 10) * 1000
    recordOffer(db, loadId, { carrierId, payMinor, source: 'phone', goodUntil: null, note: '' }, act(0.3))
    const offerId = db.select({ id: offer.id }).from(offer).where(eq(offer.loadId, loadId)).all().at(-1)!.id
    const awarded = awardLoad(
      db,
      loadId,
      { offerId, buyCharges: [flatCharge('line_haul', payMinor)], override: null, role: 'rep' },
      act(0.5),
    )
    if ('done' in awarded) break
  }
  const stage = Math.floor(plan.index / 5) % 3
  const state = db.select({ state: load.state }).from(load).where(eq(load.id, loadId)).get()?.state
  if (state !== 'covered' || stage === 0) return
  carryOut(db, loadId, { kind: 'send_confirmation', to: 'dispatch@carrier.example', again: false }, act(0.6))
  const confirmationId = db
    .select({ id: confirmation.id })
    .from(confirmation)
    .where(eq(confirmation.loadId, loadId))
    .get()?.id
  if (stage === 2 && confirmationId)
    carryOut(
      db,
      loadId,
      { kind: 'accept_confirmation', confirmationId, name: 'Ada Finch', title: 'Dispatcher' },
      { now: act(0.8).now, by: { kind: 'carrier', id: null, name: 'the carrier' } },
    )
}
