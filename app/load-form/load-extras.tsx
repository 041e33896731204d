import { useController, useFieldArray, useFormContext } from 'react-hook-form'
import { Complete } from '../ui/complete'
import { Field } from '../ui/field'
import { LinkButton } from '../ui/link-button'
import type { CustomerChoice, FormValues } from './form-fields'
import { More } from './more'
import { RemoveRow } from './remove-row'

export interface Person {
  id: number
  name: string
}

interface ExtrasProps {
  people: Person[]
  /** Once a load is opened its number is settled. */
  isDraft: boolean
}

/** Who else has to do with the load, its links, and a number of its own. */
export function LoadExtras(props: ExtrasProps) {
  const { formState, watch } = useFormContext<FormValues>()
  const { payer, customsBroker, customsBrokerPhone, dispatcher, repShares, links, number } = formState.errors
  const wrong = [payer, customsBroker, customsBrokerPhone, dispatcher, repShares, links, number]
  return (
    <section aria-label="Also on this load" data-has-more className="border-t pt-2">
      <More
        title="Payer, customs, dispatcher, shares, links, own number"
        summary={summaryOf(watch(), props.people)}
        hasErrors={wrong.some(Boolean)}
      >
        <ExtraFields {...props} />
      </More>
    </section>
  )
}

const nameOf = (people: Person[], id: string) => people.find((each) => String(each.id) === id)?.name ?? ''

function summaryOf(values: FormValues, people: Person[]): string {
  const { payer, customsBroker, dispatcher, repShares, links, number } = values
  return [
    payer && `${payer.name} pays`,
    customsBroker && `customs: ${customsBroker}`,
    dispatcher && `${nameOf(people, dispatcher)} dispatches`,
    ...repShares.map(({ userId, sharePercent }) => `${nameOf(people, userId)} ${sharePercent}%`),
    links.length > 0 && `${links.length} ${links.length === 1 ? 'link' : 'links'}`,
    number,
  ]
    .filter(Boolean)
    .join(', ')
}

function ExtraFields({ people, isDraft }: ExtrasProps) {
  const { register, formState } = useFormContext<FormValues>()
  const { field, fieldState } = useController<FormValues, 'payer'>({ name: 'payer' })
  const { errors } = formState
  return (
    <div className="grid grid-cols-2 items-start gap-2">
      <div>
        <Complete<CustomerChoice>
          label="Payer, if not the customer"
          subject="customers"
          value={field.value}
          onPick={field.onChange}
          text={(customer) => customer.name}
          detail={(customer) => `${customer.city} ${customer.region}`}
          error={fieldState.error?.message ?? (field.value?.hasPayer === false ? 'Nobody to bill there' : undefined)}
        />
        {field.value && <LinkButton onClick={() => field.onChange(null)}>The customer pays</LinkButton>}
      </div>
      <Field
        label="Load number"
        placeholder={isDraft ? 'the next of ours' : ''}
        {...register('number')}
        readOnly={!isDraft}
        error={errors.number?.message}
      />
      <Field label="Customs broker" {...register('customsBroker')} error={errors.customsBroker?.message} />
      <Field
        label="Customs broker’s phone"
        type="tel"
        {...register('customsBrokerPhone')}
        error={errors.customsBrokerPhone?.message}
      />
      <label className="label">
        Dispatcher
        <select className="field" {...register('dispatcher')}>
          <option value="">nobody</option>
          <PeopleOptions people={people} />
        </select>
      </label>
      <ShareFields people={people} />
      <LinkFields />
    </div>
  )
}

const PeopleOptions = ({ people }: { people: Person[] }) =>
  people.map(({ id, name }) => (
    <option key={id} value={id}>
      {name}
    </option>
  ))

/** Reps who work it along, each with a share of the margin. */
function ShareFields({ people }: { people: Person[] }) {
  const { control, register, formState } = useFormContext<FormValues>()
  const { fields, append, remove } = useFieldArray({ control, name: 'repShares' })
  const wrong = formState.errors.repShares
  return (
    <div>
      <p className="label">Shared with</p>
      {fields.map((row, index) => (
        <div key={row.id} className="mb-1 grid grid-cols-[minmax(0,1fr)_4.5rem_20px] items-start gap-1.5">
          <select aria-label={`Rep ${index + 1}`} className="field" {...register(`repShares.${index}.userId`)}>
            <PeopleOptions people={people} />
          </select>
          <Field
            hideLabel
            label={`Share of rep ${index + 1} in percent`}
            placeholder="%"
            inputMode="numeric"
            {...register(`repShares.${index}.sharePercent`)}
            error={wrong?.[index]?.sharePercent?.message}
          />
          <RemoveRow words={`Remove rep ${index + 1}`} onRemove={() => remove(index)} />
        </div>
      ))}
      {wrong?.message && <p className="text-sm text-bill">{wrong.message}</p>}
      <LinkButton onClick={() => append({ userId: String(people[0]?.id ?? ''), sharePercent: '50' })}>
        Add a rep
      </LinkButton>
    </div>
  )
}

/** Links kept with the load: a page of the customer's portal, a shared folder. */
function LinkFields() {
  const { control, register, formState } = useFormContext<FormValues>()
  const { fields, append, remove } = useFieldArray({ control, name: 'links' })
  return (
    <div className="col-span-full">
      <p className="label">Links</p>
      {fields.map((row, index) => (
        <div key={row.id} className="mb-1 grid grid-cols-[10rem_minmax(0,1fr)_20px] items-start gap-1.5">
          <Field
            hideLabel
            label={`What link ${index + 1} is`}
            placeholder="what it is"
            {...register(`links.${index}.label`)}
          />
          <Field
            hideLabel
            label={`Address of link ${index + 1}`}
            placeholder="https://"
            type="url"
            {...register(`links.${index}.url`)}
            error={formState.errors.links?.[index]?.url?.message}
          />
          <RemoveRow words={`Remove link ${index + 1}`} onRemove={() => remove(index)} />
        </div>
      ))}
      <LinkButton onClick={() => append({ label: '', url: '' })}>Add a link</LinkButton>
    </div>
  )
}
