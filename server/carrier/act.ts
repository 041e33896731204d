import { and, eq } from 'drizzle-orm'
import { z } from 'zod'
import type { Permission } from '#core/access/access'
import { roles } from '#core/access/access'
import { contactSchema, payeeSchema, trailersSchema } from '#core/carrier/carrier'
import { type LoadMark, loadMarks } from '#core/carrier/grades'
import { equipmentKinds } from '#core/load/load'
import { requirePermission, type Viewer } from '#server/access/viewer'
import { type Db, inTransaction } from '#server/db.server'
import { keepLinks, recordOf } from '#server/register/keep'
import { refresh } from '#server/register/look-up'
import { carrier, carrierLink, contact, load, loadMark } from '#server/schema'
import { vetAgain } from '#server/vetting/again'
import { ask, askPapersSchema, sendAgreementSchema } from './ask'
import { recordFacts } from './facts'
import { type CarrierAct, writeCarrierLog } from './log'
import { checkPaper, checkPaperSchema, refusePaper } from './papers'
import { askPayee, decidePayee } from './payees'

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
  z.object({ intent: z.literal('do_not_use'), reason, lift: z.enum(roles).default('manager') }),
  z.object({ intent: z.literal('lift_do_not_use'), reason }),
  z.object({ intent: z.literal('ask_payee'), payee: payeeSchema }),
  z.object({ intent: z.literal('approve_payee'), payeeId: id }),
  z.object({ intent: z.literal('refuse_payee'), payeeId: id }),
  z.object({ intent: z.literal('check_paper'), paper: checkPaperSchema }),
  z.object({ intent: z.literal('refuse_paper'), paperId: id, because: reason }),
  z.object({ intent: z.literal('ask_papers'), ask: askPapersSchema }),
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
  check_paper: 'edit_carriers',
  refuse_paper: 'edit_carriers',
  ask_papers: 'edit_carriers',
  send_agreement: 'edit_carriers',
  revoke_link: 'edit_carriers',
  mark_load: 'edit_carriers',
  refresh: 'edit_carriers',
}

type Outcome = { done: true } | { refusal: { code: string; message: string } }

/** Carries out one act on a carrier for a viewer who may; vets anew what it touched. The outcome is a value. */
export async function actOnCarrier(
  db: Db,
  carrierId: number,
  act: z.output<typeof carrierActSchema>,
  viewer: Viewer,
  now: number,
): Promise<Outcome> {
  requirePermission(viewer, permissions[act.intent])
  const row = db.select().from(carrier).where(eq(carrier.id, carrierId)).get()
  if (!row) return { refusal: { code: 'no_such_carrier', message: 'There is no such carrier.' } }
  const who: CarrierAct = { now, by: { kind: 'person', name: viewer.name } }
  if (act.intent === 'refresh') return refreshCarrier(db, row, who)
  const outcome = decide(db, row, act, viewer, who)
  if ('done' in outcome) vetAgain(db, [carrierId], now)
  return outcome
}

type Row = typeof carrier.$inferSelect
type Instant = Exclude<z.output<typeof carrierActSchema>, { intent: 'refresh' }>

function decide(db: Db, row: Row, act: Instant, viewer: Viewer, who: CarrierAct): Outcome {
  switch (act.intent) {
    case 'add_contact':
      return inTransaction(db, () => addContact(db, row, act.contact, who))
    case 'remove_contact':
      return inTransaction(db, () => removeContact(db, row, act.contactId, who))
    case 'set_equipment':
      return inTransaction(db, () => setEquipment(db, row, act, who))
    case 'do_not_use':
      return inTransaction(db, () => {
        // A second bar adds to the first: who may not lift the one that stands may not soften it either.
        const standing = row.doNotUse !== null && row.doNotUseLift !== null && !mayLift(viewer, row.doNotUseLift)
        if (standing)
          return {
            refusal: {
              code: 'barred_already',
              message: `${row.doNotUseBy} barred this carrier already (${row.doNotUse}), and only a ${row.doNotUseLift} may change that.`,
            },
          }
        db.update(carrier)
          .set({ doNotUse: act.reason, doNotUseBy: viewer.name, doNotUseAt: who.now, doNotUseLift: act.lift })
          .where(eq(carrier.id, row.id))
          .run()
        return written(db, row.id, 'do_not_use', { reason: act.reason, lift: act.lift }, who)
      })
    case 'lift_do_not_use':
      return inTransaction(db, () => lift(db, row, act.reason, viewer, who))
    case 'ask_payee':
      return askPayee(db, row.id, act.payee, who)
    case 'approve_payee':
    case 'refuse_payee':
      return decidePayee(db, row.id, act.payeeId, act.intent === 'approve_payee', who)
    case 'check_paper':
      return checkPaper(db, row.id, act.paper, who)
    case 'refuse_paper':
      return refusePaper(db, row.id, act.paperId, act.because, who)
    case 'ask_papers':
      return ask(db, row.id, { purpose: 'papers', ...act.ask }, who)
    case 'send_agreement':
      return ask(db, row.id, { purpose: 'agreement', ...act.ask }, who)
    case 'mark_load':
      return inTransaction(db, () => markLoad(db, row, act, who))
    case 'revoke_link': {
      const done = db
        .update(carrierLink)
        .set({ revokedAt: who.now })
        .where(and(eq(carrierLink.id, act.linkId), eq(carrierLink.carrierId, row.id)))
        .run()
      return done.changes === 1
        ? written(db, row.id, 'link_revoked', {}, who)
        : { refusal: { code: 'no_such_link', message: 'There is no such link of this carrier.' } }
    }
  }
}

