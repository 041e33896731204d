import { useState } from 'react'
import { contactRoles, payeeKinds, type Trailers } from '#core/carrier/carrier'
import { askedKinds, carrierDocumentWords } from '#core/carrier/document'
import { type Equipment, equipmentKinds } from '#core/load/load'
import { equipmentWords } from '#core/load/words'
import type { Dossier } from '#server/carrier/dossier'
import { Check, CheckSet, Choice, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { contactRoleWords } from './contacts'
import type { CarrierActing } from './use-carrier-act'

interface Props {
  dossier: Dossier
  acting: CarrierActing
  onClose: () => void
}

const text = (form: HTMLFormElement, name: string) => String(new FormData(form).get(name) ?? '')

/** A person at a carrier is added. */
export function ContactDialog({ acting, onClose }: Props) {
  const [role, setRole] = useState<(typeof contactRoles)[number]>('dispatch')
  const save = (form: HTMLFormElement) => {
    const contact = { name: text(form, 'name'), role, phone: text(form, 'phone'), mail: text(form, 'mail') }
    return acting.act({ intent: 'add_contact', contact }, 'Contact added', true)
  }
  return (
    <FormDialog title="Add a contact" layout="grid grid-cols-2 gap-3" button="Add" save={save} onClose={onClose}>
      {(error) => (
        <>
          <Field label="Name" name="name" error={error('name')} autoFocus />
          <Choice label="Role" value={role} options={contactRoles} words={contactRoleWords} onChange={setRole} />
          <Field label="Phone" name="phone" inputMode="tel" error={error('phone')} />
          <Field label="Email" name="mail" inputMode="email" error={error('mail')} />
        </>
      )}
    </FormDialog>
  )
}

/** Somebody to be paid is requested; a second person approves it. */
export function PayeeDialog({ dossier, acting, onClose }: Props) {
  const [kind, setKind] = useState<(typeof payeeKinds)[number]>('carrier')
  const save = (form: HTMLFormElement) => {
    const payee = {
      kind,
      name: text(form, 'name'),
      bankName: text(form, 'bankName'),
      routing: text(form, 'routing'),
      account: text(form, 'account'),
    }
    return acting.act({ intent: 'ask_payee', payee }, 'Payee is waiting for a second person', true)
  }
  return (
    <FormDialog
      title={`Who is paid for the loads of ${dossier.carrier.name}`}
      layout="grid grid-cols-2 gap-3"
      button="Request"
      note="Somebody else has to approve it before anything is paid there."
      save={save}
      onClose={onClose}
    >
      {(error) => (
        <>
          <Choice
            label="Paid is"
            value={kind}
            options={payeeKinds}
            words={{ carrier: 'the carrier itself', factoring: 'a factoring company' }}
            onChange={setKind}
          />
          <Field
            label="Name"
            name="name"
            defaultValue={kind === 'carrier' ? dossier.carrier.name : ''}
            key={kind}
            error={error('name')}
          />
          <Field label="Bank" name="bankName" error={error('bankName')} />
          <Field label="Routing number" name="routing" inputMode="numeric" error={error('routing')} />
          <Field
            label="Account number"
            name="account"
            inputMode="numeric"
            error={error('account')}
            className="col-span-2"
          />
        </>
      )}
    </FormDialog>
  )
}

/** What a carrier pulls, and what it would rather be asked for. */
export function EquipmentDialog({ dossier, acting, onClose }: Props) {
  const [chosen, setChosen] = useState<Equipment[]>(dossier.carrier.equipment)
  const [preferred, setPreferred] = useState<Equipment[]>(dossier.carrier.preferred)
  const [trailers, setTrailers] = useState<Trailers>(dossier.carrier.trailers)
  const toggle = (list: Equipment[], kind: Equipment) =>
    list.includes(kind) ? list.filter((each) => each !== kind) : [...list, kind]
  const save = () =>
    acting.act({ intent: 'set_equipment', equipment: chosen, preferred, trailers }, 'Equipment saved', true)
  return (
    <FormDialog title="What they pull" layout="flex flex-col gap-1" button="Save" save={save} onClose={onClose}>
      <div className="label grid grid-cols-[1fr_90px_90px]">
        <span>Equipment</span>
        <span>Trailers</span>
        <span>Preferred</span>
      </div>
      {equipmentKinds.map((kind) => (
        <div key={kind} className="grid grid-cols-[1fr_90px_90px] items-center">
          <label className="flex items-center gap-2">
            <input type="checkbox" checked={chosen.includes(kind)} onChange={() => setChosen(toggle(chosen, kind))} />{' '}
            {equipmentWords[kind]}
          </label>
          {chosen.includes(kind) && (
            <input
              aria-label={`${equipmentWords[kind]} trailers`}
              className="field !h-7 !w-16"
              inputMode="numeric"
              value={trailers[kind] ?? ''}
              onChange={(event) =>
                setTrailers({
                  ...trailers,
                  [kind]: Math.min(100_000, Number(event.target.value.replace(/\D/g, '')) || 0),
                })
              }
            />
          )}
          {chosen.includes(kind) && (
            <input
              aria-label={`${equipmentWords[kind]} preferred`}
              type="checkbox"
              checked={preferred.includes(kind)}
              onChange={() => setPreferred(toggle(preferred, kind))}
            />
          )}
        </div>
      ))}
    </FormDialog>
  )
}

/** A carrier is barred, or may be used again: either needs a reason. */
export function ReasonDialog({
  acting,
  onClose,
  intent,
  title,
  button,
}: Omit<Props, 'dossier'> & { intent: 'do_not_use' | 'lift_do_not_use'; title: string; button: string }) {
  const [lift, setLift] = useState<'manager' | 'rep'>('manager')
  const save = (form: HTMLFormElement) => {
    const reason = text(form, 'reason')
    return acting.act(intent === 'do_not_use' ? { intent, reason, lift } : { intent, reason }, button, true)
  }
  return (
    <FormDialog title={title} button={button} save={save} onClose={onClose}>
      {(error) => (
        <>
          <Field label="Why" name="reason" error={error('reason')} autoFocus />
          {intent === 'do_not_use' && (
            <Choice
              label="May be lifted by"
              value={lift}
              options={['manager', 'rep']}
              words={{ manager: 'a manager', rep: 'any rep' }}
              onChange={setLift}
            />
          )}
        </>
      )}
    </FormDialog>
  )
}

/** Documents, or the signed agreement, are requested by an email with a link. */
export function AskDialog({ dossier, acting, onClose }: Props) {
  const missing = askedKinds.filter(
    (kind) =>
      (kind === 'w9' || kind === 'certificate') &&
      !dossier.documents.some((document) => document.kind === kind && document.state === 'checked'),
  )
  const [kinds, setKinds] = useState<(typeof askedKinds)[number][]>(missing.length > 0 ? missing : ['certificate'])
  const [agreement, setAgreement] = useState(
    !dossier.documents.some((document) => document.kind === 'agreement' && document.state === 'checked'),
  )
  const [to, setTo] = useState(dossier.contacts.find(({ mail }) => mail)?.mail ?? dossier.carrier.mail)
  const save = async () => {
    if (agreement) {
      const sent = await acting.act({ intent: 'send_agreement', ask: { to } }, `Agreement sent to ${to}`, true)
      if (!sent.ok) return sent
      // Where the second email is refused, the first is not sent again.
      setAgreement(false)
    }
    if (kinds.length === 0) return undefined
    return await acting.act({ intent: 'request_documents', ask: { to, kinds } }, `Asked ${to}`, true)
  }
  return (
    <FormDialog
      title={`Ask ${dossier.carrier.name}`}
      layout="flex flex-col gap-2"
      button="Send"
      isBlocked={kinds.length === 0 && !agreement}
      save={save}
      onClose={onClose}
    >
      {(error) => (
        <>
          <Field
            label="Email to"
            value={to}
            onChange={(event) => setTo(event.target.value)}
            error={error('to')}
            autoFocus
          />
          <fieldset className="flex flex-col">
            <legend className="label">To send us</legend>
            <CheckSet options={askedKinds} words={carrierDocumentWords} chosen={kinds} onChange={setKinds} />
          </fieldset>
          <Check
            className="border-t pt-1"
            label="Our agreement, to be read and signed (a separate email)"
            checked={agreement}
            onChange={setAgreement}
          />
        </>
      )}
    </FormDialog>
  )
}
