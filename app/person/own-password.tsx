import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { leastPasswordLength } from '#core/person/password'
import { Alert } from '../ui/alert'
import { Field } from '../ui/field'
import { postJson } from '../ui/post'
import { useSaving } from '../ui/use-saving'

const nothing = { present: '', password: '' }

/** Changes my password; I stay signed in here and nowhere else. */
export function OwnPassword({ mail }: { mail: string }) {
  const [typed, setTyped] = useState(nothing)
  const { revalidate } = useRevalidator()
  const saving = useSaving(
    () => postJson('/account/act', { intent: 'change_password', ...typed }),
    () => {
      toast('Password changed; other sessions have ended')
      setTyped(nothing)
      void revalidate()
    },
  )
  return (
    <section aria-labelledby="own-password">
      <h2 id="own-password" className="head">
        Password
      </h2>
      <form onSubmit={saving.submit} noValidate className="mt-2 flex flex-col gap-3">
        <input type="hidden" autoComplete="username" value={mail} readOnly />
        <Field
          label="Present password"
          type="password"
          autoComplete="current-password"
          value={typed.present}
          onChange={(event) => setTyped({ ...typed, present: event.target.value })}
          error={saving.error('present')}
        />
        <Field
          label="New password"
          type="password"
          autoComplete="new-password"
          value={typed.password}
          onChange={(event) => setTyped({ ...typed, password: event.target.value })}
          error={saving.error('password')}
          reading={`At least ${leastPasswordLength} characters; four unrelated words work well.`}
        />
        <Alert>{saving.message()}</Alert>
        <button type="submit" className="button self-start" aria-busy={saving.isSaving}>
          Change password
        </button>
      </form>
    </section>
  )
}
