import type { Equipment } from '../load/load'
import { equipmentWords } from '../load/words'
import { isDay } from '../time/local'
import { monthDayWords } from '../time/words'
import { verdictWords } from '../vetting/words'
import { type CarrierDocumentKind, carrierDocumentWords } from './document'
import type { CarrierEvent } from './events'
import { type LoadMark, markWords } from './grades'

/** A day as people write it; what is none as it stands. */
const dayWords = (day: string): string => (isDay(day) ? monthDayWords(day) : day)

type Data = Record<string, unknown>
const text = (value: unknown) => (typeof value === 'string' ? value : '')
const list = (value: unknown): string[] => (Array.isArray(value) ? value.map(String) : [])
const standing = (value: unknown) => verdictWords[value as keyof typeof verdictWords] ?? 'not vetted'
const documentName = (data: Data) => carrierDocumentWords[data.documentKind as CarrierDocumentKind] ?? 'Document'

/** Read with care: what an older version recorded may lack a field. */
const sentences: Record<CarrierEvent['kind'], (data: Data) => string> = {
  carrier_added: (data) =>
    `Added from ${text(data.from) === 'register' ? 'the register' : text(data.from)}${list(data.duplicates).length > 0 ? `, though it shares something with ${list(data.duplicates).join(', ')}` : ''}`,
  register_changed: (data) =>
    `The register changed: ${(Array.isArray(data.changes) ? (data.changes as { field: string }[]) : []).map(({ field }) => field.replaceAll('_', ' ')).join(', ')}`,
  register_asked: () => 'Checked the register again',
  verdict_changed: (data) =>
    `Vetting changed from ${standing(data.from)} to ${standing(data.to)}${list(data.reasons).length > 0 ? `: ${list(data.reasons).join('; ')}` : ''}`,
  contact_added: (data) => `Contact ${text(data.name)} added`,
  contact_removed: (data) => `Contact ${text(data.name)} removed`,
  equipment_set: (data) => `Equipment: ${list(data.equipment).join(', ').replaceAll('_', ' ')}`,
  do_not_use: (data) => `Not to be used: ${text(data.reason)}`,
  do_not_use_lifted: (data) => `May be used again: ${text(data.reason)}. It was: ${text(data.was)}`,
  payee_asked: (data) => `Payee ${text(data.name)}, ${text(data.bankName)} …${text(data.accountEnd)}, requested`,
  payee_approved: (data) =>
    `Payee ${text(data.name)} …${text(data.accountEnd)} approved; requested by ${text(data.askedBy)}`,
  payee_refused: (data) => `Payee ${text(data.name)} …${text(data.accountEnd)} refused`,
  document_received: (data) => `${documentName(data)} received: ${text(data.fileName)}`,
  document_checked: (data) => `${documentName(data)} reviewed and accepted`,
  document_refused: (data) => `${documentName(data)} refused: ${text(data.because)}`,
  documents_requested: (data) =>
    `Requested from ${text(data.to)}: ${list(data.kinds)
      .map((kind) => carrierDocumentWords[kind as CarrierDocumentKind] ?? kind)
      .join(', ')}`,
  agreement_sent: (data) => `Agreement sent to ${text(data.to)} to be signed`,
  agreement_signed: (data) => `Agreement ${text(data.version)} signed by ${text(data.name)}, ${text(data.title)}`,
  load_marked: (data) => `${text(data.number)}: ${markWords[data.mark as LoadMark] ?? ''}`,
  link_revoked: () => 'A link was withdrawn',
  truck_known: (data) =>
    `${equipmentWords[data.equipment as Equipment] ?? 'Truck'} empty in ${text(data.place)} from ${dayWords(text(data.day))}, by ${data.source === 'phone' ? 'phone' : 'email'}`,
  mail_failed: (data) => `Email to ${text(data.to)} failed: ${text(data.problem)}`,
}

/** A line of a carrier's log as people read it. */
export const carrierLogWords = (kind: string, data: Data): string =>
  (sentences as Record<string, (data: Data) => string>)[kind]?.(data) ?? kind.replaceAll('_', ' ')
