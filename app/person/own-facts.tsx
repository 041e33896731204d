import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { Alert } from '../ui/alert'
import { Field } from '../ui/field'
import { postJson } from '../ui/post'
import { useSaving } from '../ui/use-saving'

const fields = [
  ['name', 'Name', 'name'],
  ['mail', 'Email address, to sign in with', 'email'],
  ['phone', 'Phone, printed on confirmations', 'tel'],
] as const

/** Who I am on documents and in the log. */
export function OwnFacts({ own }: { own: { name: string; mail: string; phone: string } }) {
  const [typed, setTyped] = useState(own)
  const [present, setPresent] = useState('')
  const { revalidate } = useRevalidator()
  const saving = useSaving(
    () => postJson('/account/act', { intent: 'change_facts', person: typed, present }),
    () => {
      toast('Saved')
      setPresent('')
      void revalidate()
    },
  )
  return (
    <section aria-labelledby="own-facts">
      <h2 id="own-facts" className="head">
        Me
      </h2>
      <form onSubmit={saving.submit} noValidate className="mt-2 flex flex-col gap-3">
        {fields.map(([field, label, complete]) => (
          <Field
            key={field}
            label={label}
            autoComplete={complete}
            value={typed[field]}
            onChange={(event) => setTyped({ ...typed, [field]: event.target.value })}
            error={saving.error(field)}
          />
        ))}
        {typed.mail !== own.mail && (
          <Field
            label="Your password, for another email address"
            type="password"
            autoComplete="current-password"
            value={present}
            onChange={(event) => setPresent(event.target.value)}
            error={saving.error('present')}
          />
        )}
        <Alert>{saving.message()}</Alert>
        <button type="submit" className="button self-start" aria-busy={saving.isSaving}>
          Save
        </button>
      </form>
    </section>
  )
}
