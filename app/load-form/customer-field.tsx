import { useRef, useState } from 'react'
import { useController } from 'react-hook-form'
import { type Currency, currencies, currencyWords } from '#core/money/money'
import { Complete } from '../ui/complete'
import { Choice, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { focusNextField } from '../ui/next-field'
import { postJson } from '../ui/post'
import type { CustomerChoice, FormValues } from './form-fields'

/** Who ships; a new customer is made without leaving the page. */
export function CustomerField({ autoFocus }: { autoFocus: boolean }) {
  const { field, fieldState } = useController<FormValues, 'customer'>({ name: 'customer' })
  const [making, setMaking] = useState<string | null>(null)
  const error =
    fieldState.error?.message ?? (field.value?.hasPayer === false ? 'This customer has nobody to bill' : undefined)
  const own = useRef<HTMLDivElement>(null)
  const isMade = useRef(false)
  const onMade = (customer: CustomerChoice) => {
    isMade.current = true
    field.onChange(customer)
  }
  // A customer that was made is chosen, and typing goes on as after choosing one.
  const leadOn = () => {
    const leads = isMade.current
    isMade.current = false
    if (leads) focusNextField(own.current?.querySelector('input') ?? null)
    return leads
  }
  return (
    <div ref={own}>
      <Complete<CustomerChoice>
        leadsOn
        label="Customer"
        subject="customers"
        value={field.value}
        onPick={field.onChange}
        text={(customer) => customer.name}
        detail={(customer) => `${customer.city} ${customer.region}`}
        onMake={setMaking}
        makeWords="New customer"
        error={error}
        autoFocus={autoFocus}
      />
      {field.value?.hasPayer === false && (
        <Payer
          key={field.value.id}
          customer={field.value}
          onSaved={() => field.onChange({ ...field.value!, hasPayer: true })}
        />
      )}
      {making !== null && (
        <NewCustomerDialog name={making} onMade={onMade} onClose={() => setMaking(null)} onClosed={leadOn} />
      )}
    </div>
  )
}

/** Where the bills go of a customer who had nobody to bill, a prospect who won, say. Stands inside the load's form and is none itself. */
function Payer({ customer, onSaved }: { customer: CustomerChoice; onSaved: () => void }) {
  const [mail, setMail] = useState('')
  const [error, setError] = useState<string>()
  const save = async () => {
    const answer = await postJson('/make/payer', { customerId: customer.id, billingMail: mail })
    if (answer.ok) onSaved()
    else setError(answer.message)
  }
  return (
    <div className="flex items-end gap-2">
      <Field
        className="w-72"
        label={`Bills for ${customer.name} go to (email)`}
        type="email"
        value={mail}
        onChange={(event) => setMail(event.target.value)}
        error={error}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' || event.ctrlKey) return
          event.preventDefault()
          void save()
        }}
      />
      <button type="button" className="button" onClick={() => void save()} disabled={mail.trim() === ''}>
        Save
      </button>
    </div>
  )
}

interface NewCustomerProps {
  name: string
  onMade: (customer: CustomerChoice) => void
  onClose: () => void
  onClosed: () => boolean
}

function NewCustomerDialog({ name, onMade, onClose, onClosed }: NewCustomerProps) {
  const [fresh, setFresh] = useState({
    name,
    billingMail: '',
    phone: '',
    city: '',
    region: '',
    currency: 'USD' as Currency,
  })
  const change =
    (key: 'name' | 'billingMail' | 'phone' | 'city' | 'region') => (event: React.ChangeEvent<HTMLInputElement>) =>
      setFresh({ ...fresh, [key]: event.target.value })
  const save = async () => {
    const answer = await postJson<CustomerChoice>('/make/customer', { ...fresh, region: fresh.region.toUpperCase() })
    if (answer.ok) onMade(answer.value)
    return answer
  }
  return (
    <FormDialog
      title="New customer"
      layout="grid grid-cols-[1fr_5rem] gap-3"
      button="Make the customer"
      save={save}
      onClose={onClose}
      onClosed={onClosed}
    >
      {(error) => (
        <>
          <Field
            className="col-span-2"
            label="Name"
            value={fresh.name}
            onChange={change('name')}
            error={error('name')}
          />
          <Field
            className="col-span-2"
            label="Billing email"
            value={fresh.billingMail}
            onChange={change('billingMail')}
            error={error('billingMail')}
            autoFocus
          />
          <Choice
            label="Billed in"
            value={fresh.currency}
            options={currencies}
            words={currencyWords}
            onChange={(currency) => setFresh({ ...fresh, currency })}
          />
          <span />
          <Field label="City" value={fresh.city} onChange={change('city')} error={error('city')} />
          <Field label="State" value={fresh.region} onChange={change('region')} error={error('region')} maxLength={2} />
        </>
      )}
    </FormDialog>
  )
}
