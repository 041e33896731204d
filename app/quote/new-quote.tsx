import { useState } from 'react'
import { type Currency, currencies, currencyWords } from '#core/money/money'
import type { CustomerChoice } from '../load-form/form-fields'
import { Complete } from '../ui/complete'
import { Dialog } from '../ui/dialog'
import { Choice, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { type Posted, postJson } from '../ui/post'

/** Who asks for prices: a customer, or a prospect made on the spot. */
export function NewQuoteDialog({ onClose, onMade }: { onClose: () => void; onMade: (quoteId: number) => void }) {
  const [prospect, setProspect] = useState<string | null>(null)
  const [title, setTitle] = useState('')
  const [error, setError] = useState<string>()
  const begin = async (customerId: number) => {
    const answer = await postJson<{ quoteId: number }>('/quotes/new', { customerId, title })
    if (answer.ok) onMade(answer.value.quoteId)
    return answer
  }
  const pick = async (customer: CustomerChoice) => {
    const answer = await begin(customer.id)
    if (!answer.ok) setError(answer.message)
  }
  if (prospect !== null) return <ProspectDialog name={prospect} onMade={begin} onClose={onClose} />
  return (
    <Dialog open onClose={onClose} title="New quote">
      <div className="grid grid-cols-1 gap-3">
        <Field
          label="Title, where it is a bid"
          value={title}
          onChange={(event) => setTitle(event.target.value)}
          maxLength={100}
        />
        <Complete<CustomerChoice>
          label="Customer"
          subject="customers"
          value={null}
          onPick={(customer) => void pick(customer)}
          text={(customer) => customer.name}
          detail={(customer) =>
            [
              `${customer.city} ${customer.region}`.trim(),
              customer.currency === 'USD' ? '' : currencyWords[customer.currency],
            ]
              .filter(Boolean)
              .join(', ')
          }
          onMake={setProspect}
          makeWords="New prospect"
          autoFocus
          error={error}
        />
        <p className="label">Enter on a name starts the quote.</p>
      </div>
    </Dialog>
  )
}

interface ProspectProps {
  name: string
  onMade: (customerId: number) => Promise<Posted<unknown>>
  onClose: () => void
}

/** Somebody who is no customer yet, with what a quote to them needs. */
function ProspectDialog({ name, onMade, onClose }: ProspectProps) {
  const [fresh, setFresh] = useState({ name, quoteMail: '', currency: 'USD' as Currency })
  const save = async () => {
    const answer = await postJson<{ id: number }>('/make/prospect', fresh)
    return answer.ok ? await onMade(answer.value.id) : answer
  }
  return (
    <FormDialog title="New quote" button="Start the quote" save={save} onClose={onClose}>
      {(error) => (
        <>
          <Field
            label="Name"
            value={fresh.name}
            onChange={(event) => setFresh({ ...fresh, name: event.target.value })}
            error={error('name')}
          />
          <Field
            label="Quotes go to (email), if known"
            type="email"
            value={fresh.quoteMail}
            onChange={(event) => setFresh({ ...fresh, quoteMail: event.target.value })}
            error={error('quoteMail')}
            autoFocus
          />
          <Choice
            label="Quoted in"
            value={fresh.currency}
            options={currencies}
            words={currencyWords}
            onChange={(currency) => setFresh({ ...fresh, currency })}
          />
        </>
      )}
    </FormDialog>
  )
}
