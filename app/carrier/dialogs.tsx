import { useState } from 'react'
import { contactRoles, payeeKinds, type Trailers } from '#core/carrier/carrier'
import { askedKinds, carrierDocumentWords } from '#core/carrier/document'
import { type Equipment, equipmentKinds } from '#core/load/load'
import { equipmentWords } from '#core/load/words'
import type { CarrierActInput } from '#server/carrier/act'
import type { Dossier } from '#server/carrier/dossier'
import { Alert } from '../ui/alert'
import { Dialog } from '../ui/dialog'
import { Choice, Field } from '../ui/field'
import type { FieldError } from '../ui/post'
import { contactRoleWords } from './contacts'
import type { CarrierActing } from './use-carrier-act'

interface Props {
  dossier: Dossier
  acting: CarrierActing
  onClose: () => void
}

/** Sends a dialog's act; what is wrong is shown at its field, and the dialog closes only when it is done. */
function useSend(acting: CarrierActing, onClose: () => void) {
  const [errors, setErrors] = useState<FieldError[]>([])
  const [message, setMessage] = useState<string>()
  /** Whether it was done; where not, what is wrong is shown. */
  const attempt = async (act: CarrierActInput, done: string): Promise<boolean> => {
    const answer = await acting.act(act, done, true)
    const wrong = answer.ok ? [] : answer.errors
    setErrors(wrong)
    setMessage(answer.ok || wrong.length > 0 ? undefined : answer.message)
    return answer.ok
  }
  const send = async (event: React.FormEvent, act: CarrierActInput, done: string) => {
    event.preventDefault()
    if (await attempt(act, done)) onClose()
  }
  return { attempt, send, message, error: (path: string) => errors.find((each) => each.path.endsWith(path))?.message }
}

const text = (form: HTMLFormElement, name: string) => String(new FormData(form).get(name) ?? '')

/** A person at a carrier is added. */
export function ContactDialog({ acting, onClose }: Props) {
  const [role, setRole] = useState<(typeof contactRoles)[number]>('dispatch')
  const { send, error, message } = useSend(acting, onClose)
  return (
    <Dialog open onClose={onClose} title="Add a contact">
      <form
        noValidate
        className="grid grid-cols-2 gap-3"
        onSubmit={(event) => {
          const form = event.currentTarget as HTMLFormElement
          void send(
            event,
            {
              intent: 'add_contact',
              contact: { name: text(form, 'name'), role, phone: text(form, 'phone'), mail: text(form, 'mail') },
            },
            'Contact added',
          )
        }}
      >
        <Field label="Name" name="name" error={error('name')} autoFocus />
        <Choice label="Role" value={role} options={contactRoles} words={contactRoleWords} onChange={setRole} />
        <Field label="Phone" name="phone" inputMode="tel" error={error('phone')} />
        <Field label="Email" name="mail" inputMode="email" error={error('mail')} />
        <button type="submit" className="button first justify-self-start" disabled={acting.busy}>
          Add <kbd className="key">Enter</kbd>
        </button>
        <Alert>{message}</Alert>
      </form>
    </Dialog>
  )
}

/** Somebody to be paid is requested; a second person approves it. */
export function PayeeDialog({ dossier, acting, onClose }: Props) {
  const [kind, setKind] = useState<(typeof payeeKinds)[number]>('carrier')
  const { send, error, message } = useSend(acting, onClose)
  return (
    <Dialog open onClose={onClose} title={`Who is paid for the loads of ${dossier.carrier.name}`}>
      <form
        noValidate
        className="grid grid-cols-2 gap-3"
        onSubmit={(event) => {
          const form = event.currentTarget as HTMLFormElement
          void send(
            event,
            {
              intent: 'ask_payee',
              payee: {
                kind,
                name: text(form, 'name'),
                bankName: text(form, 'bankName'),
                routing: text(form, 'routing'),
                account: text(form, 'account'),
              },
            },
            'Payee is waiting for a second person',
          )
        }}
      >
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
        <button type="submit" className="button first justify-self-start" disabled={acting.busy}>
          Request <kbd className="key">Enter</kbd>
        </button>
        <span className="label self-center">Somebody else has to approve it before anything is paid there.</span>
        <Alert>{message}</Alert>
      </form>
    </Dialog>
  )
}

