import { useId } from 'react'
import { useFormContext } from 'react-hook-form'
import type { UsualFreight } from '#server/load/last-load'
import { Field } from '../ui/field'
import { useFetched } from '../ui/use-fetched'
import type { FormValues } from './form-fields'

/** What the freight is, proposed from what this customer shipped lately; one of those brings its weight and pallets where none are typed. */
export function CommodityField() {
  const { register, watch, getValues, setValue, formState } = useFormContext<FormValues>()
  const customer = watch('customer')
  const listId = useId()
  const usual = useFetched<UsualFreight[]>(customer && `/loads/usual-freight/${customer.id}`).latest ?? []
  const takeOver = (typed: string) => {
    const known = usual.find(({ commodity }) => commodity === typed)
    if (!known) return
    if (getValues('weightLb') === '') setValue('weightLb', String(known.weightLb), { shouldDirty: true })
    if (getValues('pallets') === '' && known.pallets !== null)
      setValue('pallets', String(known.pallets), { shouldDirty: true })
  }
  return (
    <>
      <Field
        className="col-span-2"
        label="Freight"
        list={listId}
        {...register('commodity', { onChange: (event) => takeOver(event.target.value) })}
        error={formState.errors.commodity?.message}
      />
      <datalist id={listId}>
        {usual.map(({ commodity, weightLb }) => (
          <option key={commodity} value={commodity}>
            {weightLb.toLocaleString('en-US')} lb
          </option>
        ))}
      </datalist>
    </>
  )
}
