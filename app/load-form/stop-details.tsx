import { Controller, useFormContext, useWatch } from 'react-hook-form'
import { dockAccesses } from '#core/load/stop'
import { stopDetailWords } from '#core/load/stop-words'
import { dockAccessWords } from '#core/load/words'
import { Choice, Field } from '../ui/field'
import { stopDetailTerms } from './detail-values'
import { ReferenceRows } from './document-fields'
import type { FormValues } from './form-fields'
import { More } from './more'

/** What a stop says beside its place and time: whom to ask for, how it is unloaded and how much of it, its numbers, a note for the driver. */
export function StopDetails({ index }: { index: number }) {
  const { formState } = useFormContext<FormValues>()
  const [stop, pieceUnit] = useWatch<FormValues, [`stops.${number}`, 'pieceUnit']>({
    name: [`stops.${index}`, 'pieceUnit'],
  })
  const { access, contactName, contactPhone, driverNote, pieces, weightLb, references } =
    formState.errors.stops?.[index] ?? {}
  const wrong = [access, contactName, contactPhone, driverNote, pieces, weightLb, references]
  const summary = stopDetailWords({ kind: stop.kind, ...stopDetailTerms(stop) }, pieceUnit)
  return (
    <More title="Contact, dock, freight, numbers, note" summary={summary} hasErrors={wrong.some(Boolean)}>
      <DetailFields index={index} verb={stop.kind === 'pickup' ? 'on' : 'off'} />
    </More>
  )
}

function DetailFields({ index, verb }: { index: number; verb: 'on' | 'off' }) {
  const { control, register, formState } = useFormContext<FormValues>()
  const errors = formState.errors.stops?.[index]
  const at = `stops.${index}` as const
  return (
    <div className="grid grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)_minmax(0,1.1fr)_5rem_6rem] items-start gap-2">
      <Field label="Ask for" {...register(`${at}.contactName`)} error={errors?.contactName?.message} />
      <Field label="Their phone" type="tel" {...register(`${at}.contactPhone`)} error={errors?.contactPhone?.message} />
      <Controller
        control={control}
        name={`${at}.access`}
        render={({ field }) => (
          <Choice
            label="Dock or liftgate"
            value={field.value}
            options={dockAccesses}
            words={dockAccessWords}
            onChange={field.onChange}
          />
        )}
      />
      <Field
        label={`Pieces ${verb}`}
        inputMode="numeric"
        {...register(`${at}.pieces`)}
        error={errors?.pieces?.message}
      />
      <Field
        label={`Weight ${verb}, lb`}
        inputMode="numeric"
        {...register(`${at}.weightLb`)}
        error={errors?.weightLb?.message}
      />
      <Field
        className="col-span-full"
        label="Note for the driver, on the rate confirmation"
        {...register(`${at}.driverNote`)}
        error={errors?.driverNote?.message}
      />
      <div className="col-span-full">
        <ReferenceRows list={`${at}.references`} what={`number of stop ${index + 1}`} add="Add a number of this stop" />
      </div>
    </div>
  )
}
