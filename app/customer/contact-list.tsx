import { customerMailWords } from '#core/customer/contact'
import type { CustomerPage } from '#server/customer-page/read'
import { LinkButton } from '../ui/link-button'

export type ListedContact = CustomerPage['contacts'][number]

interface ContactListProps {
  contacts: readonly ListedContact[]
  mayEdit: boolean
  onAdd: () => void
  onChange: (contact: ListedContact) => void
  onRemove: (contact: ListedContact) => void
}

/** Who they are at the customer, and what goes to each. */
export function ContactList({ contacts, mayEdit, onAdd, onChange, onRemove }: ContactListProps) {
  return (
    <section aria-label="Contacts">
      <h2 className="head flex justify-between">
        Contacts
        {mayEdit && (
          <LinkButton className="font-normal" onClick={onAdd}>
            Add <kbd className="key">c</kbd>
          </LinkButton>
        )}
      </h2>
      {contacts.length === 0 && <p className="label border-t py-1">Nobody on file: add the people you talk to.</p>}
      <ul>
        {contacts.map((contact) => (
          <li key={contact.id} className="flex flex-wrap items-baseline gap-x-2 border-t py-1">
            <b className="font-semibold">{contact.name}</b>
            <span className="label">{contact.role}</span>
            {contact.phone && (
              <a className="ml-auto" href={`tel:${contact.phone}`}>
                {contact.phone}
              </a>
            )}
            <span className="label basis-full">
              {[contact.mail, contact.receives.map((each) => customerMailWords[each].toLowerCase()).join(', ')]
                .filter(Boolean)
                .join(': ')}
            </span>
            {mayEdit && (
              <span className="flex gap-3">
                <LinkButton onClick={() => onChange(contact)}>
                  Change<span className="sr-only"> {contact.name}</span>
                </LinkButton>
                <LinkButton onClick={() => onRemove(contact)}>
                  Remove<span className="sr-only"> {contact.name}</span>
                </LinkButton>
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
