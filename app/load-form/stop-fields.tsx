import { useState } from 'react'
import { Controller, useFieldArray, useFormContext } from 'react-hook-form'
import type { Problem } from '#core/load/checks'
import { stopWords } from '#core/time/words'
import { Complete } from '../ui/complete'
import { Choice, Field } from '../ui/field'
import { LinkButton } from '../ui/link-button'
import type { FacilityChoice, FormValues } from './form-values'
import { windowOf } from './form-values'
import { NewFacility } from './new-facility'

const kindWords = { pickup: 'Pickup', delivery: 'Delivery' } as const
const bookingWords = { first_come: 'First come', appointment: 'Appointment' } as const

/** The stops in their order, each a facility and a window typed as it is said. */
export function StopFields({ now, focusFirst, problems }: { now: number; focusFirst: boolean; problems: Problem[] }) {
  const { control, setValue } = useFormContext<FormValues>()
  const { fields, insert, remove } = useFieldArray({ control, name: 'stops' })
  const [making, setMaking] = useState<{ index: number; name: string } | null>(null)
  const pick = (index: number, facility: FacilityChoice) => {
    setValue(`stops.${index}.facility`, facility, { shouldDirty: true })
    setValue(`stops.${index}.booking`, facility.booking)
  }
  return (
    <section aria-label="Stops" className="flex flex-col gap-2">
      {fields.map((row, index) => (
        <StopRow
          key={row.id}
          index={index}
          now={now}
          autoFocus={focusFirst && index === 0}
          problem={problems.find((problem) => problem.path === `stops.${index}.earliestLocal`)}
          onPick={(facility) => pick(index, facility)}
          onMake={(name) => setMaking({ index, name })}
          onRemove={fields.length > 2 ? () => remove(index) : null}
        />
      ))}
      <LinkButton
        className="self-start"
        onClick={() => insert(fields.length - 1, { kind: 'delivery', facility: null, when: '', booking: 'first_come' })}
      >
        Add a stop
      </LinkButton>
      {making && (
        <NewFacility
          name={making.name}
          onClose={() => setMaking(null)}
          onMade={(facility) => {
            pick(making.index, facility)
            setMaking(null)
          }}
        />
      )}
    </section>
  )
}

interface WhenProps {
  index: number
  now: number
  autoFocus: boolean
  problem: Problem | undefined
}

interface StopRowProps extends WhenProps {
  onPick: (facility: FacilityChoice) => void
  onMake: (name: string) => void
  /** Null where the load would have too few stops. */
  onRemove: (() => void) | null
}

function StopRow({ index, now, autoFocus, problem, onPick, onMake, onRemove }: StopRowProps) {
  const { control } = useFormContext<FormValues>()
  return (
    <div className="grid grid-cols-[98px_minmax(0,1.25fr)_minmax(0,1fr)_128px_16px] items-start gap-2 border-t pt-2">
      <Controller
        control={control}
        name={`stops.${index}.kind`}
        render={({ field }) => (
          <Choice
            label={`Stop ${index + 1}`}
            value={field.value}
            options={['pickup', 'delivery'] as const}
            words={kindWords}
            onChange={field.onChange}
          />
        )}
      />
      <Controller
        control={control}
        name={`stops.${index}.facility`}
        render={({ field, fieldState }) => (
          <Complete<FacilityChoice>
            key={field.value?.id ?? 'none'}
            label="Facility"
            subject="facilities"
            value={field.value}
            onPick={onPick}
            text={(facility) => `${facility.name}, ${facility.city} ${facility.region}`}
            detail={(facility) => facility.address}
            onMake={onMake}
            makeWords="New facility"
            error={fieldState.error?.message}
          />
        )}
      />
      <WhenField index={index} now={now} autoFocus={autoFocus} problem={problem} />
      <Controller
        control={control}
        name={`stops.${index}.booking`}
        render={({ field }) => (
          <Choice
            label="Booking"
            value={field.value}
            options={['first_come', 'appointment'] as const}
            words={bookingWords}
            onChange={field.onChange}
          />
        )}
      />
      {onRemove && (
        <button type="button" className="mt-6 text-second" aria-label={`Remove stop ${index + 1}`} onClick={onRemove}>
          ✕
        </button>
      )}
    </div>
  )
}

function WhenField({ index, now, autoFocus, problem }: WhenProps) {
  const { register, watch, formState } = useFormContext<FormValues>()
  const stop = watch(`stops.${index}`)
  const window = windowOf(stop, now)
  const zone = stop.facility?.zone ?? 'America/Boise'
  const howToType = stop.when.trim() ? 'a day and an hour: tue 8-11' : undefined
  const reading = window ? stopWords({ ...window, zone }, now) : howToType
  // What would fix it is listed with the findings; the field has room for what is wrong.
  const wrong = problem?.message.split('. ')[0] ?? (window ? undefined : formState.errors.stops?.[index]?.when?.message)
  return (
    <Field
      label="When"
      placeholder="tue 8-11"
      {...register(`stops.${index}.when`)}
      autoFocus={autoFocus}
      reading={reading}
      error={wrong && window ? `${reading}: ${wrong}` : wrong}
    />
  )
}
