import { Controller, useFieldArray, useFormContext } from 'react-hook-form'
import { audiences } from '#core/load/load'
import { loadDocuments, referenceKinds } from '#core/load/reference'
import { audienceWords, loadDocumentWords, referenceKindWords } from '#core/load/words'
import { CheckSet, Choice, Field } from '../ui/field'
import { LinkButton } from '../ui/link-button'
import type { FormValues } from './form-fields'
import { RemoveRow } from './remove-row'

/** Numbers the documents carry; each says on which. */
export const ReferenceFields = () => (
  <section aria-label="References" className="flex flex-col gap-1.5 border-t pt-2">
    <h2 className="head">References</h2>
    <ReferenceRows list="references" what="reference" add="Add a reference" />
  </section>
)

interface ReferenceRowsProps {
  /** Of the load, or of one of its stops. */
  list: 'references' | `stops.${number}.references`
  /** What one is called: `reference`, `number of stop 2`. */
  what: string
  add: string
}

/** Numbers of a load or of a stop. One that is none of the known kinds is named freely. */
export function ReferenceRows({ list, what, add }: ReferenceRowsProps) {
  const { control } = useFormContext<FormValues>()
  // A stop's list holds the same as the load's: they are told apart by their name alone.
  const { fields, append, remove } = useFieldArray({ control, name: list as 'references' })
  return (
    <div className="flex flex-col gap-1.5">
      {fields.map((row, index) => (
        <ReferenceRow
          key={row.id}
          row={`${list}.${index}` as 'references.0'}
          what={`${what} ${index + 1}`}
          onRemove={() => remove(index)}
        />
      ))}
      <LinkButton
        className="self-start"
        onClick={() => append({ kind: 'pickup_number', name: '', value: '', showOn: ['rate_confirmation'] })}
      >
        {add}
      </LinkButton>
    </div>
  )
}

function ReferenceRow({ row, what, onRemove }: { row: 'references.0'; what: string; onRemove: () => void }) {
  const { control, register, watch, getFieldState, formState } = useFormContext<FormValues>()
  const isNamed = watch(`${row}.kind`) === 'other'
  return (
    <div className="grid grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)_auto_20px] items-start gap-1.5">
      <div className={isNamed ? 'grid grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)] gap-1.5' : ''}>
        <Controller
          control={control}
          name={`${row}.kind`}
          render={({ field }) => (
            <Choice
              hideLabel
              label={capitalized(what)}
              value={field.value}
              options={referenceKinds}
              words={referenceKindWords}
              onChange={field.onChange}
            />
          )}
        />
        {isNamed && <Field hideLabel label={`Name of ${what}`} placeholder="called" {...register(`${row}.name`)} />}
      </div>
      <Field
        hideLabel
        label={`Number of ${what}`}
        placeholder="number"
        {...register(`${row}.value`)}
        error={getFieldState(`${row}.value`, formState).error?.message}
      />
      <Controller
        control={control}
        name={`${row}.showOn`}
        render={({ field }) => (
          <span className="mt-1.5 flex gap-3 text-sm">
            <CheckSet
              options={loadDocuments}
              words={loadDocumentWords}
              chosen={field.value}
              onChange={field.onChange}
            />
          </span>
        )}
      />
      <RemoveRow words={`Remove ${what}`} onRemove={onRemove} />
    </div>
  )
}

const capitalized = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)

/** Notes, each for one reader: only those for the carrier reach a carrier. */
export function NoteFields() {
  const { control, register, formState } = useFormContext<FormValues>()
  const { fields, append, remove } = useFieldArray({ control, name: 'notes' })
  return (
    <section aria-label="Notes" className="flex flex-col gap-1.5 border-t pt-2">
      <h2 className="head">Notes</h2>
      {fields.map((row, index) => (
        <div key={row.id} className="grid grid-cols-[140px_minmax(0,1fr)_20px] items-start gap-1.5">
          <Controller
            control={control}
            name={`notes.${index}.audience`}
            render={({ field }) => (
              <Choice
                hideLabel
                label={`Reader of note ${index + 1}`}
                value={field.value}
                options={audiences}
                words={audienceWords}
                onChange={field.onChange}
              />
            )}
          />
          <Field
            hideLabel
            label={`Note ${index + 1}`}
            {...register(`notes.${index}.text`)}
            error={formState.errors.notes?.[index]?.text?.message}
          />
          <RemoveRow words={`Remove note ${index + 1}`} onRemove={() => remove(index)} />
        </div>
      ))}
      <LinkButton className="self-start" onClick={() => append({ audience: 'carrier', text: '' })}>
        Add a note
      </LinkButton>
    </section>
  )
}
