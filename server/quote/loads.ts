import { and, desc, eq, sql } from 'drizzle-orm'
import { z } from 'zod'
import { type Charge, chargeSheet, flatCharge } from '#core/charge/charge'
import { plainFreight } from '#core/load/freight'
import { type LoadTerms, plainParties, unknownStreet } from '#core/load/load'
import { plainStop } from '#core/load/stop'
import { transitHours } from '#core/miles/drive'
import type { Currency } from '#core/money/money'
import type { Place } from '#core/place/place'
import { readLine } from '#core/quote/read-line'
import { addDays, dayOf, hour, isDay, toInstant, toLocal } from '#core/time/local'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { facilitySearch } from '#server/facility/facilities'
import { RefusedInside } from '#server/kernel/run'
import { lastLoadOf } from '#server/load/last-load'
import { createLoad } from '#server/load/save'
import { legBetween } from '#server/miles/route'
import { customer, facility, load, stop } from '#server/schema'
import { priceContext } from './price'
import type { LineRow } from './subject'

const maxLoads = 60

/** How many loads a won line becomes, the first pickup day, and how many days lie between them. */
export const loadPlanSchema = z.object({
  count: z.number('How many loads?').int().min(1, 'At least one').max(maxLoads, `At most ${maxLoads} at once`),
  firstDay: z.string().refine(isDay, 'No such day'),
  everyDays: z.number('How many days between them?').int().min(0).max(60),
})
export type LoadPlan = z.infer<typeof loadPlanSchema>

const openFrom = '08:00'
const openUntil = '15:00'
const usualWeightLb = 40_000

/** What keeps a line from becoming loads; nothing of the whole command is written then. */
const noLoad = (message: string) => new RefusedInside({ refusal: { code: 'no_load', message } })

/**
 * Makes a won line's loads as drafts, in the caller's transaction: their facilities, freight and weight are what this customer
 * usually has there, and a note for us says what the quote left open.
 */
export function makeLoads(
  db: Db,
  quote: { id: number; number: string; customerId: number; validUntil: string; currency: Currency },
  line: LineRow,
  plan: LoadPlan,
  act: Act & { repId: number },
): number[] {
  // The zones stand with the places, which the cells still name.
  const { fields } = readLine({ ...line.cells, pickup: '' }, priceContext(db, quote, act.now))
  const { origin, dest } = fields
  if (!origin || !dest || !line.equipment) throw noLoad(`Line ${line.position} has no lane any more`)
  const pickup = facilityFor(db, quote.customerId, origin, 'pickup')
  const delivery = facilityFor(db, quote.customerId, dest, 'delivery')
  const habit = lastLoadOf(db, quote.customerId, line.equipment)
  const hours = legBetween(pickup, delivery).hours
  const open = [
    line.weightLb === null ? `weight as usual, ${(habit.weightLb ?? usualWeightLb).toLocaleString('en-US')} lb` : '',
    line.commodity === '' ? 'freight as usual' : '',
    pickup.fresh ? `street of the pickup in ${origin.city}` : '',
    delivery.fresh ? `street of the delivery in ${dest.city}` : '',
  ].filter(Boolean)
  return Array.from({ length: plan.count }, (_, turn) => {
    const day = addDays(plan.firstDay, turn * plan.everyDays)
    const terms: LoadTerms = {
      customerId: quote.customerId,
      equipment: line.equipment!,
      lengthFt: habit.lengthFt ?? 53,
      tempMinF: habit.tempMinF,
      tempMaxF: habit.tempMaxF,
      team: false,
      commodity: line.commodity || (habit.commodity ?? 'Freight as quoted'),
      commodityHidden: habit.commodityHidden,
      weightLb: line.weightLb ?? habit.weightLb ?? usualWeightLb,
      pallets: null,
      ...plainFreight,
      ...plainParties,
      freightValueMinor: null,
      practice: false,
      stops: [
        {
          ...plainStop,
          kind: 'pickup',
          facilityId: pickup.id,
          earliestLocal: `${day}T${openFrom}`,
          latestLocal: `${day}T${openUntil}`,
          booking: pickup.booking,
        },
        {
          ...plainStop,
          kind: 'delivery',
          facilityId: delivery.id,
          ...deliveryWindow(day, pickup.zone, delivery.zone, hours),
          booking: delivery.booking,
        },
      ],
      references: [{ kind: 'contract_number', name: '', value: quote.number, showOn: ['invoice'] }],
      notes: open.length === 0 ? [] : [{ audience: 'us', text: `Not in the quote, look at it: ${open.join('; ')}.` }],
      sellCharges: asAgreed(line),
    }
    const made = createLoad(
      db,
      {
        terms,
        open: false,
        acknowledged: [],
        copiedFrom: null,
        quote: { lineId: line.id, number: quote.number, position: line.position },
      },
      act,
    )
    if ('loadId' in made) return made.loadId
    throw noLoad('refusal' in made ? made.refusal.message : (made.problems[0]?.message ?? 'The load could not be made'))
  })
}

