import { useState } from 'react'
import { useNavigate } from 'react-router'
import { type NewPartner, transports, transportWords } from '#core/tender/partner'
import { Alert } from '../ui/alert'
import { Complete } from '../ui/complete'
import { Dialog } from '../ui/dialog'
import { Choice, Field } from '../ui/field'
import { type FieldError, postJson } from '../ui/post'

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
  const [errors, setErrors] = useState<FieldError[]>([])
  const navigate = useNavigate()
  const set = (part: Partial<typeof form>) => setForm({ ...form, ...part })
  const error = (path: string) => errors.find((each) => each.path === path)?.message
  const save = async (event: React.FormEvent) => {
    event.preventDefault()
    const answer = await postJson<{ partnerId: number }>('/partners/new', { ...form, customerId: customer?.id })
    if (answer.ok) navigate(`/partners/${answer.value.partnerId}`)
    else setErrors(answer.errors.length > 0 ? answer.errors : [{ path: '', message: answer.message }])
  }
  return (
    <Dialog open onClose={onClose} title="A new trading partner" wide>
      <form onSubmit={save} className="flex flex-col gap-3" noValidate>
        <div className="grid grid-cols-2 gap-3">
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
          <Field
            label="Their qualifier"
            value={form.theirQualifier}
            maxLength={2}
            onChange={(event) => set({ theirQualifier: event.target.value.toUpperCase() })}
            error={error('theirQualifier')}
          />
          <Field
            label="Their id"
            value={form.theirId}
            maxLength={15}
            onChange={(event) => set({ theirId: event.target.value })}
            error={error('theirId')}
          />
          <Field
            label="Our SCAC with them"
            value={form.scac}
            maxLength={4}
            onChange={(event) => set({ scac: event.target.value.toUpperCase() })}
            error={error('scac')}
          />
        </div>
        <Alert>{error('')}</Alert>
        <p className="label">
          It starts in test: what it tenders becomes practice loads until you set it to production.
        </p>
        <button type="submit" className="button first self-start">
          Make it <kbd className="key">Enter</kbd>
        </button>
      </form>
    </Dialog>
  )
}

const addressLabel: Record<NewPartner['transport'], string> = {
  folder: 'Folder’s name',
  http: 'Where we post to',
  site: 'The site’s address',
}
