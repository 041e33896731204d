import { and, eq, inArray, isNull } from 'drizzle-orm'
import { z } from 'zod'
import { refused } from '#core/decision/refusal'
import { dayOf, toLocal } from '#core/time/local'
import { truckRefusals } from '#core/truck/refusals'
import { lastDayOf, type TruckFacts, truckFactsSchema } from '#core/truck/truck'
import { type Db, inTransaction } from '#server/db.server'
import { type Act, noteUnlogged } from '#server/event/event'
import type { Outcome } from '#server/kernel/run'
import { officeOf } from '#server/office/office'
import { carrier, knownTruck, message } from '#server/schema'
import { proposedOf } from './from-mail'
import { forgetHabit, learnFrom } from './habits'
import { keepTruck, noteKnown, sameTruck } from './keep'

const id = z.number().int().positive()
const ids = z.array(id).min(1).max(200)

/** What somebody does about trucks: confirms or refuses what an email says, puts it right, notes one from the phone, takes one off or back. */
export const truckActSchema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('confirm_truck'), ids }),
  z.object({ intent: z.literal('refuse_truck'), ids }),
  z.object({ intent: z.literal('change_truck'), id, facts: truckFactsSchema }),
  z.object({ intent: z.literal('note_truck'), carrierId: id, facts: truckFactsSchema }),
  z.object({ intent: z.literal('truck_gone'), ids }),
  z.object({ intent: z.literal('truck_back'), ids }),
  z.object({ intent: z.literal('forget_habit'), id }),
])
export type TruckAct = z.output<typeof truckActSchema>

type Row = typeof knownTruck.$inferSelect

/** Does it, all of it or nothing. */
export const actOnTrucks = (db: Db, act: TruckAct, who: Act): Outcome =>
  inTransaction(db, (): Outcome => {
    if (act.intent === 'note_truck') return noteTruck(db, act, who)
    if (act.intent === 'forget_habit')
      return forgetHabit(db, act.id) ? { done: true } : refused(truckRefusals, 'no_such_habit')
    const wanted = 'ids' in act ? act.ids : [act.id]
    const rows = db.select().from(knownTruck).where(inArray(knownTruck.id, wanted)).all()
    if (rows.length < new Set(wanted).size) return refused(truckRefusals, 'no_such_truck')
    if (act.intent === 'change_truck') return changeTruck(db, rows[0]!, act.facts, who)
    const isProposal = act.intent === 'confirm_truck' || act.intent === 'refuse_truck'
    const decided = isProposal && rows.find(({ state }) => state !== 'proposed')
    if (decided) return refused(truckRefusals, 'already_decided', { by: decided.decidedBy ?? 'Somebody' })
    if (act.intent === 'confirm_truck') for (const row of rows) confirm(db, row, factsOf(row), who)
    else
      setState(
        db,
        rows,
        ({ refuse_truck: 'refused', truck_gone: 'gone', truck_back: 'known' } as const)[act.intent],
        who,
      )
    if (isProposal) readWhenDone(db, rows, who)
    return { done: true }
  })

/** What is known of a truck, out of its row. */
export const factsOf = (row: Row): TruckFacts => truckFactsSchema.parse(row)

function noteTruck(db: Db, { carrierId, facts }: Extract<TruckAct, { intent: 'note_truck' }>, who: Act): Outcome {
  const named = db.select({ name: carrier.name }).from(carrier).where(eq(carrier.id, carrierId)).get()
  if (!named) return refused(truckRefusals, 'no_such_carrier')
  if (lastDayOf(facts) < dayOf(toLocal(who.now, officeOf(db).zone))) return pastDay()
  keepTruck(db, facts, { carrierId, saidBy: who.by.name, source: 'phone', confidence: 1 }, who)
  return { done: true }
}

const pastDay = (): Outcome => {
  const { refusal } = refused(truckRefusals, 'day_is_past')
  return { refusal: { ...refusal, path: 'fromDay' } as typeof refusal }
}

/** A truck put right by a person; a proposal that was put right is confirmed with it. */
function changeTruck(db: Db, row: Row, facts: TruckFacts, who: Act): Outcome {
  if (row.state === 'refused') return refused(truckRefusals, 'already_decided', { by: row.decidedBy ?? 'Somebody' })
  learnFrom(db, row, facts, who)
  confirm(db, row, facts, who)
  readWhenDone(db, [row], who)
  return { done: true }
}

/** Makes a truck count, with these facts; one that is known already from elsewhere takes them over. */
function confirm(db: Db, row: Row, facts: TruckFacts, who: Act): void {
  const same = row.carrierId === null ? null : sameTruck(db, row.carrierId, facts)
  if (same !== null && same !== row.id) {
    db.delete(knownTruck).where(eq(knownTruck.id, row.id)).run()
    const { carrierId, saidBy, source, messageId, factAt } = row
    keepTruck(
      db,
      facts,
      { carrierId, saidBy, source, messageId: messageId ?? undefined, factAt: factAt ?? undefined, confidence: 1 },
      who,
    )
    return
  }
  db.update(knownTruck)
    .set({
      ...facts,
      lastDay: lastDayOf(facts),
      confidence: 1,
      state: 'known',
      decidedBy: who.by.name,
      decidedAt: who.now,
    })
    .where(eq(knownTruck.id, row.id))
    .run()
  noteKnown(db, row, facts, who)
}

function setState(db: Db, rows: readonly Row[], state: 'refused' | 'gone' | 'known', { now, by }: Act): void {
  db.update(knownTruck)
    .set({ state, decidedBy: by.name, decidedAt: now })
    .where(
      inArray(
        knownTruck.id,
        rows.map((row) => row.id),
      ),
    )
    .run()
  noteUnlogged(db, 'floor', null, 'truck')
}

/** An email whose trucks are all decided on is read: nobody has to say so again. */
function readWhenDone(db: Db, rows: readonly Row[], { now, by }: Act): void {
  for (const messageId of new Set(rows.flatMap((row) => row.messageId ?? []))) {
    if (proposedOf(db, messageId).length > 0) continue
    db.update(message)
      .set({ readAt: now, readBy: by.name })
      .where(and(eq(message.id, messageId), isNull(message.readAt)))
      .run()
  }
}
