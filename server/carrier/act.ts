import { and, eq } from 'drizzle-orm'
import { z } from 'zod'
import { deskRoles, type Permission } from '#core/access/access'
import { person } from '#core/access/actor'
import { contactSchema, payeeSchema, trailersSchema } from '#core/carrier/carrier'
import { loadMarks } from '#core/carrier/grades'
import { refused } from '#core/decision/refusal'
import { equipmentKinds } from '#core/load/load'
import type { PayeeCommand } from '#core/payee/decide'
import { registerRefusals } from '#core/register/refusals'
import { requirePermission, type Viewer } from '#server/access/viewer'
import type { Db } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import { outcome, type Refused, run } from '#server/kernel/run'
import { refresh } from '#server/register/look-up'
import { carrier, load } from '#server/schema'
import { revet } from '#server/vetting/revet'
import { requestDocumentsSchema, sendAgreementSchema } from './ask'
import { checkDocument, checkDocumentSchema } from './documents'
import { payeeSubject } from './payees'
import { carrierSubject, type ServerCommand } from './subject'

const reason = z.string().trim().min(3, 'Say why, in a few words').max(300, 'At most 300 characters')
const id = z.number().int().positive()

/** Everything a person does to a carrier from its dossier, as it comes over the wire. */
export const carrierActSchema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('add_contact'), contact: contactSchema }),
  z.object({ intent: z.literal('remove_contact'), contactId: id }),
  z.object({
    intent: z.literal('set_equipment'),
    equipment: z.array(z.enum(equipmentKinds)).min(1, 'Choose what they pull').max(13),
    preferred: z.array(z.enum(equipmentKinds)).max(13).default([]),
    trailers: trailersSchema.default({}),
  }),
  z.object({ intent: z.literal('do_not_use'), reason, lift: z.enum(deskRoles).default('manager') }),
  z.object({ intent: z.literal('lift_do_not_use'), reason }),
  z.object({ intent: z.literal('ask_payee'), payee: payeeSchema }),
  z.object({ intent: z.literal('approve_payee'), payeeId: id }),
  z.object({ intent: z.literal('refuse_payee'), payeeId: id }),
  z.object({ intent: z.literal('check_document'), document: checkDocumentSchema }),
  z.object({ intent: z.literal('refuse_document'), documentId: id, because: reason }),
  z.object({ intent: z.literal('request_documents'), ask: requestDocumentsSchema }),
  z.object({ intent: z.literal('send_agreement'), ask: sendAgreementSchema }),
  z.object({ intent: z.literal('revoke_link'), linkId: id }),
  z.object({ intent: z.literal('mark_load'), loadId: id, mark: z.enum(loadMarks) }),
  z.object({ intent: z.literal('refresh') }),
])
export type CarrierActInput = z.input<typeof carrierActSchema>

const permissions: Record<CarrierActInput['intent'], Permission> = {
  add_contact: 'edit_carriers',
  remove_contact: 'edit_carriers',
  set_equipment: 'edit_carriers',
  do_not_use: 'edit_carriers',
  lift_do_not_use: 'edit_carriers',
  ask_payee: 'edit_carriers',
  approve_payee: 'approve_payee',
  refuse_payee: 'approve_payee',
  check_document: 'edit_carriers',
  refuse_document: 'edit_carriers',
  request_documents: 'edit_carriers',
  send_agreement: 'edit_carriers',
  revoke_link: 'edit_carriers',
  mark_load: 'edit_carriers',
  refresh: 'edit_carriers',
}

/** Carries out one act on a carrier for a viewer who may; vets again what it touched. The outcome is a value. */
export async function actOnCarrier(
  db: Db,
  carrierId: number,
  act: z.output<typeof carrierActSchema>,
  viewer: Viewer,
  now: number,
): Promise<{ done: true } | Refused> {
  requirePermission(viewer, permissions[act.intent])
  const who: Act = { now, by: person(viewer) }
  if (act.intent === 'refresh') return refreshCarrier(db, carrierId, who)
  if (act.intent === 'check_document') return checkDocument(db, carrierId, act.document, who)
  const ran = isPayeeAct(act)
    ? run(db, payeeSubject, carrierId, payeeCommand(act), who)
    : run(db, carrierSubject, carrierId, carrierCommand(db, carrierId, act, viewer), who)
  if ('done' in ran) revet(db, [carrierId], now)
  return outcome(ran)
}

type CarrierActOf = z.output<typeof carrierActSchema>
type PayeeAct = Extract<CarrierActOf, { intent: 'ask_payee' | 'approve_payee' | 'refuse_payee' }>
type OwnAct = Exclude<CarrierActOf, PayeeAct | { intent: 'refresh' | 'check_document' }>

const isPayeeAct = (act: PayeeAct | OwnAct): act is PayeeAct =>
  act.intent === 'ask_payee' || act.intent === 'approve_payee' || act.intent === 'refuse_payee'

const payeeCommand = (act: PayeeAct): PayeeCommand =>
  act.intent === 'ask_payee' ? { kind: act.intent, payee: act.payee } : { kind: act.intent, payeeId: act.payeeId }

function carrierCommand(db: Db, carrierId: number, act: OwnAct, { role }: Viewer): ServerCommand {
  switch (act.intent) {
    case 'add_contact':
      return { kind: act.intent, contact: act.contact }
    case 'remove_contact':
      return { kind: act.intent, contactId: act.contactId }
    case 'set_equipment':
      return { kind: act.intent, equipment: act.equipment, preferred: act.preferred, trailers: act.trailers }
    case 'do_not_use':
      return { kind: act.intent, reason: act.reason, lift: act.lift, role }
    case 'lift_do_not_use':
      return { kind: act.intent, reason: act.reason, role }
    case 'refuse_document':
      return { kind: act.intent, documentId: act.documentId, because: act.because }
    case 'request_documents':
      return { kind: act.intent, ...act.ask }
    case 'send_agreement':
      return { kind: act.intent, ...act.ask }
    case 'revoke_link':
      return { kind: act.intent, linkId: act.linkId }
    case 'mark_load':
      return { kind: act.intent, loadId: act.loadId, mark: act.mark, number: numberOf(db, carrierId, act.loadId) }
  }
}

const numberOf = (db: Db, carrierId: number, loadId: number): string | null =>
  db
    .select({ number: load.number })
    .from(load)
    .where(and(eq(load.id, loadId), eq(load.carrierId, carrierId)))
    .get()?.number ?? null

async function refreshCarrier(db: Db, carrierId: number, who: Act): Promise<{ done: true } | Refused> {
  const row = db.select({ dotNumber: carrier.dotNumber }).from(carrier).where(eq(carrier.id, carrierId)).get()
  if (!row) return { refusal: carrierSubject.missing }
  const answered = await refresh(db, row.dotNumber)
  revet(db, [carrierId], Date.now())
  if (!answered) return refused(registerRefusals, 'register_silent_on_refresh')
  recordEvent(db, 'carrier', carrierId, { kind: 'register_asked' }, who)
  return { done: true }
}
