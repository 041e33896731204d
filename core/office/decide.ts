import type { Refusal } from '../decision/refusal'
import { type Office, officePartWords } from './office'

/** New settings, made on the version that their author had open. */
export interface OfficeCommand {
  kind: 'save'
  basedOn: number
  office: Office
  note: string
}

/** What can happen to the brokerage's settings. */
export type OfficeEvent =
  | { kind: 'settings_saved'; version: number; changed: string[]; note: string }
  /** A role or a team was added, changed or removed. */
  | { kind: 'people_arranged'; what: string }
  | { kind: 'connection_changed'; what: string }
  /** Something in the outbox was given up by one of us. */
  | { kind: 'sending_skipped'; what: string; reason: string }
  /** So much has waited in the outbox for too long. */
  | { kind: 'alert_raised'; late: number }

export type SettingsSaved = OfficeEvent & { kind: 'settings_saved' }

/** Every way saving settings can be refused, with its sentence. */
export const officeRefusals = {
  no_office: () => 'There are no settings to change.',
  changed_since: ({ version }: { version: number }) =>
    `Somebody saved version ${version} of the settings meanwhile. What you typed is still here: review theirs in another tab, then save again.`,
  nothing_changed: () => 'Nothing is different from the version in force.',
}
export type OfficeRefusalCode = keyof typeof officeRefusals

/** Keeps settings as the next version, unless another one was saved since their author began. */
export function decideOffice(
  now: { version: number; office: Office },
  { basedOn, office, note }: OfficeCommand,
): { events: SettingsSaved[] } | { refusal: Refusal<OfficeRefusalCode> } {
  if (now.version !== basedOn) return { refusal: { code: 'changed_since', facts: { version: now.version } } }
  const changed = changedParts(now.office, office)
  if (changed.length === 0) return { refusal: { code: 'nothing_changed', facts: {} } }
  return { events: [{ kind: 'settings_saved', version: now.version + 1, changed, note }] }
}

/** Which parts of the settings differ, as people call them. */
export const changedParts = (before: Office, after: Office): string[] =>
  (Object.keys(officePartWords) as (keyof Office)[])
    .filter((part) => JSON.stringify(before[part]) !== JSON.stringify(after[part]))
    .map((part) => officePartWords[part])

/** One event of the settings as people read it. */
export function officeLogWords(event: OfficeEvent): string {
  if (event.kind === 'alert_raised') return `Reported by email: ${event.late} not sent for over an hour`
  if (event.kind === 'sending_skipped') return `${event.what} is not sent: ${event.reason}`
  if (event.kind !== 'settings_saved') return event.what
  const { version, changed, note } = event
  return `Version ${version} of the settings saved (${changed.join(', ')})${note ? `: ${note}` : ''}`
}
