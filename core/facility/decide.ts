import { changeWords, editOf, type FieldChange } from '../decision/edit'
import type { Refusal } from '../decision/refusal'
import { type FacilityFacts, facilityChanges, facilityFactWords } from './facility'

export type FacilityCommand =
  /** `from` is what the form began with. */
  { kind: 'change_facts'; from: FacilityFacts; to: FacilityFacts }

export type FacilityEvent = { kind: 'facts_changed'; changes: FieldChange[] }

/** Every way a command on a facility can be refused, with its sentence. */
export const facilityRefusals = {
  no_such_facility: () => 'There is no such facility.',
  changed_meanwhile: ({ fields }: { fields: string }) =>
    `Somebody changed this meanwhile: ${fields}. What you typed is still here; save again to put it in its place.`,
}
export type FacilityRefusalCode = keyof typeof facilityRefusals

type Decision = { events: FacilityEvent[] } | { refusal: Refusal<FacilityRefusalCode> }

/** What a command on a facility does; only the fields that were touched are changed. */
export function decideFacility(now: FacilityFacts, command: FacilityCommand): Decision {
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
  `Changed: ${event.changes.map(changeWords).join('; ')}`
