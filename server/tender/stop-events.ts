import { and, asc, eq } from 'drizzle-orm'
import { z } from 'zod'
import { type StatusOccasion, stopEventKinds, stopEventWords } from '#core/tender/partner'
import { delayCodes, delayReasons } from '#core/tender/reasons'
import { hour, isLocalTime, minute, toInstant } from '#core/time/local'
import { clockWords, dayClockWords, dayWords, spanWords } from '#core/time/words'
import { statusSegments } from '#core/x12/write-sets'
import { type Db, inTransaction } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import { sendSet } from '#server/exchange/send'
import { carryOut } from '#server/load/commands'
import { facility, load, stop, stopEvent } from '#server/schema'
import { partnerOfLoad } from './join'

/** What a check call told. */
export const stopEventSchema = z.object({
  sequence: z.number('Which stop?').int().min(1).max(20),
  kind: z.enum(stopEventKinds),
  atLocal: z.string().refine(isLocalTime, 'No such date and time'),
  reasonCode: z.enum(delayCodes).nullable().default(null),
  note: z.string().trim().max(200).default(''),
  /** Said after the time was told to lie far off the window. */
  sure: z.boolean().default(false),
})
export type StopEventForm = z.output<typeof stopEventSchema>

type Outcome = { done: true } | { refusal: { code: string; message: string } }
const refuse = (code: string, message: string): Outcome => ({ refusal: { code, message } })

/** Earlier or later than this, a wrong day was typed more often than a truck came so. */
const farOff = 12 * hour

/** How far off a stop's window an arrival lies, in words; null where it can well be. */
function offWindow(instant: number, opens: number, closes: number): string | null {
  if (opens - instant > farOff) return `${spanWords(opens - instant)} before the window opens`
  return instant - closes > 2 * farOff ? `${spanWords(instant - closes)} after the window closed` : null
}

/** A call is written down while it lasts: the clock of who tells may be ahead of ours. */
const ahead = 10 * minute

/**
 * Notes what happened at a stop; a customer whose system wants to know is told by a 214. Leaving the first pickup sets the load in
 * transit, leaving the last delivery delivers it.
 */
export function noteStopEvent(db: Db, loadId: number, event: StopEventForm, act: Act): Outcome {
  const outcome = inTransaction(db, (): Outcome => {
    const own = db.select().from(load).where(eq(load.id, loadId)).get()
    const stops = db
      .select({ stop, facility })
      .from(stop)
      .innerJoin(facility, eq(facility.id, stop.facilityId))
      .where(eq(stop.loadId, loadId))
      .orderBy(asc(stop.sequence))
      .all()
    const at = stops.find((each) => each.stop.sequence === event.sequence)
    if (!own || !at) return refuse('no_such_stop', 'There is no such stop.')
    if (['draft', 'uncovered', 'cancelled'].includes(own.state) && event.kind !== 'appointment')
      return refuse('not_moving', `${own.number} has no truck yet.`)
    const instant = toInstant(event.atLocal, at.facility.zone)
    if ((event.kind === 'arrived' || event.kind === 'departed') && instant > act.now + ahead)
      return refuse('in_the_future', 'That is still to come: note it when it has happened.')
    const arrival = db
      .select()
      .from(stopEvent)
      .where(and(eq(stopEvent.loadId, loadId), eq(stopEvent.sequence, event.sequence), eq(stopEvent.kind, 'arrived')))
      .all()
      .at(-1)
    if (event.kind === 'departed' && arrival && event.atLocal < arrival.atLocal)
      return refuse('before_arrival', `It arrived at ${clockWords(arrival.atLocal)}: it cannot have left before.`)
    if (event.kind === 'delayed' && (event.reasonCode === null || event.reasonCode === 'NS'))
      return refuse('no_reason', 'Say why it is late: on schedule is no reason.')
    const off =
      event.kind === 'arrived'
        ? offWindow(
            instant,
            toInstant(at.stop.earliestLocal, at.facility.zone),
            toInstant(at.stop.latestLocal ?? at.stop.earliestLocal, at.facility.zone),
          )
        : null
    if (off && !event.sure)
      return refuse('far_off_window', `That is ${off}: is it the right day? Note it once more if it is.`)
    const { sure: _, ...noted } = event
    db.insert(stopEvent)
      .values({ loadId, ...noted, byName: act.by.name, noted: act.now })
      .run()
    const sent = tell(db, own, at, event, act.now)
    recordEvent(db, 'load', loadId, { kind: 'status_noted', words: eventWords(event, at.facility.name), sent }, act)
    return advance(db, own, event, stops.length, act)
  })
  return outcome
}

const eventWords = (event: StopEventForm, facilityName: string): string =>
  [
    `${stopEventWords[event.kind]}, ${facilityName}, ${dayClockWords(dayWords(event.atLocal.slice(0, 10)), event.atLocal)}`,
    event.reasonCode ? delayReasons[event.reasonCode].toLowerCase() : '',
    event.note,
  ]
    .filter(Boolean)
    .join(': ')

/** The 214, where a partner wants it and has a code for it. */
function tell(
  db: Db,
  own: typeof load.$inferSelect,
  at: { stop: typeof stop.$inferSelect; facility: typeof facility.$inferSelect },
  event: StopEventForm,
  now: number,
): boolean {
  const joined = partnerOfLoad(db, own.id)
  if (!joined?.partner.documents.includes('214')) return false
  const code = joined.partner.statusCodes[`${event.kind}_${at.stop.kind}` as StatusOccasion] ?? ''
  if (code === '') return false
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
  return true
}

/** What leaving a stop makes of the load. */
function advance(db: Db, own: typeof load.$inferSelect, event: StopEventForm, stops: number, act: Act): Outcome {
  if (event.kind !== 'departed') return { done: true }
  const to =
    event.sequence === 1 && own.state === 'dispatched'
      ? 'in_transit'
      : event.sequence === stops && own.state === 'in_transit'
        ? 'delivered'
        : null
  const done = to ? carryOut(db, own.id, { kind: 'advance', to }, act) : ({ done: true } as const)
  if ('refusal' in done) throw new Error(`${own.number} could not go on: ${done.refusal.message}`)
  return done
}
