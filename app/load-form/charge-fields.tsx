import { useEffect } from 'react'
import { Controller, useFieldArray, useFormContext } from 'react-hook-form'
import { chargeBases, chargeKinds, chargeSheet, oneOffKinds } from '#core/charge/charge'
import { chargeBasisWords, chargeKindWords } from '#core/charge/words'
import { type Currency, formatMoney } from '#core/money/money'
import { Choice, CurrencySelect, Field } from '../ui/field'
import { LinkButton } from '../ui/link-button'
import type { FormValues } from './form-fields'
import { chargesFrom, readRate } from './form-values'
import { RemoveRow } from './remove-row'

const byQuantity = new Set(['bushel', 'pallet', 'hour'])

/** What the customer pays, line by line, each with what it comes to. */
export function ChargeFields({ miles }: { miles: number }) {
  const { control, watch, setValue } = useFormContext<FormValues>()
  const { fields, append, remove } = useFieldArray({ control, name: 'sellCharges' })
  const charges = watch('sellCharges')
  const weightLb = Number(watch('weightLb').replaceAll(',', '')) || null
  const readable = charges.filter((charge) => readRate(charge.rate) !== null)
  const sheet = chargeSheet(chargesFrom(readable), { miles, weightLb })
  const usual = watch('customer')?.currency ?? 'USD'
  const currency = charges[0]?.currency ?? usual
  const setCurrency = (next: Currency) =>
    charges.forEach((_, index) => setValue(`sellCharges.${index}.currency`, next, { shouldDirty: true }))
  const untouched = charges.every((charge) => charge.rate.trim() === '')
  useEffect(() => {
    // Nothing is typed yet: a customer chosen now brings its own currency.
    if (untouched && currency !== usual) setValue('sellCharges.0.currency', usual)
  }, [untouched, currency, usual, setValue])
  return (
    <section aria-label="Sell charges" className="flex flex-col gap-1.5 border-t pt-2">
      <h2 className="head flex justify-between">
        Sell charges
        <span className="flex items-center gap-2">
          <CurrencySelect label="Currency of the charges" value={currency} onChange={setCurrency} />
          <span className="font-mono">{sheet.totalMinor > 0 ? formatMoney(sheet.totalMinor, currency) : ''}</span>
        </span>
      </h2>
      {fields.map((row, index) => (
        <ChargeRow key={row.id} index={index} onRemove={() => remove(index)} />
      ))}
      <LinkButton
        className="self-start"
        onClick={() =>
          append({ kind: 'fuel_surcharge', basis: 'flat', rate: '', quantity: null, currency, note: '', day: null })
        }
      >
        Add a charge
      </LinkButton>
    </section>
  )
}

function ChargeRow({ index, onRemove }: { index: number; onRemove: () => void }) {
  const { control, register, formState } = useFormContext<FormValues>()
  return (
    <div className="grid grid-cols-[minmax(0,1.1fr)_80px_minmax(0,1fr)_minmax(0,1.1fr)_auto_20px] items-start gap-1.5">
      <Controller
        control={control}
        name={`sellCharges.${index}.kind`}
        render={({ field }) => (
          <Choice
            hideLabel
            label={`Charge ${index + 1}`}
            value={field.value}
            options={chargeKinds}
            words={chargeKindWords}
            onChange={field.onChange}
          />
        )}
      />
      <Field
        hideLabel
        label={`Rate of charge ${index + 1}`}
        placeholder="rate"
        inputMode="decimal"
        {...register(`sellCharges.${index}.rate`)}
        error={formState.errors.sellCharges?.[index]?.rate?.message}
      />
      <Controller
        control={control}
        name={`sellCharges.${index}.basis`}
        render={({ field }) => (
          <Choice
            hideLabel
            label={`Basis of charge ${index + 1}`}
            value={field.value}
            options={chargeBases}
            words={chargeBasisWords}
            onChange={field.onChange}
          />
        )}
      />
      <Field
        hideLabel
        label={`Label of charge ${index + 1}`}
        placeholder="label"
        {...register(`sellCharges.${index}.note`)}
        error={formState.errors.sellCharges?.[index]?.note?.message}
      />
      <Amount index={index} />
      <RemoveRow words={`Remove charge ${index + 1}`} onRemove={onRemove} />
    </div>
  )
}

/** How many of a charge there are, or the day of what happened once; nothing where the load itself says. */
function Amount({ index }: { index: number }) {
  const { register, watch, formState } = useFormContext<FormValues>()
  const charge = watch(`sellCharges.${index}`)
  if (charge && byQuantity.has(charge.basis))
    return (
      <Field
        hideLabel
        label={`Quantity of charge ${index + 1}`}
        className="w-20"
        placeholder="how many"
        inputMode="decimal"
        {...register(`sellCharges.${index}.quantity`, {
          setValueAs: (typed: string | number | null) => (typed === null || typed === '' ? null : Number(typed)),
        })}
      />
    )
  if (charge && oneOffKinds.has(charge.kind))
    return (
      <Field
        hideLabel
        className="w-36"
        label={charge.kind === 'advance' ? `Day that advance ${index + 1} was paid` : `Day of charge ${index + 1}`}
        type="date"
        {...register(`sellCharges.${index}.day`, { setValueAs: (typed: string | null) => typed || null })}
        error={formState.errors.sellCharges?.[index]?.day?.message}
      />
    )
  return <span />
}
