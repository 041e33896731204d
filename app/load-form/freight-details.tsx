import { Controller, useFormContext } from 'react-hook-form'
import { freightDetailWords, pieceUnits, readPieceSize, readUnNumber } from '#core/load/freight'
import { Choice, Field } from '../ui/field'
import { wholeNumber } from './detail-values'
import type { FormValues } from './form-fields'
import { More } from './more'

const unitWords = Object.fromEntries(pieceUnits.map((unit) => [unit, unit])) as Record<
  (typeof pieceUnits)[number],
  string
>

/** What most freight does without: pieces and their size, hazard, sharing the truck. */
export function FreightDetails() {
  const { formState, watch } = useFormContext<FormValues>()
  const values = watch()
  const { pieces, pieceSize, unNumber } = formState.errors
  const words = freightDetailWords({
    pieces: wholeNumber(values.pieces),
    pieceUnit: values.pieceUnit,
    pieceSizeIn: readPieceSize(values.pieceSize),
    stackable: values.stackable,
    unNumber: values.hazmat ? readUnNumber(values.unNumber) : null,
  })
  const summary = [values.hazmat ? 'hazardous' : '', values.partial ? 'partial' : '', words].filter(Boolean).join(', ')
  return (
    <More title="Hazardous, partial, pieces" summary={summary} hasErrors={Boolean(pieces || pieceSize || unNumber)}>
      <FreightDetailFields isHazmat={values.hazmat} />
    </More>
  )
}

function FreightDetailFields({ isHazmat }: { isHazmat: boolean }) {
  const { control, register, formState } = useFormContext<FormValues>()
  const { errors } = formState
  return (
    <div className="grid grid-cols-[5rem_7rem_minmax(0,1.2fr)_auto_auto_auto_minmax(0,1fr)] items-start gap-x-3 gap-y-2">
      <Field label="Pieces" inputMode="numeric" {...register('pieces')} error={errors.pieces?.message} />
      <Controller
        control={control}
        name="pieceUnit"
        render={({ field }) => (
          <Choice
            label="Counted in"
            value={field.value}
            options={pieceUnits}
            words={unitWords}
            onChange={field.onChange}
          />
        )}
      />
      <Field
        label="Size of one, inches"
        placeholder="48x40x60"
        {...register('pieceSize')}
        error={errors.pieceSize?.message}
      />
      <label className="mt-7 flex items-center gap-1.5">
        <input type="checkbox" {...register('stackable')} /> Stackable
      </label>
      <label className="mt-7 flex items-center gap-1.5">
        <input type="checkbox" {...register('partial')} /> Partial
      </label>
      <label className="mt-7 flex items-center gap-1.5">
        <input type="checkbox" {...register('hazmat')} /> Hazardous
      </label>
      {isHazmat ? (
        <Field label="UN number" placeholder="UN1263" {...register('unNumber')} error={errors.unNumber?.message} />
      ) : (
        <span />
      )}
    </div>
  )
}
