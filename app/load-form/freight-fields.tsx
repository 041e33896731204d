import { Controller, useFormContext } from 'react-hook-form'
import { equipmentKinds } from '#core/load/load'
import { equipmentWords } from '#core/load/words'
import { Choice, Field } from '../ui/field'
import { CommodityField } from './commodity-field'
import type { FormValues } from './form-fields'
import { FreightDetails } from './freight-details'

/** The truck and what goes on it. */
export function FreightFields() {
  const { control, register, formState, watch } = useFormContext<FormValues>()
  const { errors } = formState
  const cooled = watch('equipment') === 'reefer'
  return (
    <section
      aria-label="Equipment and freight"
      data-has-more
      className="grid grid-cols-6 items-start gap-x-2 gap-y-2 border-t pt-2"
    >
      <Controller
        control={control}
        name="equipment"
        render={({ field }) => (
          <Choice
            className="col-span-2"
            label="Equipment"
            value={field.value}
            options={equipmentKinds}
            words={equipmentWords}
            onChange={field.onChange}
          />
        )}
      />
      <Field label="Length ft" inputMode="numeric" {...register('lengthFt')} error={errors.lengthFt?.message} />
      <Field
        label={cooled ? 'From °F' : 'Temp. from'}
        inputMode="numeric"
        {...register('tempMinF')}
        error={errors.tempMinF?.message}
      />
      <Field
        label={cooled ? 'To °F' : 'Temp. to'}
        inputMode="numeric"
        {...register('tempMaxF')}
        error={errors.tempMaxF?.message}
      />
      <label className="mt-7 flex items-center gap-2">
        <input type="checkbox" {...register('team')} /> Team
      </label>
      <CommodityField />
      <Field label="Weight lb" inputMode="numeric" {...register('weightLb')} error={errors.weightLb?.message} />
      <Field label="Pallets" inputMode="numeric" {...register('pallets')} error={errors.pallets?.message} />
      <Field label="Value $" inputMode="decimal" {...register('freightValue')} error={errors.freightValue?.message} />
      <label className="mt-5 flex items-center gap-1 leading-tight">
        <input type="checkbox" className="shrink-0" {...register('commodityHidden')} /> Secret from carriers
      </label>
      <FreightDetails />
    </section>
  )
}
