import { useState } from 'react'
import { confirmationSubject } from '#core/confirmation/mail'
import { objectionWords } from '#core/confirmation/objection'
import { formatMoney } from '#core/money/money'
import { momentWords } from '#core/time/words'
import type { LoadPage } from '#server/load-page/read'
import { TermsView } from '../confirmation/terms-view'
import { Alert } from '../ui/alert'
import { Dialog } from '../ui/dialog'
import { Field } from '../ui/field'
import { TextField } from '../ui/text-field'
import { useSaving } from '../ui/use-saving'
import { Gate, isThrough, PassGate, useGate } from './gate'
import type { Acting } from './use-act'
import { useOwnWords } from './use-own-words'

type Confirmation = LoadPage['confirmations'][number]

const stateWords: Record<Confirmation['state'], string> = {
  issued: 'written, not sent',
  sent: 'sent, not accepted yet',
  accepted: 'accepted',
  void: 'void',
}
const stateColor: Record<Confirmation['state'], string> = {
  issued: 'text-ring-text',
  sent: 'text-ring-text',
  accepted: 'text-acacia',
  void: 'text-second line-through',
}

/** Every version of the rate confirmation and where it is, the newest first. */
export function ConfirmationPanel({
  page,
  now,
  zone,
  mayAward,
  onSend,
  onRevoke,
}: {
  page: LoadPage
  now: number
  zone: string
  mayAward: boolean
  onSend: () => void
  onRevoke: (confirmationId: number) => void
}) {
  return (
    <section aria-label="Rate confirmation" className="border-b px-4 py-2">
      <div className="flex justify-between">
        <h2 className="head">Rate confirmation</h2>
        {mayAward &&
          page.confirmations[0] &&
          page.confirmations[0].state !== 'void' &&
          page.confirmations[0].state !== 'accepted' && (
            <button type="button" className="text-dusk" onClick={onSend}>
              <kbd className="key">s</kbd> preview and send
            </button>
          )}
      </div>
      <ul>
        {page.confirmations.map((confirmation) => (
          <li
            key={confirmation.id}
            className="grid grid-cols-[104px_74px_minmax(0,1fr)_auto] gap-3 border-b py-1.5 last:border-0"
          >
            <a
              href={`/loads/${page.load.id}/confirmations/${confirmation.id}/pdf`}
              target="_blank"
              rel="noreferrer"
              className="font-mono link"
            >
              {confirmation.number}
            </a>
            <span className="text-right font-mono">{formatMoney(confirmation.terms.totalMinor)}</span>
            <span>
              <b className={`font-semibold ${stateColor[confirmation.state]}`}>{stateWords[confirmation.state]}</b>{' '}
              <span className="label">{happened(confirmation, now, zone)}</span>
              <Objected confirmation={confirmation} now={now} zone={zone} />
            </span>
            {mayAward && confirmation.state !== 'void' && confirmation.sentAt !== null && (
              <button type="button" className="label underline" onClick={() => onRevoke(confirmation.id)}>
                withdraw link
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}

/** What the carrier answered instead of a yes, as long as it is not settled by a newer version or a yes. */
function Objected({ confirmation, now, zone }: { confirmation: Confirmation; now: number; zone: string }) {
  const { objection, objectionText, objectedBy, objectedAt, state } = confirmation
  if (!objection || state === 'accepted' || state === 'void') return null
  return (
    <p className="font-semibold text-bill">
      {objectedBy} {objectionWords[objection]} it{objectionText && `: ${objectionText}`}{' '}
      <span className="label">{objectedAt && momentWords(objectedAt, now, zone)}</span>
    </p>
  )
}

function happened(confirmation: Confirmation, now: number, zone: string): string {
  if (confirmation.acceptedAt !== null)
    return `by ${confirmation.acceptedName}, ${confirmation.acceptedTitle}, ${momentWords(confirmation.acceptedAt, now, zone)}`
  if (confirmation.sentAt === null) return momentWords(confirmation.issuedAt, now, zone)
  return confirmation.deliveredAt === null
    ? `to ${confirmation.sentTo}, still on its way`
    : `to ${confirmation.sentTo}, ${momentWords(confirmation.deliveredAt, now, zone)}`
}

/** What will leave the building, as it will be seen, and the key that sends it. */
export function SendDialog({
  page,
  acting,
  now,
  mayOverride,
  onClose,
}: {
  page: LoadPage
  acting: Acting
  now: number
  mayOverride: boolean
  onClose: () => void
}) {
  const newest = page.confirmations[0]
  const [typed, setTyped] = useState<string | null>(null)
  // The award just made may still be on its way into the page: what is not typed follows it.
  const to = typed ?? newest?.sentTo ?? page.carrier?.mail ?? ''
  const [own, setOwn] = useOwnWords()
  const [reason, setReason] = useState('')
  const [held, setHeld] = useState(false)
  const [despite, setDespite] = useState(false)
  const gate = useGate(page.load.id, page.load.carrierId ?? 0, true)
  const stopped = gate?.verdict.verdict === 'stop'
  const again = newest?.state === 'sent'
  const saving = useSaving(async () => {
    const answer = await acting.act(
      { intent: 'send_confirmation', to, again, despite, ...own, override: stopped && reason !== '' ? reason : null },
      page.load.practice ? 'Practice: not sent' : `Confirmation on its way to ${to}`,
      true,
    )
    if (!answer.ok) setHeld(answer.code === 'confirmation_tells_too_much')
    return answer
  }, onClose)
  if (!newest) return null
  return (
    <Dialog open onClose={onClose} title={`Rate confirmation ${newest.number} for ${page.carrier?.name ?? ''}`} wide>
      <form onSubmit={saving.submit} className="mb-4 grid grid-cols-[1fr_auto_auto] items-end gap-3" noValidate>
        <Field
          label="Email to"
          type="email"
          value={to}
          onChange={(event) => setTyped(event.target.value)}
          error={saving.error('to')}
        />
        <button
          type="submit"
          className="button first"
          disabled={newest.state === 'accepted' || (stopped && !isThrough(gate, mayOverride, reason))}
          aria-busy={saving.isSaving}
          autoFocus
        >
          {again ? 'Send again' : 'Send'} <kbd className="key">Enter</kbd>
        </button>
        <a
          className="button"
          href={`/loads/${page.load.id}/confirmations/${newest.id}/pdf`}
          target="_blank"
          rel="noreferrer"
        >
          PDF
        </a>
        <Field
          className="col-span-3"
          label="Subject"
          placeholder={confirmationSubject(newest.terms, newest.version)}
          value={own.subject}
          onChange={(event) => setOwn({ subject: event.target.value })}
          error={saving.error('subject')}
        />
        <TextField
          className="col-span-3"
          label="Your words above the rest; kept for the next one"
          rows={2}
          value={own.message}
          onChange={(event) => setOwn({ message: event.target.value })}
          error={saving.error('message')}
        />
        <Alert className="col-span-3">{saving.message()}</Alert>
        {held && (
          <label className="col-span-3 flex items-center gap-2">
            <input type="checkbox" checked={despite} onChange={(event) => setDespite(event.target.checked)} /> I have
            read the instructions below; they may go out unchanged
          </label>
        )}
        {stopped && (
          <div className="col-span-3 flex flex-col gap-2">
            <Gate gate={gate} again now={now} deliverBy={page.load.deliverBy} zone={page.load.destZone} />
            <PassGate gate={gate} mayOverride={mayOverride} reason={reason} onReason={setReason} />
          </div>
        )}
      </form>
      {newest.state === 'accepted' && <p className="mb-2 text-acacia">Accepted already: nothing needs to be sent.</p>}
      <div className="border border-strong bg-plain p-4">
        <TermsView terms={newest.terms} />
      </div>
    </Dialog>
  )
}
