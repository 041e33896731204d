import { and, desc, eq } from 'drizzle-orm'
import { z } from 'zod'
import { delayCodes, stopEventKinds } from '#core/check-call/check-call'
import {
  type CheckCall,
  type CheckCallEvent,
  type CheckCallFacts,
  checkCallRefusals,
  decideCheckCall,
} from '#core/check-call/decide'
import { type Refusal, refusalWords } from '#core/decision/refusal'
import type { StatusOccasion } from '#core/tender/partner'
import { isLocalTime } from '#core/time/local'
import { statusSegments } from '#core/x12/write-sets'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { sendSet } from '#server/exchange/send'
import { type Context, type Outcome, outcome, run, type Subject } from '#server/kernel/run'
import { noSuchLoad } from '#server/load/commands'
import { apply } from '#server/load/record'
import { type StopOfLoad, stopsOf } from '#server/load/stops'
import { load, stopEvent } from '#server/schema'
import { partnerOfLoad } from '#server/tender/join'

/** What a check call reports, as the form sends it. */
export const stopEventSchema = z.object({
  sequence: z.number('Which stop?').int().min(1).max(20),
  kind: z.enum(stopEventKinds),
  atLocal: z.string().refine(isLocalTime, 'No such date and time'),
  reasonCode: z.enum(delayCodes).nullable().default(null),
  note: z.string().trim().max(200).default(''),
  /** Given after the time was found to be far off the window. */
  sure: z.boolean().default(false),
})
export type StopEventForm = z.output<typeof stopEventSchema>

/** What was decided upon, with the rows it was read from. */
interface ServerFacts extends CheckCallFacts {
  rows: { load: typeof load.$inferSelect; stop: StopOfLoad | null; report: Report | null }
}

/** Who takes the event as a 214, and under which code. */
interface Report {
  joined: NonNullable<ReturnType<typeof partnerOfLoad>>
  code: string
}

const subject: Subject<'load', ServerFacts, CheckCall, CheckCallEvent> = {
  aggregate: 'load',
  read: readFacts,
  decide: (facts, command, { now }) => decideCheckCall(facts, command, now),
  apply: (db, loadId, event, context) => {
    if (event.kind === 'status_noted') writeStopEvent(db, loadId, context)
    else apply(db, loadId, event, { ...context, practice: context.facts.rows.load.practice })
  },
  words: (refusal) => refusalWords(checkCallRefusals, refusal as Refusal<keyof typeof checkCallRefusals>),
  missing: noSuchLoad.refusal,
}

/**
 * Notes what happened at a stop; a customer whose system wants to know gets a 214. Leaving the first pickup sets the load in transit,
 * leaving the last delivery delivers it.
 */
export const noteStopEvent = (db: Db, loadId: number, event: StopEventForm, act: Act): Outcome =>
  outcome(run(db, subject, loadId, { kind: 'note_stop_event', event }, act))

function readFacts(db: Db, loadId: number, _: Act, command: CheckCall | null): ServerFacts | null {
  const row = db.select().from(load).where(eq(load.id, loadId)).get()
  if (!row || !command) return null
  const { sequence, kind } = command.event
  const stops = stopsOf(db, loadId)
  const at = stops.find((each) => each.stop.sequence === sequence) ?? null
  const arrival = db
    .select({ atLocal: stopEvent.atLocal })
    .from(stopEvent)
    .where(and(eq(stopEvent.loadId, loadId), eq(stopEvent.sequence, sequence), eq(stopEvent.kind, 'arrived')))
    .orderBy(desc(stopEvent.id))
    .limit(1)
    .get()
  const report = at ? reportOf(db, loadId, `${kind}_${at.stop.kind}` as StatusOccasion) : null
  return {
    number: row.number,
    state: row.state,
    stopCount: stops.length,
    stop: at && { ...at.stop, facilityName: at.facility.name, zone: at.facility.zone },
    arrivedLocal: arrival?.atLocal ?? null,
    isReported: report !== null,
    rows: { load: row, stop: at, report },
  }
}

/** Null where the customer's system takes no 214, or has no code for the occasion. */
function reportOf(db: Db, loadId: number, occasion: StatusOccasion): Report | null {
  const joined = partnerOfLoad(db, loadId)
  if (!joined?.partner.documents.includes('214')) return null
  const code = joined.partner.statusCodes[occasion] ?? ''
  return code === '' ? null : { joined, code }
}

function writeStopEvent(db: Db, loadId: number, { facts, command, by, now }: Context<ServerFacts, CheckCall>): void {
  const { sure: _, ...noted } = command.event
  db.insert(stopEvent)
    .values({ loadId, ...noted, byName: by.name, noted: now })
    .run()
  const { report, stop: at, load: own } = facts.rows
  if (report && at) sendStatus(db, own, at, report, command.event, now)
}

function sendStatus(
  db: Db,
  own: typeof load.$inferSelect,
  at: StopOfLoad,
  { joined, code }: Report,
  event: CheckCall['event'],
  now: number,
): void {
  const segments = statusSegments({
    loadNumber: own.number,
    shipmentId: joined.shipmentId,
    scac: joined.partner.scac,
    code,
    reason: event.reasonCode ?? 'NS',
    isAppointment: event.kind === 'appointment',
    atLocal: event.atLocal,
    stop: at.stop.sequence,
    city: at.facility.city,
    region: at.facility.region,
    country: at.facility.country,
    truckNumber: own.truckNumber,
  })
  sendSet(db, joined.partner, { type: '214', segments, number: joined.shipmentId, loadId: own.id, noticeId: null }, now)
}
