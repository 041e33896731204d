import { and, eq } from 'drizzle-orm'
import type { Actor } from '#core/access/actor'
import { cellOf } from '#core/place/place'
import { lastDayOf, type TruckFacts, type TruckSource } from '#core/truck/truck'
import type { Db } from '#server/db.server'
import { type Act, noteUnlogged, recordEvent } from '#server/event/event'
import { knownTruck } from '#server/schema'

/** Who says that there is a truck, and where. */
export interface Saying {
  carrierId: number | null
  saidBy: string
  source: TruckSource
  messageId?: number
  /** Which of the email's trucks it is. */
  factAt?: number
  confidence: number
}

const columnsOf = (facts: TruckFacts) => ({ ...facts, lastDay: lastDayOf(facts), cell: cellOf(facts) })

/** Keeps trucks that were read from an email and that nobody has confirmed. */
export function proposeTrucks(db: Db, trucks: readonly { facts: TruckFacts; saying: Saying }[], now: number): void {
  if (trucks.length === 0) return
  db.insert(knownTruck)
    .values(
      trucks.map(({ facts, saying }) => ({ ...columnsOf(facts), ...saying, saidAt: now, state: 'proposed' as const })),
    )
    .run()
}

/**
 * Keeps a truck that counts from now on. The same truck said again is not a second one: it takes what was said last. Returns its number.
 * In a transaction of its caller.
 */
export function keepTruck(db: Db, facts: TruckFacts, saying: Saying, { now, by }: Act): number {
  const values = { ...columnsOf(facts), ...saying, saidAt: now, decidedBy: by.name, decidedAt: now }
  const same = saying.carrierId === null ? null : sameTruck(db, saying.carrierId, facts)
  const id =
    same ??
    db
      .insert(knownTruck)
      .values({ ...values, state: 'known' })
      .returning({ id: knownTruck.id })
      .get().id
  if (same) db.update(knownTruck).set(values).where(eq(knownTruck.id, same)).run()
  noteKnown(db, saying, facts, { now, by })
  return id
}

/** The truck of this carrier that is known at this place for this day; null for none. */
export function sameTruck(db: Db, carrierId: number, { city, region, equipment, fromDay }: TruckFacts): number | null {
  const there = and(eq(knownTruck.city, city), eq(knownTruck.region, region), eq(knownTruck.equipment, equipment))
  const found = db
    .select({ id: knownTruck.id })
    .from(knownTruck)
    .where(
      and(eq(knownTruck.state, 'known'), eq(knownTruck.carrierId, carrierId), there, eq(knownTruck.fromDay, fromDay)),
    )
    .get()
  return found?.id ?? null
}

/** Writes down in the carrier's log, where it is on file, that a truck of it is known, and tells the open pages. */
export function noteKnown(
  db: Db,
  { carrierId, source }: Pick<Saying, 'carrierId' | 'source'>,
  facts: TruckFacts,
  act: { now: number; by: Actor },
): void {
  const { city, region, equipment, fromDay } = facts
  if (carrierId !== null)
    recordEvent(
      db,
      'carrier',
      carrierId,
      { kind: 'truck_known', place: `${city}, ${region}`, equipment, day: fromDay, source },
      act,
    )
  noteUnlogged(db, 'floor', null, 'truck')
}
