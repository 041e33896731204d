import type { Role } from '../access/access'
import { type Actor, personId } from '../access/actor'
import type { Refusal } from '../decision/refusal'
import type { Equipment } from '../load/load'
import { agreement, type Signature } from './agreement'
import type { Contact, Trailers } from './carrier'
import type { CarrierEvent } from './events'
import type { LoadMark } from './grades'
import type { PaperKind } from './paper'
import type { CarrierRefusalCode } from './refusals'

/** What deciding needs to know of a carrier. */
export interface CarrierFacts {
  /** Why it is not to be used, who said so, and who may lift it. */
  bar: { reason: string; by: string; lift: Role } | null
  contacts: { id: number; name: string }[]
  papers: PaperFacts[]
  links: LinkFacts[]
  /** Whether whoever put a document on file may not review it. */
  needsSecondPerson: boolean
}

export interface PaperFacts {
  id: number
  kind: PaperKind
  state: 'waiting' | 'checked' | 'refused'
  fileName: string
  /** The user who put it on file; null where it came by a link or before there were ids. */
  receivedById: number | null
  /** The link it came by. */
  linkId: number | null
}

export interface LinkFacts {
  id: number
  purpose: 'papers' | 'agreement'
  kinds: PaperKind[]
  usedAt: number | null
  revokedAt: number | null
}

export type CarrierCommand =
  | { kind: 'add_contact'; contact: Contact }
  | { kind: 'remove_contact'; contactId: number }
  | { kind: 'set_equipment'; equipment: Equipment[]; preferred: Equipment[]; trailers: Trailers }
  | { kind: 'do_not_use'; reason: string; lift: Role; role: Role }
  | { kind: 'lift_do_not_use'; reason: string; role: Role }
  | { kind: 'receive_paper'; paperKind: PaperKind; fileName: string; linkId: number | null }
  | { kind: 'take_back_paper'; paperId: number; linkId: number }
  | { kind: 'check_paper'; paperId: number; paperKind: PaperKind; policies: number }
  | { kind: 'refuse_paper'; paperId: number; because: string }
  | { kind: 'ask_papers'; to: string; kinds: PaperKind[] }
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
const mayLift = (role: Role, lift: Role): boolean => role === lift || role === 'manager'

/** The most files one link may bring: more is a mistake or mischief. */
export const mostPapersByLink = 20

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
    case 'receive_paper':
      return decideReceived(facts, command)
    case 'take_back_paper':
    case 'check_paper':
    case 'refuse_paper':
      return decidePaper(facts, command, by)
    case 'ask_papers':
      return one({ kind: 'papers_asked', to: command.to, kinds: command.kinds })
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
  { paperKind, fileName, linkId }: CarrierCommand & { kind: 'receive_paper' },
): CarrierDecision {
  if (linkId !== null) {
    const link = facts.links.find(({ id }) => id === linkId)
    if (link?.purpose !== 'papers' || !link.kinds.includes(paperKind)) return refuse('not_asked')
    if (facts.papers.filter((paper) => paper.linkId === linkId).length >= mostPapersByLink) return refuse('too_many')
  }
  return one({ kind: 'paper_received', paperKind, fileName })
}

/** A document is reviewed once, by somebody other than who put it on file; whoever sent it may take it back until then. */
function decidePaper(
  facts: CarrierFacts,
  command: CarrierCommand & { kind: 'take_back_paper' | 'check_paper' | 'refuse_paper' },
  by: Actor,
): CarrierDecision {
  const paper = facts.papers.find(({ id }) => id === command.paperId)
  if (command.kind === 'take_back_paper')
    return paper?.state === 'waiting' && paper.linkId === command.linkId
      ? one({
          kind: 'paper_refused',
          paperKind: paper.kind,
          fileName: paper.fileName,
          because: 'taken back by the sender',
        })
      : refuse('too_late_to_take_back')
  if (!paper) return refuse('no_such_paper')
  if (paper.state !== 'waiting') return refuse('already_checked')
  const { kind: paperKind, fileName } = paper
  if (command.kind === 'refuse_paper')
    return one({ kind: 'paper_refused', paperKind, fileName, because: command.because })
  const reviewer = personId(by)
  if (facts.needsSecondPerson && paper.receivedById !== null && paper.receivedById === reviewer)
    return refuse('same_person')
  if (command.paperKind === 'certificate' && command.policies === 0) return refuse('no_policies')
  return one({ kind: 'paper_checked', paperKind: command.paperKind, fileName, policies: command.policies })
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
