import { Controller, useFieldArray, useFormContext } from 'react-hook-form'
import { audiences, loadDocuments, referenceKinds } from '#core/load/load'
import { audienceWords, loadDocumentWords, referenceKindWords } from '#core/load/words'
import { Choice, Field } from '../ui/field'
import { LinkButton } from '../ui/link-button'
import type { FormValues } from './form-fields'

/** Numbers the documents carry; each says on which. */
export function ReferenceFields() {
  const { control, register, formState } = useFormContext<FormValues>()
  const { fields, append, remove } = useFieldArray({ control, name: 'references' })
  return (
    <section aria-label="References" className="flex flex-col gap-1.5 border-t pt-2">
      <h2 className="head">References</h2>
      {fields.map((row, index) => (
        <div key={row.id} className="grid grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)_auto_20px] items-start gap-1.5">
          <Controller
            control={control}
            name={`references.${index}.kind`}
            render={({ field }) => (
              <Choice
                hideLabel
                label={`Reference ${index + 1}`}
                value={field.value}
                options={referenceKinds}
                words={referenceKindWords}
                onChange={field.onChange}
              />
            )}
          />
          <Field
            hideLabel
            label={`Number of reference ${index + 1}`}
            placeholder="number"
            {...register(`references.${index}.value`)}
            error={formState.errors.references?.[index]?.value?.message}
          />
          <Controller
            control={control}
            name={`references.${index}.showOn`}
            render={({ field }) => (
              <span className="mt-1.5 flex gap-3">
                {loadDocuments.map((document) => (
                  <label key={document} className="flex items-center gap-1 text-sm">
                    <input
                      type="checkbox"
                      checked={field.value.includes(document)}
                      onChange={(event) =>
                        field.onChange(
                          event.target.checked
                            ? [...field.value, document]
                            : field.value.filter((other) => other !== document),
                        )
                      }
                    />{' '}
                    {loadDocumentWords[document]}
                  </label>
                ))}
              </span>
            )}
          />
          <button
            type="button"
            className="mt-1.5 text-second"
            aria-label={`Remove reference ${index + 1}`}
            onClick={() => remove(index)}
          >
            ✕
          </button>
        </div>
      ))}
      <LinkButton
        className="self-start"
        onClick={() => append({ kind: 'pickup_number', value: '', showOn: ['rate_confirmation'] })}
      >
        Add a reference
      </LinkButton>
    </section>
  )
}

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
          <button
            type="button"
            className="mt-1.5 text-second"
            aria-label={`Remove note ${index + 1}`}
            onClick={() => remove(index)}
          >
            ✕
          </button>
        </div>
      ))}
      <LinkButton className="self-start" onClick={() => append({ audience: 'carrier', text: '' })}>
        Add a note
      </LinkButton>
    </section>
  )
}
