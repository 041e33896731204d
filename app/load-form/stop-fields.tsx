import { useRef, useState } from 'react'
import { Controller, useFieldArray, useFormContext } from 'react-hook-form'
import type { LoadLeg, Problem } from '#core/load/problem'
import { stopWords } from '#core/time/words'
import { Complete } from '../ui/complete'
import { Choice, Field } from '../ui/field'
import { LinkButton } from '../ui/link-button'
import { focusNextField } from '../ui/next-field'
import type { FacilityChoice, FormValues } from './form-fields'
import { notUnderstood } from './form-problems'
import { windowsOf } from './form-values'
import { NewFacility } from './new-facility'
import { StopDetails } from './stop-details'
import { useStopMoves } from './use-stop-moves'

const kindWords = { pickup: 'Pickup', delivery: 'Delivery' } as const
const bookingWords = { first_come: 'First come', appointment: 'Appointment' } as const

/** The stops in their order, each a facility and a window typed as it is said. */
export function StopFields({
  now,
  focusFirst,
  problems,
  legs,
}: {
  now: number
  focusFirst: boolean
  problems: Problem[]
  legs: LoadLeg[]
}) {
  const { control, setValue } = useFormContext<FormValues>()
  const { fields, insert, remove, move } = useFieldArray({ control, name: 'stops' })
  const dragged = useRef<number | null>(null)
  const [making, setMaking] = useState<{ index: number; name: string } | null>(null)
  const pick = (index: number, facility: FacilityChoice) => {
    setValue(`stops.${index}.facility`, facility, { shouldDirty: true })
    setValue(`stops.${index}.booking`, facility.booking)
  }
  // A facility that was made is chosen, and typing goes on as after choosing one.
  const section = useRef<HTMLElement>(null)
  const madeAt = useRef<number | null>(null)
  const leadOn = () => {
    const index = madeAt.current
    madeAt.current = null
    if (index === null) return false
    focusNextField(section.current?.querySelectorAll<HTMLElement>('[role=combobox]')[index] ?? null)
    return true
  }
  const { addStop, moveWithFocus } = useStopMoves(section, { count: fields.length, insert, move })
  return (
    <section ref={section} aria-label="Stops" className="flex flex-col gap-2">
      {fields.map((row, index) => (
        <StopRow
          key={row.id}
          index={index}
          now={now}
          legs={legs}
          autoFocus={focusFirst && index === 0}
          problem={problems.find(
            ({ path, severity }) => path === `stops.${index}.earliestLocal` && severity !== 'note',
          )}
          onPick={(facility) => pick(index, facility)}
          onMake={(name) => setMaking({ index, name })}
          onRemove={fields.length > 2 ? () => remove(index) : null}
          onMove={(to, field) => moveWithFocus(index, to, field)}
          onDrag={() => {
            dragged.current = index
          }}
          onDrop={() => {
            if (dragged.current !== null && dragged.current !== index) move(dragged.current, index)
            dragged.current = null
          }}
        />
      ))}
      <LinkButton className="self-start" onClick={addStop}>
        Add a stop <kbd className="key">Ctrl+i</kbd>
      </LinkButton>
      {making && (
        <NewFacility
          name={making.name}
          onClose={() => setMaking(null)}
          onMade={(facility) => {
            pick(making.index, facility)
            madeAt.current = making.index
            setMaking(null)
          }}
          onClosed={leadOn}
        />
      )}
    </section>
  )
}

interface WhenProps {
  index: number
  now: number
  legs: LoadLeg[]
  autoFocus: boolean
  problem: Problem | undefined
}

interface StopRowProps extends WhenProps {
  onPick: (facility: FacilityChoice) => void
  onMake: (name: string) => void
  /** Null where the load would have too few stops. */
  onRemove: (() => void) | null
  /** `field`: where the focus is, and stays. */
  onMove: (to: number, field: HTMLElement) => void
  onDrag: () => void
  onDrop: () => void
}

function StopRow({ index, now, legs, autoFocus, problem, onPick, onMake, onRemove, ...row }: StopRowProps) {
  const { control } = useFormContext<FormValues>()
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: its fields take the keys; Alt with an arrow in any of them moves the stop
    <div
      className="grid grid-cols-[98px_minmax(0,1.25fr)_minmax(0,1fr)_128px_16px] items-start gap-2 border-t pt-2"
      data-stop={index}
      data-has-more
      // Before the fields themselves: an open list would take the arrows.
      onKeyDownCapture={(event) => {
        if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return
        event.preventDefault()
        event.stopPropagation()
        row.onMove(index + (event.key === 'ArrowUp' ? -1 : 1), event.target as HTMLElement)
      }}
      onDragOver={(event) => event.preventDefault()}
      onDrop={row.onDrop}
    >
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
            leadsOn
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
      <WhenField index={index} now={now} legs={legs} autoFocus={autoFocus} problem={problem} />
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
      <StopEnd index={index} onDrag={row.onDrag} onRemove={onRemove} />
      <StopDetails index={index} />
    </div>
  )
}

/** The end of a stop's row: what it is dragged by, and the way out of it. */
function StopEnd({ index, onDrag, onRemove }: Pick<StopRowProps, 'onDrag' | 'onRemove'> & { index: number }) {
  return (
    <span className="mt-5 flex flex-col items-center text-second">
      <span
        draggable
        onDragStart={onDrag}
        className="cursor-grab leading-none"
        title="Drag to another place, or Alt with an arrow in the stop’s fields"
        aria-hidden="true"
      >
        ≡
      </span>
      {onRemove && (
        <button type="button" aria-label={`Remove stop ${index + 1}`} onClick={onRemove}>
          ✕
        </button>
      )}
    </span>
  )
}

function WhenField({ index, now, legs, autoFocus, problem }: WhenProps) {
  const { register, watch, setValue, formState } = useFormContext<FormValues>()
  const [isTyping, setTyping] = useState(false)
  const values = watch()
  const stop = values.stops[index]!
  const window = windowsOf(values, now, legs)[index]
  const zone = stop.facility?.zone ?? 'America/Boise'
  const isUnread = stop.when.trim() !== '' && !window
  const howToType = isUnread && isTyping ? 'a day and an hour: tue 8-11' : undefined
  const follows = stop.follows && stop.apart === null ? ', as early as it can be driven' : ''
  const reading = window ? `${stopWords({ ...window, zone }, now)}${follows}` : howToType
  const unread = isUnread && !isTyping ? notUnderstood : undefined
  // What would fix it is listed with the findings; the field has room for what is wrong.
  const wrong =
    problem?.message.split('. ')[0] ?? unread ?? (window ? undefined : formState.errors.stops?.[index]?.when?.message)
  const field = register(`stops.${index}.when`, {
    // Typed by a person: it no longer moves with the pickup. Emptied, it does again.
    onChange: () => setValue(`stops.${index}.follows`, false),
    onBlur: (event: React.FocusEvent<HTMLInputElement>) => {
      setTyping(false)
      if (index > 0 && event.target.value.trim() === '') setValue(`stops.${index}.follows`, true)
    },
  })
  return (
    <Field
      label="When"
      placeholder="tue 8-11"
      {...field}
      onFocus={(event) => {
        setTyping(true)
        event.currentTarget.select()
      }}
      autoFocus={autoFocus}
      reading={reading}
      error={wrong && window ? `${reading}: ${wrong}` : wrong}
    />
  )
}