/** What a carrier pulls, and what it would rather be asked for. */
export function EquipmentDialog({ dossier, acting, onClose }: Props) {
  const [chosen, setChosen] = useState<Equipment[]>(dossier.carrier.equipment)
  const [preferred, setPreferred] = useState<Equipment[]>(dossier.carrier.preferred)
  const [trailers, setTrailers] = useState<Trailers>(dossier.carrier.trailers)
  const { send, error, message } = useSend(acting, onClose)
  const toggle = (list: Equipment[], kind: Equipment) =>
    list.includes(kind) ? list.filter((each) => each !== kind) : [...list, kind]
  return (
    <Dialog open onClose={onClose} title="What they pull">
      <form
        noValidate
        className="flex flex-col gap-1"
        onSubmit={(event) =>
          void send(event, { intent: 'set_equipment', equipment: chosen, preferred, trailers }, 'Equipment saved')
        }
      >
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
        <Alert>{error('equipment') ?? message}</Alert>
        <button type="submit" className="button first mt-2 self-start" disabled={acting.busy}>
          Keep <kbd className="key">Enter</kbd>
        </button>
      </form>
    </Dialog>
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
  const { send, error, message } = useSend(acting, onClose)
  const [lift, setLift] = useState<'manager' | 'rep'>('manager')
  return (
    <Dialog open onClose={onClose} title={title}>
      <form
        noValidate
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          const reason = text(event.currentTarget as HTMLFormElement, 'reason')
          void send(event, intent === 'do_not_use' ? { intent, reason, lift } : { intent, reason }, button)
        }}
      >
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
        <Alert>{message}</Alert>
        <button type="submit" className="button first self-start" disabled={acting.busy}>
          {button} <kbd className="key">Enter</kbd>
        </button>
      </form>
    </Dialog>
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
  const { attempt, error, message } = useSend(acting, onClose)
  const submit = async (event: React.FormEvent) => {
    event.preventDefault()
    if (agreement) {
      if (!(await attempt({ intent: 'send_agreement', ask: { to } }, `Agreement sent to ${to}`))) return
      // Where the second email is refused, the first is not sent again.
      setAgreement(false)
    }
    if (kinds.length > 0 && !(await attempt({ intent: 'request_documents', ask: { to, kinds } }, `Asked ${to}`))) return
    onClose()
  }
  return (
    <Dialog open onClose={onClose} title={`Ask ${dossier.carrier.name}`}>
      <form noValidate className="flex flex-col gap-2" onSubmit={(event) => void submit(event)}>
        <Field
          label="Email to"
          value={to}
          onChange={(event) => setTo(event.target.value)}
          error={error('to')}
          autoFocus
        />
        <fieldset className="flex flex-col">
          <legend className="label">To send us</legend>
          {askedKinds.map((kind) => (
            <label key={kind} className="flex items-center gap-2">
              <input
                type="checkbox"
                checked={kinds.includes(kind)}
                onChange={() =>
                  setKinds(kinds.includes(kind) ? kinds.filter((each) => each !== kind) : [...kinds, kind])
                }
              />{' '}
              {carrierDocumentWords[kind]}
            </label>
          ))}
        </fieldset>
        <label className="flex items-center gap-2 border-t pt-1">
          <input type="checkbox" checked={agreement} onChange={() => setAgreement(!agreement)} /> Our agreement, to be
          read and signed (a separate email)
        </label>
        <Alert>{message}</Alert>
        <button
          type="submit"
          className="button first self-start"
          disabled={acting.busy || (kinds.length === 0 && !agreement)}
        >
          Send <kbd className="key">Enter</kbd>
        </button>
      </form>
    </Dialog>
  )
}
