import { type DeskRole, deskRoleOf, type Role } from '../access/access'
import { type Actor, personId } from '../access/actor'
import type { Refusal } from '../decision/refusal'
import type { Equipment } from '../load/load'
import { agreement, type Signature } from './agreement'
import type { Contact, Trailers } from './carrier'
import type { CarrierDocumentKind } from './document'
import type { CarrierEvent } from './events'
import type { LoadMark } from './grades'
import type { CarrierRefusalCode } from './refusals'

/** What deciding needs to know of a carrier. */
export interface CarrierFacts {
  /** Why it is not to be used, who said so, and who may lift it. */
  bar: { reason: string; by: string; lift: DeskRole } | null
  contacts: { id: number; name: string }[]
  documents: DocumentFacts[]
  links: LinkFacts[]
  /** Whether whoever put a document on file may not review it. */
  needsSecondPerson: boolean
}

export interface DocumentFacts {
  id: number
  kind: CarrierDocumentKind
  state: 'waiting' | 'checked' | 'refused'
  fileName: string
  /** The user who put it on file; null where it came by a link or before there were ids. */
  receivedById: number | null
  /** The link it came by. */
  linkId: number | null
}

export interface LinkFacts {
  id: number
  purpose: 'documents' | 'agreement'
  kinds: CarrierDocumentKind[]
  usedAt: number | null
  revokedAt: number | null
}

export type CarrierCommand =
  | { kind: 'add_contact'; contact: Contact }
  | { kind: 'remove_contact'; contactId: number }
  | { kind: 'set_equipment'; equipment: Equipment[]; preferred: Equipment[]; trailers: Trailers }
  | { kind: 'do_not_use'; reason: string; lift: DeskRole; role: Role }
  | { kind: 'lift_do_not_use'; reason: string; role: Role }
  | { kind: 'receive_document'; documentKind: CarrierDocumentKind; fileName: string; linkId: number | null }
  | { kind: 'take_back_document'; documentId: number; linkId: number }
  | { kind: 'check_document'; documentId: number; documentKind: CarrierDocumentKind; policies: number }
  | { kind: 'refuse_document'; documentId: number; because: string }
  | { kind: 'request_documents'; to: string; kinds: CarrierDocumentKind[] }
  | { kind: 'send_agreement'; to: string }
  | { kind: 'sign_agreement'; linkId: number; signature: Signature }
  | { kind: 'revoke_link'; linkId: number }
  /** `number`: the load's, where it is one of this carrier's. */
  | { kind: 'mark_load'; loadId: number; number: string | null; mark: LoadMark }

export type CarrierDecision = { events: CarrierEvent[] } | { refusal: Refusal<CarrierRefusalCode> }

const refuse = (code: CarrierRefusalCode, facts: Record<string, unknown> = {}): CarrierDecision => ({
  refusal: { code, facts },
})
const one = (event: CarrierEvent): CarrierDecision => ({ events: [event] })

/** Whether a role may lift or change a bar. */
const mayLift = (role: Role, lift: DeskRole): boolean => deskRoleOf(role) === lift || deskRoleOf(role) === 'manager'

/** The most files one link may bring: more is a mistake or mischief. */
export const maxDocumentsByLink = 20

