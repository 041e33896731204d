import { changeWords, editOf, type FieldChange } from '../decision/edit'
import type { Refusal } from '../decision/refusal'
import { type FacilityFacts, facilityChanges, facilityFactWords } from './facility'

export type FacilityCommand =
  /** `from` is what the form began with. */
  | { kind: 'change_facts'; from: FacilityFacts; to: FacilityFacts }
  /** `other`: null where there is no such facility. `isSame`: the two are one already. */
  | { kind: 'merge'; other: OtherFacility | null; isSame: boolean }

/** A facility that may be the same as another, with how many stops are there. */
export interface OtherFacility {
  name: string
  stops: number
  /** Whether both lie in one town: loads keep their lane. */
  isInTown: boolean
}

export type FacilityEvent =
  | { kind: 'facts_changed'; changes: FieldChange[] }
  /** Another facility that is the same one was put together with it. */
  | { kind: 'facility_merged'; name: string; stops: number }

/** Every way a command on a facility can be refused, with its sentence. */
export const facilityRefusals = {
  no_such_facility: () => 'There is no such facility.',
  same_facility: () => 'Choose another facility to put together with this one.',
  not_in_town: ({ name }: { name: string }) => `${name} lies in another town: loads there would change their lane.`,
  changed_meanwhile: ({ fields }: { fields: string }) =>
    `Somebody changed this meanwhile: ${fields}. What you typed is still here; save again to put it in its place.`,
}
export type FacilityRefusalCode = keyof typeof facilityRefusals

type Decision = { events: FacilityEvent[] } | { refusal: Refusal<FacilityRefusalCode> }

/** What a command on a facility does. */
export const decideFacility = (now: FacilityFacts, command: FacilityCommand): Decision =>
  command.kind === 'merge' ? decideMerge(command) : decideFacts(now, command)

function decideMerge({ other, isSame }: FacilityCommand & { kind: 'merge' }): Decision {
  if (isSame) return { refusal: { code: 'same_facility', facts: {} } }
  if (!other) return { refusal: { code: 'no_such_facility', facts: {} } }
  const { name, stops, isInTown } = other
  if (!isInTown) return { refusal: { code: 'not_in_town', facts: { name } } }
  return { events: [{ kind: 'facility_merged', name, stops }] }
}

/** Only the fields that were touched are changed. */
function decideFacts(now: FacilityFacts, command: FacilityCommand & { kind: 'change_facts' }): Decision {
  const { set, conflicts } = editOf(now, command.from, command.to)
  if (conflicts.length > 0) {
    const fields = conflicts.map((field) => `${facilityFactWords[field]} is now ${now[field] || 'empty'}`).join('; ')
    return { refusal: { code: 'changed_meanwhile', facts: { fields } } }
  }
  const changes = facilityChanges(now, set)
  return { events: changes.length > 0 ? [{ kind: 'facts_changed', changes }] : [] }
}

/** One event of a facility as people read it, without who and when. */
export const facilityLogWords = (event: FacilityEvent): string =>
  event.kind === 'facility_merged'
    ? `${event.name} put together with it, ${event.stops} ${event.stops === 1 ? 'stop' : 'stops'} moved here`
    : `Changed: ${event.changes.map(changeWords).join('; ')}`
