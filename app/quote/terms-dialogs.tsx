import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import type { FuelTable } from '#core/fuel/fuel'
import { fuelTableWords } from '#core/fuel/words'
import { currencies, currencyWords, formatAmount, readAmount } from '#core/money/money'
import { quoteNumber } from '#core/quote/quote'
import { addDays, daysBetween } from '#core/time/local'
import { readDays } from '#core/time/read-days'
import { dayWords } from '#core/time/words'
import type { CustomerPricing } from '#server/customer/pricing'
import type { QuotePage } from '#server/quote/read'
import { Dialog } from '../ui/dialog'
import { Choice, Field } from '../ui/field'
import { postJson } from '../ui/post'
import type { Quoting } from './use-quote'

/** What the quote is called, until when it is valid, and which earlier quote it is held against. */
export function TermsDialog({ page, quoting, onClose }: { page: QuotePage; quoting: Quoting; onClose: () => void }) {
  const { quote, today, others } = page
  const [title, setTitle] = useState(quote.title)
  const [until, setUntil] = useState(quote.validUntil)
  const [comparedId, setComparedId] = useState(quote.comparedId)
  const [currency, setCurrency] = useState(quote.currency)
  const [error, setError] = useState<string>()
  const { revalidate } = useRevalidator()
  const isGiven = quoting.lines.some(({ state }) => state !== 'draft')
  // Prices of two currencies are not compared.
  const comparable = others.filter((other) => other.currency === currency)
  const validUntil = readUntilDay(until, today)
  const save = async (event: React.FormEvent) => {
    event.preventDefault()
    if (!validUntil) return setError('Until which day? 12/31, or 30 days')
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
      'Kept',
    )
    if (!answer.ok) return setError(answer.message)
    // How long it stands is part of what a price for any day costs; in another currency nothing has a price yet.
    if (validUntil !== quote.validUntil || currency !== quote.currency) await quoting.reprice()
    await revalidate()
    onClose()
  }
  return (
    <Dialog open onClose={onClose} title={`${quote.number}: terms`}>
      <form onSubmit={save} className="grid grid-cols-2 gap-3" noValidate>
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
          error={error}
          reading={
            validUntil ? `${dayWords(validUntil, today)}, ${daysBetween(today, validUntil)} days from today` : undefined
          }
        />
        <div>
          <label htmlFor="compared" className="label">
            Compared with
          </label>
          <select
            id="compared"
            className="field"
            value={comparedId ?? ''}
            onChange={(event) => setComparedId(event.target.value ? Number(event.target.value) : null)}
          >
            <option value="">no earlier quote</option>
            {comparable.map((other) => (
              <option key={other.id} value={other.id}>
                {quoteNumber(other.id)} {other.title || `${other.lines} lines`}
              </option>
            ))}
          </select>
        </div>
        <Choice
          label={isGiven ? 'Prices in (given to the customer already)' : 'Prices in'}
          value={currency}
          options={currencies}
          words={currencyWords}
          onChange={setCurrency}
          disabled={isGiven}
        />
        <button type="submit" className="button first justify-self-start self-end" disabled={quoting.busy}>
          Keep <kbd className="key">Enter</kbd>
        </button>
      </form>
    </Dialog>
  )
}

function readUntilDay(typed: string, today: string): string | null {
  const span = /^(\d{1,3})\s*(d|day|days|w|week|weeks)$/i.exec(typed.trim())
  if (span) return addDays(today, Number(span[1]) * (span[2]!.toLowerCase().startsWith('w') ? 7 : 1))
  return readDays(typed, today)?.to ?? null
}

type Table = FuelTable & { id: number }

/** How this customer is priced: the margin rule, the fuel table, miles on their documents or not. Managers change it, reps read it. */
export function PricingDialog({
  page,
  tables,
  mayChange,
  quoting,
  onClose,
}: {
  page: QuotePage
  tables: Table[]
  mayChange: boolean
  quoting: Quoting
  onClose: () => void
}) {
  const { pricing, customer } = page
  const { rule } = pricing.terms
  const [own, setOwn] = useState(pricing.ownRule)
  const [percent, setPercent] = useState(String(rule.percentE2 / 100))
  const [floor, setFloor] = useState(rule.floorMinor === null ? '' : formatAmount(rule.floorMinor))
  const [cap, setCap] = useState(rule.capMinor === null ? '' : formatAmount(rule.capMinor))
  const [tableId, setTableId] = useState(pricing.table?.id ?? null)
  const [showMiles, setShowMiles] = useState(pricing.showMiles)
  const [errors, setErrors] = useState<Record<string, string>>({})
  const { revalidate } = useRevalidator()
  const table = tables.find(({ id }) => id === tableId)
  const save = async (event: React.FormEvent) => {
    event.preventDefault()
    const amount = (typed: string) => (typed.trim() === '' ? null : (readAmount(typed) ?? Number.NaN))
    const sent: CustomerPricing = {
      rule: own
        ? { percentE2: Math.round(Number(percent) * 100), floorMinor: amount(floor), capMinor: amount(cap) }
        : null,
      fuelTableId: tableId,
      showMiles,
    }
    const answer = await postJson(`/customers/${customer.id}/pricing`, sent)
    if (!answer.ok)
      return setErrors(
        Object.fromEntries(
          answer.errors.length > 0
            ? answer.errors.map((error) => [error.path.split('.').at(-1), error.message])
            : [['percentE2', answer.message]],
        ),
      )
    await quoting.reprice()
    await revalidate()
    toast('Saved; draft lines are repriced')
    onClose()
  }
  return (
    <Dialog open onClose={onClose} title={`How ${customer.name} is priced`}>
      <form onSubmit={save} className="grid grid-cols-3 gap-3" noValidate>
        <label className="col-span-3 flex items-center gap-2">
          <input
            type="checkbox"
            checked={own}
            disabled={!mayChange}
            onChange={(event) => setOwn(event.target.checked)}
          />{' '}
          A margin rule of their own
        </label>
        <Field
          label="Keep, % of the price"
          inputMode="decimal"
          value={percent}
          onChange={(event) => setPercent(event.target.value)}
          disabled={!own || !mayChange}
          error={errors.percentE2}
        />
        <Field
          label="Never less than $"
          inputMode="decimal"
          value={floor}
          onChange={(event) => setFloor(event.target.value)}
          disabled={!own || !mayChange}
          error={errors.floorMinor}
        />
        <Field
          label="Never more than $"
          inputMode="decimal"
          value={cap}
          onChange={(event) => setCap(event.target.value)}
          disabled={!own || !mayChange}
          error={errors.capMinor}
        />
        <div className="col-span-3">
          <label htmlFor="fuel-table" className="label">
            Fuel
          </label>
          <select
            id="fuel-table"
            className="field"
            value={tableId ?? ''}
            disabled={!mayChange}
            onChange={(event) => setTableId(event.target.value ? Number(event.target.value) : null)}
          >
            <option value="">one price, fuel in it</option>
            {tables.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name}
              </option>
            ))}
          </select>
          {table && <p className="label mt-0.5">{fuelTableWords(table)}</p>}
        </div>
        <label className="col-span-3 flex items-center gap-2">
          <input
            type="checkbox"
            checked={showMiles}
            disabled={!mayChange}
            onChange={(event) => setShowMiles(event.target.checked)}
          />{' '}
          Show miles to the customer
        </label>
        {mayChange ? (
          <button type="submit" className="button first justify-self-start">
            Keep <kbd className="key">Enter</kbd>
          </button>
        ) : (
          <p className="label col-span-3">A manager changes this.</p>
        )}
      </form>
    </Dialog>
  )
}
