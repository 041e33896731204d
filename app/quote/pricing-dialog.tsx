import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import type { FuelTable } from '#core/fuel/fuel'
import { fuelTableWords } from '#core/fuel/words'
import { formatAmount, readAmount } from '#core/money/money'
import type { CustomerPricing } from '#server/customer/pricing'
import type { QuotePage } from '#server/quote/read'
import { Check, Choice, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { postJson } from '../ui/post'
import type { Quoting } from './use-quote'

type Table = FuelTable & { id: number }

interface PricingProps {
  page: QuotePage
  tables: Table[]
  mayChange: boolean
  quoting: Quoting
  onClose: () => void
}

/** How this customer is priced: the margin rule, the fuel table, miles on their documents or not. Managers change it, reps read it. */
export function PricingDialog(props: PricingProps) {
  const { page, tables, mayChange, onClose } = props
  const { form, set, save } = usePricing(props)
  const table = tables.find(({ id }) => id === form.tableId)
  return (
    <FormDialog
      title={`How ${page.customer.name} is priced`}
      layout="grid grid-cols-3 gap-3"
      button="Save"
      isBlocked={!mayChange}
      note={mayChange ? undefined : 'Only a manager changes this.'}
      save={save}
      onClose={onClose}
    >
      {(error) => (
        <>
          <Check
            className="col-span-3"
            label="A margin rule of their own"
            checked={form.own}
            disabled={!mayChange}
            onChange={(own) => set({ own })}
          />
          {marginFields.map(([name, label]) => (
            <Field
              key={name}
              label={label}
              inputMode="decimal"
              value={form[name]}
              onChange={(event) => set({ [name]: event.target.value })}
              disabled={!form.own || !mayChange}
              error={error(name)}
            />
          ))}
          <div className="col-span-3">
            <Choice
              label="Fuel"
              value={String(form.tableId ?? '')}
              options={['', ...tables.map(({ id }) => String(id))]}
              words={{ '': 'one price, fuel in it', ...Object.fromEntries(tables.map(({ id, name }) => [id, name])) }}
              disabled={!mayChange}
              onChange={(id) => set({ tableId: id === '' ? null : Number(id) })}
            />
            {table && <p className="label mt-0.5">{fuelTableWords(table)}</p>}
          </div>
          <Check
            className="col-span-3"
            label="Show miles to the customer"
            checked={form.showMiles}
            disabled={!mayChange}
            onChange={(showMiles) => set({ showMiles })}
          />
        </>
      )}
    </FormDialog>
  )
}

const marginFields = [
  ['percentE2', 'Keep, % of the price'],
  ['floorMinor', 'Never less than $'],
  ['capMinor', 'Never more than $'],
] as const

/** An empty field is no limit; what cannot be read is refused by the server, at its field. */
const amountOf = (typed: string): number | null => (typed.trim() === '' ? null : (readAmount(typed) ?? Number.NaN))

/** The pricing as it is typed, and saving it; the drafts are priced again by it. */
function usePricing({ page, quoting }: PricingProps) {
  const { pricing, customer } = page
  const { rule } = pricing.terms
  const [form, setForm] = useState({
    own: pricing.ownRule,
    percentE2: String(rule.percentE2 / 100),
    floorMinor: rule.floorMinor === null ? '' : formatAmount(rule.floorMinor),
    capMinor: rule.capMinor === null ? '' : formatAmount(rule.capMinor),
    tableId: pricing.table?.id ?? null,
    showMiles: pricing.showMiles,
  })
  const { revalidate } = useRevalidator()
  const save = async () => {
    const ownRule = {
      percentE2: Math.round(Number(form.percentE2) * 100),
      floorMinor: amountOf(form.floorMinor),
      capMinor: amountOf(form.capMinor),
    }
    const sent: CustomerPricing = {
      rule: form.own ? ownRule : null,
      fuelTableId: form.tableId,
      showMiles: form.showMiles,
    }
    const answer = await postJson(`/customers/${customer.id}/pricing`, sent)
    if (!answer.ok) return answer
    await quoting.reprice()
    await revalidate()
    toast('Saved; draft lines are repriced')
    return answer
  }
  return { form, set: (part: Partial<typeof form>) => setForm({ ...form, ...part }), save }
}
