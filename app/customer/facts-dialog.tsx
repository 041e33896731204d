import type { CustomerOwnFacts } from '#core/customer/facts'
import { referenceKinds } from '#core/load/reference'
import { referenceKindWords } from '#core/load/words'
import { currencies, currencyWords } from '#core/money/money'
import type { CustomerPage } from '#server/customer-page/read'
import { CheckSet, Choice, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { TextField } from '../ui/text-field'
import { useEdit } from '../ui/use-edit'

const texts = [
  ['name', 'Name', 'col-span-4'],
  ['phone', 'Phone', 'col-span-2'],
  ['city', 'City', 'col-span-2'],
  ['region', 'State', ''],
] as const satisfies [keyof CustomerOwnFacts, string, string][]

const addresses = [
  ['billingMail', 'Bills go to (email)'],
  ['quoteMail', 'Quotes go to (email)'],
] as const satisfies [keyof CustomerOwnFacts, string][]

/** Changes what the desk keeps of a customer. */
export function CustomerFactsDialog({ page, onClose }: { page: CustomerPage; onClose: () => void }) {
  const { to, set, save } = useEdit(page.own, `/customers/${page.id}/act`)
  return (
    <FormDialog
      title={`Change ${page.own.name}`}
      wide
      layout="grid grid-cols-6 gap-3"
      button="Save"
      save={save}
      onClose={onClose}
    >
      {(error) => (
        <>
          {texts.map(([field, label, span]) => (
            <Field
              key={field}
              label={label}
              className={span}
              value={to[field]}
              onChange={(event) => set({ [field]: event.target.value })}
              error={error(field)}
            />
          ))}
          <Field
            label="Pays in days"
            inputMode="numeric"
            value={to.paysInDays ?? ''}
            onChange={(event) =>
              set({ paysInDays: event.target.value.trim() === '' ? null : Number(event.target.value) })
            }
            error={error('paysInDays')}
          />
          <Choice
            className="col-span-2"
            label="Billed in"
            value={to.currency}
            options={currencies}
            words={currencyWords}
            onChange={(currency) => set({ currency })}
          />
          {addresses.map(([field, label]) => (
            <Field
              key={field}
              label={label}
              className="col-span-3"
              type="email"
              value={to[field]}
              onChange={(event) => set({ [field]: event.target.value })}
              error={error(field)}
            />
          ))}
          <fieldset className="col-span-6 flex flex-wrap gap-x-4 gap-y-1">
            <legend className="label">Numbers they want on a load</legend>
            <CheckSet
              options={referenceKinds}
              words={referenceKindWords}
              chosen={to.wantedNumbers}
              onChange={(wantedNumbers) => set({ wantedNumbers })}
            />
          </fieldset>
          <TextField
            className="col-span-6"
            label="What a rep should know of them"
            value={to.note}
            onChange={(event) => set({ note: event.target.value })}
            error={error('note')}
          />
        </>
      )}
    </FormDialog>
  )
}