/** What a command does to a carrier: the events to record, or why not. Pure: a button may ask before it is pressed. */
export function decideCarrier(facts: CarrierFacts, command: CarrierCommand, by: Actor): CarrierDecision {
  switch (command.kind) {
    case 'add_contact':
      return one({ kind: 'contact_added', name: command.contact.name })
    case 'remove_contact': {
      const contact = facts.contacts.find(({ id }) => id === command.contactId)
      return contact ? one({ kind: 'contact_removed', name: contact.name }) : refuse('no_such_contact')
    }
    case 'set_equipment':
      return one({ kind: 'equipment_set', equipment: command.equipment })
    case 'do_not_use':
      // A second bar adds to the first: who may not lift the one that holds may not soften it either.
      return facts.bar && !mayLift(command.role, facts.bar.lift)
        ? refuse('barred_already', { ...facts.bar })
        : one({ kind: 'do_not_use', reason: command.reason, lift: command.lift })
    case 'lift_do_not_use':
      if (!facts.bar) return refuse('not_barred')
      return mayLift(command.role, facts.bar.lift)
        ? one({ kind: 'do_not_use_lifted', was: facts.bar.reason, reason: command.reason })
        : refuse('may_not_lift', { lift: facts.bar.lift })
    case 'receive_document':
      return decideReceived(facts, command)
    case 'take_back_document':
    case 'check_document':
    case 'refuse_document':
      return decideDocument(facts, command, by)
    case 'request_documents':
      return one({ kind: 'documents_requested', to: command.to, kinds: command.kinds })
    case 'send_agreement':
      return one({ kind: 'agreement_sent', to: command.to, kinds: ['agreement'] })
    case 'sign_agreement':
      return decideSigned(facts, command)
    case 'revoke_link': {
      const link = facts.links.find(({ id }) => id === command.linkId)
      if (!link) return refuse('no_such_link')
      return link.revokedAt === null ? one({ kind: 'link_revoked' }) : { events: [] }
    }
    case 'mark_load':
      return command.number === null
        ? refuse('no_such_load')
        : one({ kind: 'load_marked', number: command.number, mark: command.mark })
  }
}

/** A link brings only what it was sent for, and not without end. */
function decideReceived(
  facts: CarrierFacts,
  { documentKind, fileName, linkId }: CarrierCommand & { kind: 'receive_document' },
): CarrierDecision {
  if (linkId !== null) {
    const link = facts.links.find(({ id }) => id === linkId)
    if (link?.purpose !== 'documents' || !link.kinds.includes(documentKind)) return refuse('not_asked')
    if (facts.documents.filter((document) => document.linkId === linkId).length >= maxDocumentsByLink)
      return refuse('too_many')
  }
  return one({ kind: 'document_received', documentKind, fileName })
}

/** A document is reviewed once, by somebody other than who put it on file; whoever sent it may take it back until then. */
function decideDocument(
  facts: CarrierFacts,
  command: CarrierCommand & { kind: 'take_back_document' | 'check_document' | 'refuse_document' },
  by: Actor,
): CarrierDecision {
  const document = facts.documents.find(({ id }) => id === command.documentId)
  if (command.kind === 'take_back_document')
    return document?.state === 'waiting' && document.linkId === command.linkId
      ? one({
          kind: 'document_refused',
          documentKind: document.kind,
          fileName: document.fileName,
          because: 'taken back by the sender',
        })
      : refuse('too_late_to_take_back')
  if (!document) return refuse('no_such_document')
  if (document.state !== 'waiting') return refuse('already_checked')
  const { kind: documentKind, fileName } = document
  if (command.kind === 'refuse_document')
    return one({ kind: 'document_refused', documentKind, fileName, because: command.because })
  const reviewer = personId(by)
  if (facts.needsSecondPerson && document.receivedById !== null && document.receivedById === reviewer)
    return refuse('same_person')
  if (command.documentKind === 'certificate' && command.policies === 0) return refuse('no_policies')
  return one({ kind: 'document_checked', documentKind: command.documentKind, fileName, policies: command.policies })
}

function decideSigned(
  facts: CarrierFacts,
  { linkId, signature }: CarrierCommand & { kind: 'sign_agreement' },
): CarrierDecision {
  const link = facts.links.find(({ id }) => id === linkId)
  if (link?.purpose !== 'agreement') return refuse('nothing_to_sign')
  if (link.usedAt !== null) return refuse('already_signed')
  const { name, title } = signature
  return one({ kind: 'agreement_signed', version: agreement.version, name, title })
}
