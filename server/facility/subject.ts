import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { person } from '#core/access/actor'
import { editOf } from '#core/decision/edit'
import { refusalWords, refused } from '#core/decision/refusal'
import {
  decideFacility,
  type FacilityCommand,
  type FacilityEvent,
  type FacilityRefusalCode,
  facilityRefusals,
} from '#core/facility/decide'
import { type FacilityFacts, facilityFactsSchema } from '#core/facility/facility'
import { requirePermission, type Viewer } from '#server/access/viewer'
import type { Db } from '#server/db.server'
import { type Appliers, applyBy, commandOf, type Outcome, outcome, run, type Subject } from '#server/kernel/run'
import { facility } from '#server/schema'
import { facilitySearch } from './facilities'
import { mergeFacility, otherFacility } from './merge'

/** A command with the facility that goes away. */
type ServerCommand =
  | Exclude<FacilityCommand, { kind: 'merge' }>
  | (FacilityCommand & { kind: 'merge'; otherId: number })

const appliers: Appliers<FacilityEvent, FacilityFacts, ServerCommand, void> = {
  facility_merged: (db, id, _, context) => mergeFacility(db, id, commandOf(context, 'merge').otherId),
  facts_changed: (db, id, _, context) => {
    const { from, to } = commandOf(context, 'change_facts')
    writeFacts(db, id, { ...context.facts, ...editOf(context.facts, from, to).set })
  },
}

/** Writes what the desk keeps of a facility; hours that are not given are not known. */
function writeFacts(db: Db, id: number, { opens, closes, ...facts }: FacilityFacts): void {
  const [where] = db
    .select({ city: facility.city, region: facility.region })
    .from(facility)
    .where(eq(facility.id, id))
    .all()
  db.update(facility)
    .set({
      ...facts,
      opens: opens || null,
      closes: closes || null,
      search: facilitySearch({ ...where!, ...facts }),
    })
    .where(eq(facility.id, id))
    .run()
}

function readFacility(db: Db, id: number): FacilityFacts | null {
  const [row] = db
    .select({
      name: facility.name,
      address: facility.address,
      booking: facility.booking,
      opens: facility.opens,
      closes: facility.closes,
      phone: facility.phone,
      dockNote: facility.dockNote,
    })
    .from(facility)
    .where(eq(facility.id, id))
    .all()
  return row ? { ...row, opens: row.opens ?? '', closes: row.closes ?? '' } : null
}

/** Decisions about a facility. */
export const facilitySubject: Subject<'facility', FacilityFacts, ServerCommand, FacilityEvent> = {
  aggregate: 'facility',
  read: readFacility,
  decide: decideFacility,
  apply: applyBy(appliers, undefined),
  words: (refusal) => refusalWords(facilityRefusals, refusal as { code: FacilityRefusalCode; facts: never }),
  missing: refused(facilityRefusals, 'no_such_facility').refusal,
}

/** What somebody of the desk does to a facility from its page, as it comes over the wire. */
export const facilityActSchema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('change_facts'), from: facilityFactsSchema, to: facilityFactsSchema }),
  z.object({ intent: z.literal('merge'), otherId: z.number().int().positive() }),
])
export type FacilityAct = z.infer<typeof facilityActSchema>

/** Carries out one act on a facility for a viewer who may. */
export function actOnFacility(db: Db, id: number, act: FacilityAct, viewer: Viewer, now: number): Outcome {
  requirePermission(viewer, act.intent === 'merge' ? 'set_pricing' : 'edit_loads')
  return outcome(run(db, facilitySubject, id, () => commandOfAct(db, id, act), { now, by: person(viewer) }))
}

function commandOfAct(db: Db, id: number, act: FacilityAct): ServerCommand {
  if (act.intent === 'change_facts') return { kind: 'change_facts', from: act.from, to: act.to }
  const { otherId } = act
  return { kind: 'merge', otherId, other: otherFacility(db, id, otherId), isSame: otherId === id }
}
