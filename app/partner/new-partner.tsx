import { useState } from 'react'
import { useNavigate } from 'react-router'
import { type NewPartner, transports, transportWords } from '#core/tender/partner'
import { Complete } from '../ui/complete'
import { Choice, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { postJson } from '../ui/post'
import type { Saving } from '../ui/use-saving'

interface Customer {
  id: number
  name: string
  city: string
  region: string
}

/** A new partner, in test, with the usual manners; the rest is on its own page. */
export function NewPartnerDialog({ onClose }: { onClose: () => void }) {
  const [customer, setCustomer] = useState<Customer | null>(null)
  const [form, setForm] = useState<Omit<NewPartner, 'customerId'>>({
    name: '',
    transport: 'folder',
    address: '',
    theirQualifier: 'ZZ',
    theirId: '',
    scac: '',
  })
  const navigate = useNavigate()
  const set = (part: Partial<typeof form>) => setForm({ ...form, ...part })
  const save = async () => {
    const answer = await postJson<{ partnerId: number }>('/partners/new', { ...form, customerId: customer?.id })
    if (answer.ok) navigate(`/partners/${answer.value.partnerId}`)
    return answer
  }
  return (
    <FormDialog
      title="New trading partner"
      wide
      layout="grid grid-cols-2 gap-3"
      button="Create"
      note="It starts in test: what it tenders becomes practice loads until you set it to production."
      save={save}
      onClose={onClose}
    >
      {(error) => (
        <>
          <Complete<Customer>
            label="Customer"
            subject="customers"
            value={customer}
            onPick={(item) => {
              setCustomer(item)
              if (form.name === '') set({ name: item.name })
            }}
            text={(item) => item.name}
            detail={(item) => `${item.city} ${item.region}`}
            error={error('customerId')}
            autoFocus
          />
          <ConnectionFields form={form} set={set} error={error} />
          {identifierFields.map(([name, label, maxLength]) => (
            <Field
              key={name}
              label={label}
              value={form[name]}
              maxLength={maxLength}
              onChange={({ target: { value } }) => set({ [name]: name === 'theirId' ? value : value.toUpperCase() })}
              error={error(name)}
            />
          ))}
        </>
      )}
    </FormDialog>
  )
}

interface ConnectionProps {
  form: Omit<NewPartner, 'customerId'>
  set: (part: Partial<NewPartner>) => void
  error: Saving['error']
}

/** What it is called, and how documents go to it. */
function ConnectionFields({ form, set, error }: ConnectionProps) {
  return (
    <>
      <Field
        label="Name"
        value={form.name}
        onChange={(event) => set({ name: event.target.value })}
        error={error('name')}
      />
      <Choice
        label="Connection"
        value={form.transport}
        options={transports}
        words={transportWords}
        onChange={(transport) => set({ transport })}
      />
      <Field
        label={addressLabel[form.transport]}
        value={form.address}
        onChange={(event) => set({ address: event.target.value })}
        error={error('address')}
      />
    </>
  )
}

const identifierFields = [
  ['theirQualifier', 'Their qualifier', 2],
  ['theirId', 'Their ID', 15],
  ['scac', 'Our SCAC with them', 4],
] as const

const addressLabel: Record<NewPartner['transport'], string> = {
  folder: 'Folder’s name',
  http: 'Where we post to',
  site: 'The site’s address',
}
