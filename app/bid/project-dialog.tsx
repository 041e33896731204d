import { useState } from 'react'
import type { ProjectTerms } from '#core/bid/bid'
import { addDays, addMonths, dayOf, toInstant, toLocal } from '#core/time/local'
import { readUntil } from '#core/time/read-when'
import { dayClockWords, dayWords } from '#core/time/words'
import type { CustomerChoice } from '../load-form/form-fields'
import { Complete } from '../ui/complete'
import { Check, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { type Posted, postJson } from '../ui/post'
import { TextField } from '../ui/text-field'
import { wrongAt } from '../ui/use-saving'

/** A project's terms as they are typed. */
interface TypedTerms {
  title: string
  customer: { id: number; name: string } | null
  validFrom: string
  validTo: string
  deadline: string
  sealed: boolean
  requirements: string
  questions: string
  remindHours: string
  acceptMinutes: string
}

interface ProjectFormProps {
  title: string
  button: string
  now: number
  zone: string
  initial: TypedTerms
  /** Once carriers have it, only the deadline can still change. */
  isOut?: boolean
  save: (terms: ProjectTerms) => Promise<Posted<unknown>>
  onClose: () => void
}

/** Begins a project with the terms that most have: the next quarter, a week to bid. */
export function NewProjectDialog(props: {
  now: number
  zone: string
  onClose: () => void
  onMade: (projectId: number) => void
}) {
  const { now, zone, onClose, onMade } = props
  const today = dayOf(toLocal(now, zone))
  const begins = addDays(today, 14)
  const initial: TypedTerms = {
    ...{ title: '', customer: null, sealed: true, requirements: '', questions: '' },
    ...{ remindHours: '24', acceptMinutes: '30', deadline: '' },
    validFrom: begins,
    validTo: addMonths(begins, 3),
  }
  const save = async (terms: ProjectTerms) => {
    const answer = await postJson<{ projectId: number }>('/boards/bids/new', terms)
    if (answer.ok) onMade(answer.value.projectId)
    return answer
  }
  return <ProjectForm title="New bid project" button="Create" {...{ now, zone, initial, save, onClose }} />
}

/** The terms of a project as they stand, for the form. */
export function typedTerms(
  project: Omit<ProjectTerms, 'customerId'> & { customerId: number | null; customerName: string | null },
  zone: string,
): TypedTerms {
  const { title, validFrom, validTo, sealed, requirements, questions, customerId, customerName } = project
  const deadline = toLocal(project.deadlineAt, zone)
  return {
    ...{ title, validFrom, validTo, sealed, requirements },
    customer: customerId === null ? null : { id: customerId, name: customerName ?? '' },
    deadline: deadline.replace('T', ' '),
    questions: questions.join('\n'),
    remindHours: String(project.remindHours),
    acceptMinutes: String(project.acceptMinutes),
  }
}

/** Everything that is said of a bid project, in one form. */
export function ProjectForm({ title, button, now, zone, initial, isOut = false, save, onClose }: ProjectFormProps) {
  const [typed, setTyped] = useState(initial)
  const set = (part: Partial<TypedTerms>) => setTyped((held) => ({ ...held, ...part }))
  const nowLocal = toLocal(now, zone)
  const deadline = readDeadline(typed.deadline, nowLocal)
  const submit = async () => {
    if (!deadline) return wrongAt({ deadlineAt: 'Until when may carriers bid? fri 5p, 12/11 noon' })
    return save({
      ...{ title: typed.title, validFrom: typed.validFrom, validTo: typed.validTo, sealed: typed.sealed },
      customerId: typed.customer?.id ?? null,
      deadlineAt: toInstant(deadline, zone),
      requirements: typed.requirements,
      questions: typed.questions.split('\n').filter((line) => line.trim() !== ''),
      remindHours: numberIn(typed.remindHours),
      acceptMinutes: numberIn(typed.acceptMinutes),
    })
  }
  return (
    <FormDialog title={title} wide layout="grid grid-cols-2 gap-3" button={button} save={submit} onClose={onClose}>
      {(error) => (
        <>
          {!isOut && (
            <>
              <Field
                label="Title"
                value={typed.title}
                onChange={(event) => set({ title: event.target.value })}
                error={error('title')}
                autoFocus
              />
              <CustomerField customer={typed.customer} onPick={(customer) => set({ customer })} />
              <Field
                label="First pickup day"
                type="date"
                value={typed.validFrom}
                onChange={(event) => set({ validFrom: event.target.value })}
                error={error('validFrom')}
              />
              <Field
                label="Last pickup day"
                type="date"
                value={typed.validTo}
                onChange={(event) => set({ validTo: event.target.value })}
                error={error('validTo')}
              />
            </>
          )}
          <Field
            label="Bids close"
            placeholder="fri 5p, 12/11 noon"
            value={typed.deadline}
            onChange={(event) => set({ deadline: event.target.value })}
            error={error('deadlineAt')}
            reading={deadline ? dayClockWords(dayWords(dayOf(deadline)), deadline) : undefined}
            autoFocus={isOut}
          />
          {!isOut && <OtherTerms {...{ typed, set, error }} />}
        </>
      )}
    </FormDialog>
  )
}

interface OtherTermsProps {
  typed: TypedTerms
  set: (part: Partial<TypedTerms>) => void
  error: (field: string) => string | undefined
}

function OtherTerms({ typed, set, error }: OtherTermsProps) {
  return (
    <>
      <Field
        label="Remind who has not answered, hours before"
        inputMode="numeric"
        value={typed.remindHours}
        onChange={(event) => set({ remindHours: event.target.value })}
        error={error('remindHours')}
      />
      <Field
        label="Minutes a carrier has to accept a load"
        inputMode="numeric"
        value={typed.acceptMinutes}
        onChange={(event) => set({ acceptMinutes: event.target.value })}
        error={error('acceptMinutes')}
      />
      <Check
        label="Sealed: nobody here sees a bid before they close"
        checked={typed.sealed}
        onChange={(sealed) => set({ sealed })}
        className="self-end pb-1.5"
      />
      <TextField
        label="Requirements, as carriers will read them"
        value={typed.requirements}
        onChange={(event) => set({ requirements: event.target.value })}
        error={error('requirements')}
      />
      <TextField
        label="Questions to carriers, one a line"
        value={typed.questions}
        onChange={(event) => set({ questions: event.target.value })}
        error={error('questions')}
      />
    </>
  )
}

function CustomerField({
  customer,
  onPick,
}: {
  customer: TypedTerms['customer']
  onPick: (customer: TypedTerms['customer']) => void
}) {
  if (customer)
    return (
      <p className="self-end pb-1">
        <span className="label block">Customer whose loads it is for</span>
        <b>{customer.name}</b>{' '}
        <button type="button" className="link" onClick={() => onPick(null)}>
          any customer
        </button>
      </p>
    )
  return (
    <Complete<CustomerChoice>
      label="Customer whose loads it is for (any, if empty)"
      subject="customers"
      value={null}
      onPick={({ id, name }) => onPick({ id, name })}
      text={({ name }) => name}
      detail={({ city, region }) => `${city} ${region}`.trim()}
    />
  )
}

/** A typed deadline as a local time: as an offer's end is said, or an ISO day with a clock. */
const readDeadline = (text: string, nowLocal: string): string | null => {
  const exact = /^(\d{4}-\d{2}-\d{2})[ T](\d{2}:\d{2})$/.exec(text.trim())
  if (exact) return `${exact[1]}T${exact[2]}`
  return text.trim() === '' ? null : readUntil(text, nowLocal)
}

const numberIn = (text: string): number => (/^\d+$/.test(text.trim()) ? Number(text) : Number.NaN)