function written(
  db: Db,
  carrierId: number,
  kind: string,
  data: Record<string, unknown>,
  who: CarrierAct,
): { done: true } {
  writeCarrierLog(db, carrierId, kind, data, who)
  return { done: true }
}

function addContact(db: Db, row: Row, given: z.output<typeof contactSchema>, who: CarrierAct): Outcome {
  db.insert(contact)
    .values({ carrierId: row.id, ...given, addedAt: who.now, addedBy: who.by.name })
    .run()
  recordFacts(
    db,
    row.id,
    { [`contact ${given.name}`]: [given.role, given.phone, given.mail].filter(Boolean).join(', ') },
    { source: 'person', byName: who.by.name, whole: false },
    who.now,
  )
  return contactsChanged(db, row, 'contact_added', { name: given.name }, who)
}

function removeContact(db: Db, row: Row, contactId: number, who: CarrierAct): Outcome {
  const gone = db
    .delete(contact)
    .where(and(eq(contact.id, contactId), eq(contact.carrierId, row.id)))
    .returning({ name: contact.name })
    .get()
  return gone
    ? contactsChanged(db, row, 'contact_removed', { name: gone.name }, who)
    : { refusal: { code: 'no_such_contact', message: 'There is no such contact of this carrier.' } }
}

function contactsChanged(db: Db, row: Row, kind: string, data: Record<string, unknown>, who: CarrierAct): Outcome {
  const known = recordOf(db, row.dotNumber)
  if (known) keepLinks(db, known.record, row.id)
  db.update(carrier).set({ contactChangedAt: who.now }).where(eq(carrier.id, row.id)).run()
  return written(db, row.id, kind, data, who)
}

function setEquipment(db: Db, row: Row, act: Extract<Instant, { intent: 'set_equipment' }>, who: CarrierAct): Outcome {
  const preferred = act.preferred.filter((kind) => act.equipment.includes(kind))
  db.update(carrier)
    .set({ equipment: act.equipment, preferred, trailers: act.trailers })
    .where(eq(carrier.id, row.id))
    .run()
  recordFacts(
    db,
    row.id,
    {
      equipment: act.equipment.map((kind) => (act.trailers[kind] ? `${kind} ${act.trailers[kind]}` : kind)).join(', '),
      preferred_equipment: preferred.join(', ') || 'none',
    },
    { source: 'person', byName: who.by.name, whole: false },
    who.now,
  )
  return written(db, row.id, 'equipment_set', { equipment: act.equipment }, who)
}

function lift(db: Db, row: Row, why: string, viewer: Viewer, who: CarrierAct): Outcome {
  if (row.doNotUse === null)
    return { refusal: { code: 'not_barred', message: 'This carrier is not marked as not to be used.' } }
  if (row.doNotUseLift && !mayLift(viewer, row.doNotUseLift))
    return { refusal: { code: 'may_not_lift', message: `Only a ${row.doNotUseLift} may lift this.` } }
  db.update(carrier)
    .set({ doNotUse: null, doNotUseBy: null, doNotUseAt: null, doNotUseLift: null })
    .where(eq(carrier.id, row.id))
    .run()
  return written(db, row.id, 'do_not_use_lifted', { was: row.doNotUse, reason: why }, who)
}

function markLoad(db: Db, row: Row, act: { loadId: number; mark: LoadMark }, who: CarrierAct): Outcome {
  const held = db
    .select({ number: load.number })
    .from(load)
    .where(and(eq(load.id, act.loadId), eq(load.carrierId, row.id)))
    .get()
  if (!held) return { refusal: { code: 'no_such_load', message: 'That is no load of this carrier.' } }
  db.insert(loadMark)
    .values({ loadId: act.loadId, carrierId: row.id, mark: act.mark, byName: who.by.name, at: who.now })
    .run()
  return written(db, row.id, 'load_marked', { number: held.number, mark: act.mark }, who)
}

async function refreshCarrier(db: Db, row: Row, who: CarrierAct): Promise<Outcome> {
  const answered = await refresh(db, row.dotNumber)
  vetAgain(db, [row.id], Date.now())
  return answered
    ? written(db, row.id, 'register_asked', {}, who)
    : {
        refusal: {
          code: 'register_silent',
          message: 'The register does not answer: the last known facts stay. Try again in a moment.',
        },
      }
}

/** Whether somebody may lift or change a bar that a role may lift. */
const mayLift = (viewer: Viewer, role: NonNullable<(typeof carrier.$inferSelect)['doNotUseLift']>): boolean =>
  viewer.role === role || viewer.role === 'manager'
