import { useState } from 'react'
import { type Currency, currencies, currencyWords } from '#core/money/money'
import type { CustomerChoice } from '../load-form/form-values'
import { Complete } from '../ui/complete'
import { Dialog } from '../ui/dialog'
import { Choice, Field } from '../ui/field'
import { postJson } from '../ui/post'

/** Who asks for prices: a customer, or a prospect made on the spot. */
export function NewQuoteDialog({ onClose, onMade }: { onClose: () => void; onMade: (quoteId: number) => void }) {
  const [prospect, setProspect] = useState<string | null>(null)
  const [mail, setMail] = useState('')
  const [currency, setCurrency] = useState<Currency>('USD')
  const [title, setTitle] = useState('')
  const [error, setError] = useState<string>()
  const begin = async (customerId: number) => {
    const answer = await postJson<{ quoteId: number }>('/quotes/new', { customerId, title })
    if (answer.ok) onMade(answer.value.quoteId)
    else setError(answer.message)
  }
  const beginForProspect = async (event: React.FormEvent) => {
    event.preventDefault()
    const answer = await postJson<{ id: number }>('/make/prospect', { name: prospect, quoteMail: mail, currency })
    if (answer.ok) await begin(answer.value.id)
    else setError(answer.message)
  }
  return (
    <Dialog open onClose={onClose} title="New quote">
      {prospect === null ? (
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
            onPick={(customer) => void begin(customer.id)}
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
      ) : (
        <form onSubmit={beginForProspect} className="grid grid-cols-1 gap-3" noValidate>
          <Field label="Name" value={prospect} onChange={(event) => setProspect(event.target.value)} error={error} />
          <Field
            label="Quotes go to (email), if known"
            type="email"
            value={mail}
            onChange={(event) => setMail(event.target.value)}
            autoFocus
          />
          <Choice
            label="Quoted in"
            value={currency}
            options={currencies}
            words={currencyWords}
            onChange={setCurrency}
          />
          <button type="submit" className="button first justify-self-start">
            Start the quote <kbd className="key">Enter</kbd>
          </button>
        </form>
      )}
    </Dialog>
  )
}
