import { Form } from 'react-router'
import type { Objection } from '#core/confirmation/objection'
import { Alert } from '../ui/alert'
import { Field } from '../ui/field'
import { TextField } from '../ui/text-field'

interface Answer {
  /** What of the answer was refused, in a sentence. */
  message: string | null
  errors: Record<string, string>
  /** Which answer it was; null for a yes. */
  objection: Objection | null
}

interface AnswerProps {
  answer: Answer | null
  busy: boolean
}

/** The carrier's yes, with name and title; on a phone it stays in reach of a thumb. */
export function Acceptance({ answer, busy }: AnswerProps) {
  const own = answer?.objection === null ? answer : null
  return (
    <Form
      method="post"
      className="sticky bottom-0 flex flex-col gap-2 border-t-2 border-ink bg-plain pt-3 pb-4 group-has-[details[open]]:static sm:static"
    >
      <div className="grid grid-cols-2 gap-3">
        <Field label="Your name" name="name" autoComplete="name" error={own?.errors.name} required />
        <Field label="Your title" name="title" autoComplete="organization-title" error={own?.errors.title} required />
      </div>
      <Alert>{own?.message}</Alert>
      <button type="submit" className="button first !h-12 justify-center text-[17px]" disabled={busy}>
        {busy ? 'One moment…' : 'Accept this confirmation'}
      </button>
    </Form>
  )
}

/** The two answers that are no yes; they open without a script too. */
export const Objections = (props: AnswerProps) => (
  <section aria-label="Something else than yes" className="flex flex-col gap-2 border-t pt-2">
    <ObjectionForm
      {...props}
      objection="not_right"
      title="Something is not right"
      label="What is not right?"
      button="Tell the broker"
    />
    <ObjectionForm
      {...props}
      objection="no"
      title="We cannot haul it"
      label="Why, if you want to say"
      button="Tell the broker no"
    />
  </section>
)

interface ObjectionFormProps extends AnswerProps {
  objection: Objection
  title: string
  label: string
  button: string
}

function ObjectionForm({ answer, busy, objection, title, label, button }: ObjectionFormProps) {
  const own = answer?.objection === objection ? answer : null
  const isWrong = own !== null && (own.message !== null || Object.keys(own.errors).length > 0)
  return (
    <details open={isWrong || undefined}>
      <summary className="cursor-pointer py-2 link">{title}</summary>
      <Form method="post" className="mb-2 flex flex-col gap-2">
        <input type="hidden" name="objection" value={objection} />
        <TextField label={label} name="text" rows={3} error={own?.errors.text} />
        <Field label="Name" name="name" autoComplete="name" error={own?.errors.name} required />
        <Alert>{own?.message}</Alert>
        <button type="submit" className="button !h-11 justify-center" disabled={busy}>
          {busy ? 'One moment…' : button}
        </button>
      </Form>
    </details>
  )
}