/**
 * The line's charges at the amounts that were agreed: the way from dock to dock is not the quote's from town to town, and what goes by the mile
 * would come to something else. What is charged as it happens (by the hour, by the pallet) stays as it is.
 */
function asAgreed(line: LineRow): Charge[] {
  return chargeSheet(line.charges, { miles: line.miles ?? 0, weightLb: line.weightLb }).lines.map(
    ({ charge, amountMinor }) =>
      charge.basis === 'flat' || amountMinor === 0
        ? charge
        : { ...flatCharge(charge.kind, amountMinor, charge.currency), note: charge.note },
  )
}

/** The first working window at the delivery that a truck loaded at the end of the pickup's reaches. */
function deliveryWindow(
  pickupDay: string,
  pickupZone: string,
  deliveryZone: string,
  wheelHours: number,
): { earliestLocal: string; latestLocal: string } {
  const arrives = toLocal(
    toInstant(`${pickupDay}T${openUntil}`, pickupZone) + (1 + transitHours(wheelHours, false)) * hour,
    deliveryZone,
  )
  const day = arrives.slice(11) <= openFrom ? dayOf(arrives) : addDays(dayOf(arrives), 1)
  return { earliestLocal: `${day}T${openFrom}`, latestLocal: `${day}T${openUntil}` }
}

type Facility = typeof facility.$inferSelect & { fresh: boolean }

/** The customer's usual facility in a city, or one by its city alone, whose street somebody has to fill in. */
function facilityFor(
  db: Db,
  customerId: number,
  { city, region, country, postal, lat, lon, zone }: Place,
  kind: 'pickup' | 'delivery',
): Facility {
  const usual = db
    .select({ facility })
    .from(facility)
    .innerJoin(stop, eq(stop.facilityId, facility.id))
    .innerJoin(load, eq(load.id, stop.loadId))
    .where(
      and(eq(facility.city, city), eq(facility.region, region), eq(stop.kind, kind), eq(load.customerId, customerId)),
    )
    .groupBy(facility.id)
    .orderBy(desc(sql`count(*)`), desc(facility.id))
    .limit(1)
    .get()
  if (usual) return { ...usual.facility, fresh: usual.facility.address === unknownStreet }
  const owner =
    db.select({ name: customer.name }).from(customer).where(eq(customer.id, customerId)).get()?.name ?? 'Customer'
  const row = { name: `${owner}, ${city}`, address: unknownStreet, city, region, country, postal, lat, lon, zone }
  const standing = db
    .select()
    .from(facility)
    .where(and(eq(facility.search, facilitySearch(row)), eq(facility.address, unknownStreet)))
    .get()
  return {
    ...(standing ??
      db
        .insert(facility)
        .values({ ...row, search: facilitySearch(row) })
        .returning()
        .get()),
    fresh: true,
  }
}
