import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { currencies, currencyWords } from '#core/money/money'
import { addDays, daysBetween } from '#core/time/local'
import { readDays } from '#core/time/read-days'
import { dateWords, dayWords } from '#core/time/words'
import type { QuotePage } from '#server/quote/read'
import { Choice, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { wrongAt } from '../ui/use-saving'
import type { Quoting } from './use-quote'

interface TermsProps {
  page: QuotePage
  quoting: Quoting
  onClose: () => void
}

/** What the quote is called, until when it is valid, and which earlier quote it is compared with. */
export function TermsDialog(props: TermsProps) {
  const { page, quoting, onClose } = props
  const { form, set, validUntil, comparable, save } = useTerms(props)
  const isGiven = quoting.lines.some(({ state }) => state !== 'draft')
  const compared = Object.fromEntries(comparable.map((other) => [other.id, earlierWords(other)]))
  return (
    <FormDialog
      title={`${page.quote.number}: terms`}
      layout="grid grid-cols-2 gap-3"
      button="Save"
      save={save}
      onClose={onClose}
    >
      {(error) => (
        <>
          <Field
            label="Title, shown to the customer"
            className="col-span-2"
            value={form.title}
            onChange={(event) => set({ title: event.target.value })}
            error={error('title')}
            maxLength={100}
            autoFocus
          />
          <Field
            label="Good through"
            value={form.until}
            onChange={(event) => set({ until: event.target.value })}
            error={error('validUntil')}
            reading={validUntil ? untilWords(validUntil, page.today) : undefined}
          />
          <Choice
            label="Compared with"
            value={String(form.comparedId ?? '')}
            options={['', ...comparable.map(({ id }) => String(id))]}
            words={{ '': 'no earlier quote', ...compared }}
            onChange={(id) => set({ comparedId: id === '' ? null : Number(id) })}
          />
          <Choice
            label={isGiven ? 'Prices in (given to the customer already)' : 'Prices in'}
            value={form.currency}
            options={currencies}
            words={currencyWords}
            onChange={(currency) => set({ currency })}
            disabled={isGiven}
          />
        </>
      )}
    </FormDialog>
  )
}

/** The terms as they are typed, and saving them; what they change the price of is priced again. */
function useTerms({ page, quoting }: TermsProps) {
  const { quote, today, others } = page
  const [form, setForm] = useState({
    title: quote.title,
    until: dateWords(quote.validUntil),
    comparedId: quote.comparedId,
    currency: quote.currency,
  })
  const { revalidate } = useRevalidator()
  // Prices of two currencies are not compared.
  const comparable = others.filter((other) => other.currency === form.currency)
  const validUntil = readUntilDay(form.until, today)
  const save = async () => {
    if (!validUntil) return wrongAt({ validUntil: 'Until which day? 12/31, or 30 days' })
    const comparedId = comparable.some(({ id }) => id === form.comparedId) ? form.comparedId : null
    const terms = { title: form.title, validUntil, comparedId, currency: form.currency }
    const answer = await quoting.act({ intent: 'change_terms', terms }, 'Saved')
    if (!answer.ok) return answer
    // How long it is good is part of what a price for any day costs; in another currency nothing has a price yet.
    if (validUntil !== quote.validUntil || form.currency !== quote.currency) await quoting.reprice()
    await revalidate()
    return answer
  }
  return { form, set: (part: Partial<typeof form>) => setForm({ ...form, ...part }), validUntil, comparable, save }
}

const untilWords = (day: string, today: string): string =>
  `${dayWords(day, today)}, ${daysBetween(today, day)} days from today`

const earlierWords = (other: QuotePage['others'][number]): string =>
  `${other.number} ${other.title || `${other.lines} lines`}`

function readUntilDay(typed: string, today: string): string | null {
  const span = /^(\d{1,3})\s*(d|day|days|w|week|weeks)$/i.exec(typed.trim())
  if (span) return addDays(today, Number(span[1]) * (span[2]!.toLowerCase().startsWith('w') ? 7 : 1))
  return readDays(typed, today)?.to ?? null
}
