import isEqual from 'fast-deep-equal'
import type { Refusal } from '../decision/refusal'
import { type CodeKind, isAddress, type PartnerForm, type TransportKind } from '../tender/partner'
import type { PartnerEvent } from './events'
import type { PartnerRefusalCode } from './refusals'

/** The name and ids that tell partners apart. */
export interface PartnerIds {
  id: number
  name: string
  theirQualifier: string
  theirId: string
  ourId: string
}

/** What deciding needs to know of a trading partner. */
export interface PartnerFacts {
  transport: TransportKind
  hasSite: boolean
  /** All other partners. */
  others: PartnerIds[]
  /** What its settings are now, as the form writes them; the password is not among them. */
  settings: Record<string, unknown>
  /** The code that the command names. */
  code: { kind: CodeKind; code: string } | null
}

/** What a code is to be with us; where it is to be something that is not there, why. */
export type CodeTarget =
  | { is: CodeKind; words: string }
  | { is: 'nothing' }
  | { is: CodeKind; missing: Extract<PartnerRefusalCode, 'no_such_customer' | 'no_such_facility' | 'no_tender_says'> }
  | { is: CodeKind; missing: 'unknown_place'; message: string }

export type PartnerCommand =
  | { kind: 'save'; form: PartnerForm }
  | { kind: 'save_site' }
  | { kind: 'map_code'; codeId: number; target: CodeTarget }

export type PartnerDecision = { events: PartnerEvent[] } | { refusal: Refusal<PartnerRefusalCode> }

const refuse = (code: PartnerRefusalCode, facts: Record<string, unknown> = {}): PartnerDecision => ({
  refusal: { code, facts },
})

/** What a command does to a trading partner, or why not. */
export function decidePartner(facts: PartnerFacts, command: PartnerCommand): PartnerDecision {
  switch (command.kind) {
    case 'save':
      return decideSave(facts, command.form)
    case 'save_site':
      return facts.hasSite ? { events: [{ kind: 'site_saved' }] } : refuse('no_site')
    case 'map_code':
      return decideCode(facts, command.target)
  }
}

/** What comes must be from one partner only, and every partner has a name of its own. */
function decideSave({ transport, others, settings }: PartnerFacts, form: PartnerForm): PartnerDecision {
  if (!isAddress(transport, form.address)) return refuse('bad_address')
  const alike = others.find(
    (other) =>
      other.theirQualifier === form.theirQualifier && other.theirId === form.theirId && other.ourId === form.ourId,
  )
  if (alike) return refuse('ids_taken', { name: alike.name })
  if (others.some(({ name }) => name === form.name)) return refuse('name_taken')
  const { secret, ...rest } = form
  const changed = Object.entries(rest)
    .filter(([field, value]) => !isEqual(settings[field], value))
    .map(([field]) => field)
  return { events: [{ kind: 'partner_saved', changed: secret === '' ? changed : [...changed, 'secret'] }] }
}

/** A new partner has a name and ids that no other has. */
export function decideNewPartner(
  others: PartnerIds[],
  form: { name: string; theirQualifier: string; theirId: string; transport: TransportKind },
): PartnerDecision {
  const alike = others.find(
    (other) =>
      other.name === form.name || (other.theirQualifier === form.theirQualifier && other.theirId === form.theirId),
  )
  return alike
    ? refuse('partner_exists', { name: alike.name })
    : { events: [{ kind: 'partner_made', transport: form.transport }] }
}

function decideCode({ code }: PartnerFacts, target: CodeTarget): PartnerDecision {
  if (!code) return refuse('no_such_code')
  if (target.is !== 'nothing' && target.is !== code.kind) return refuse('wrong_kind', { ...code })
  if ('missing' in target) return refuse(target.missing, 'message' in target ? { message: target.message } : {})
  const to = 'words' in target ? target.words : null
  return { events: [{ kind: 'code_mapped', codeKind: code.kind, code: code.code, to }] }
}
