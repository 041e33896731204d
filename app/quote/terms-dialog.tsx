import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { currencies, currencyWords } from '#core/money/money'
import { quoteNumber } from '#core/quote/quote'
import { addDays, daysBetween } from '#core/time/local'
import { readDays } from '#core/time/read-days'
import { dayWords } from '#core/time/words'
import type { QuotePage } from '#server/quote/read'
import { Choice, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { wrongAt } from '../ui/use-saving'
import type { Quoting } from './use-quote'

/** What the quote is called, until when it is valid, and which earlier quote it is held against. */
export function TermsDialog({ page, quoting, onClose }: { page: QuotePage; quoting: Quoting; onClose: () => void }) {
  const { quote, today, others } = page
  const [title, setTitle] = useState(quote.title)
  const [until, setUntil] = useState(quote.validUntil)
  const [comparedId, setComparedId] = useState(quote.comparedId)
  const [currency, setCurrency] = useState(quote.currency)
  const { revalidate } = useRevalidator()
  const isGiven = quoting.lines.some(({ state }) => state !== 'draft')
  // Prices of two currencies are not compared.
  const comparable = others.filter((other) => other.currency === currency)
  const validUntil = readUntilDay(until, today)
  const save = async () => {
    if (!validUntil) return wrongAt({ validUntil: 'Until which day? 12/31, or 30 days' })
    const answer = await quoting.act(
      {
        intent: 'change_terms',
        terms: {
          title,
          validUntil,
          comparedId: comparable.some(({ id }) => id === comparedId) ? comparedId : null,
          currency,
        },
      },
      'Saved',
    )
    if (!answer.ok) return answer
    // How long it is good is part of what a price for any day costs; in another currency nothing has a price yet.
    if (validUntil !== quote.validUntil || currency !== quote.currency) await quoting.reprice()
    await revalidate()
    return answer
  }
  return (
    <FormDialog
      title={`${quote.number}: terms`}
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
            value={title}
            onChange={(event) => setTitle(event.target.value)}
            maxLength={100}
            autoFocus
          />
          <Field
            label="Good through"
            value={until}
            onChange={(event) => setUntil(event.target.value)}
            error={error('validUntil')}
            reading={
              validUntil
                ? `${dayWords(validUntil, today)}, ${daysBetween(today, validUntil)} days from today`
                : undefined
            }
          />
          <Choice
            label="Compared with"
            value={String(comparedId ?? '')}
            options={['', ...comparable.map(({ id }) => String(id))]}
            words={{
              '': 'no earlier quote',
              ...Object.fromEntries(comparable.map((other) => [other.id, earlierWords(other)])),
            }}
            onChange={(id) => setComparedId(id === '' ? null : Number(id))}
          />
          <Choice
            label={isGiven ? 'Prices in (given to the customer already)' : 'Prices in'}
            value={currency}
            options={currencies}
            words={currencyWords}
            onChange={setCurrency}
            disabled={isGiven}
          />
        </>
      )}
    </FormDialog>
  )
}

const earlierWords = (other: QuotePage['others'][number]): string =>
  `${quoteNumber(other.id)} ${other.title || `${other.lines} lines`}`

function readUntilDay(typed: string, today: string): string | null {
  const span = /^(\d{1,3})\s*(d|day|days|w|week|weeks)$/i.exec(typed.trim())
  if (span) return addDays(today, Number(span[1]) * (span[2]!.toLowerCase().startsWith('w') ? 7 : 1))
  return readDays(typed, today)?.to ?? null
}
