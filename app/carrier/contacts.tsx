import type { ContactRole } from '#core/carrier/carrier'
import type { Dossier } from '#server/carrier/dossier'
import { LinkButton } from '../ui/link-button'
import type { CarrierActing } from './use-carrier-act'

export const contactRoleWords: Record<ContactRole, string> = {
  dispatch: 'dispatch',
  after_hours: 'after hours',
  accounts: 'accounts',
  owner: 'owner',
  claims: 'claims',
  other: 'other',
}
const payeeStateWords = {
  waiting: 'waiting for a second person',
  approved: 'paid',
  refused: 'refused',
  replaced: 'before',
} as const

/** How they are reached, and who is paid. */
export function Contacts({
  dossier,
  acting,
  mayEdit,
  mayApprove,
  me,
  onAdd,
  onPayee,
}: {
  dossier: Dossier
  acting: CarrierActing
  mayEdit: boolean
  mayApprove: boolean
  me: string
  onAdd: () => void
  onPayee: () => void
}) {
  return (
    <section aria-label="Contacts and payee">
      <h2 className="head flex items-center justify-between">
        Contacts
        {mayEdit && (
          <LinkButton className="font-normal" onClick={onAdd}>
            Add <kbd className="key">c</kbd>
          </LinkButton>
        )}
      </h2>
      <ul>
        {dossier.contacts.map((contact) => (
          <li key={contact.id} className="flex flex-wrap items-baseline gap-x-2 border-t py-1">
            <span className="font-semibold">{contact.name}</span>
            <span className="label">{contactRoleWords[contact.role]}</span>
            <span className="ml-auto">{contact.phone && <a href={`tel:${contact.phone}`}>{contact.phone}</a>}</span>
            {mayEdit && (
              <button
                type="button"
                aria-label={`Remove ${contact.name}`}
                className="size-6 min-h-[24px] min-w-[24px] text-second"
                disabled={acting.busy}
                onClick={() =>
                  void acting.act({ intent: 'remove_contact', contactId: contact.id }, `${contact.name} removed`)
                }
              >
                ×
              </button>
            )}
            {contact.mail && <span className="label basis-full">{contact.mail}</span>}
          </li>
        ))}
        {dossier.contacts.length === 0 && (
          <li className="label border-t py-1">No contacts on file: add the people you talk to.</li>
        )}
      </ul>
      <h2 className="head mt-2 flex items-center justify-between">
        Paid to
        {mayEdit && (
          <LinkButton className="font-normal" onClick={onPayee}>
            {dossier.payees.length > 0 ? 'Change' : 'Set'} <kbd className="key">y</kbd>
          </LinkButton>
        )}
      </h2>
      <ul>
        {dossier.payees
          .filter(({ state }) => state === 'waiting' || state === 'approved')
          .map((payee) => (
            <li key={payee.id} className="border-t py-1">
              <span className="font-semibold">{payee.name}</span>{' '}
              <span className="label">
                {payee.kind === 'factoring' ? 'factoring, ' : ''}
                {payee.bankName} …{payee.accountEnd}
              </span>{' '}
              <span className={payee.state === 'waiting' ? 'text-bill' : 'text-acacia'}>
                {payeeStateWords[payee.state]}
              </span>
              {payee.state === 'waiting' && <span className="label"> asked by {payee.askedBy}</span>}
              {payee.state === 'waiting' && mayApprove && payee.askedBy !== me && (
                <span className="ml-2 inline-flex gap-3">
                  <LinkButton
                    disabled={acting.busy}
                    onClick={() => void acting.act({ intent: 'approve_payee', payeeId: payee.id }, 'Payee approved')}
                  >
                    Approve
                  </LinkButton>
                  <LinkButton
                    disabled={acting.busy}
                    onClick={() => void acting.act({ intent: 'refuse_payee', payeeId: payee.id }, 'Payee refused')}
                  >
                    Refuse
                  </LinkButton>
                </span>
              )}
            </li>
          ))}
        {!dossier.payees.some(({ state }) => state === 'approved' || state === 'waiting') && (
          <li className="label border-t py-1">No payee on file.</li>
        )}
      </ul>
    </section>
  )
}
