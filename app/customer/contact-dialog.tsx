import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { type CustomerContact, customerMails, customerMailWords } from '#core/customer/contact'
import { CheckSet, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { postJson } from '../ui/post'

interface ContactDialogProps {
  customerId: number
  /** The one that is changed; null for a new one. */
  contact: (CustomerContact & { id: number }) | null
  onClose: () => void
}

const nobody: CustomerContact = { name: '', role: '', phone: '', mail: '', receives: [] }

const fields = [
  ['name', 'Name'],
  ['role', 'What they do there'],
  ['phone', 'Phone'],
  ['mail', 'Email'],
] as const satisfies [keyof CustomerContact, string][]

/** Somebody at a customer: how they are reached and what goes to them. */
export function ContactDialog({ customerId, contact, onClose }: ContactDialogProps) {
  const [typed, setTyped] = useState<CustomerContact>(contact ?? nobody)
  const { revalidate } = useRevalidator()
  const save = async () => {
    const act = contact ? { intent: 'change_contact', contactId: contact.id } : { intent: 'add_contact' }
    const answer = await postJson(`/customers/${customerId}/act`, { ...act, contact: typed })
    if (answer.ok) await revalidate()
    return answer.ok
      ? answer
      : { ...answer, errors: answer.errors.map((each) => ({ ...each, path: each.path.replace(/^contact\./, '') })) }
  }
  return (
    <FormDialog
      title={contact ? `Change ${contact.name}` : 'New contact'}
      layout="grid grid-cols-2 gap-3"
      button={contact ? 'Save' : 'Add'}
      save={save}
      onClose={onClose}
    >
      {(error) => (
        <>
          {fields.map(([field, label]) => (
            <Field
              key={field}
              label={label}
              value={typed[field]}
              onChange={(event) => setTyped({ ...typed, [field]: event.target.value })}
              error={error(field)}
              autoFocus={field === 'name'}
            />
          ))}
          <fieldset className="col-span-2 flex flex-wrap gap-x-4">
            <legend className="label">Receives</legend>
            <CheckSet
              options={customerMails}
              words={customerMailWords}
              chosen={typed.receives}
              onChange={(receives) => setTyped({ ...typed, receives })}
            />
          </fieldset>
        </>
      )}
    </FormDialog>
  )
}
