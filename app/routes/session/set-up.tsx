import { useState } from 'react'
import { redirect } from 'react-router'
import { plainOffice } from '#core/office/office'
import { leastPasswordLength } from '#core/person/password'
import { needsSetUp } from '#server/access/people'
import { database } from '#server/db.server'
import { HoursFields, IdentityFields, MarginFields, NumberFields, TermsFields } from '../../office/office-fields'
import { Section } from '../../office/section'
import { officeFrom, typedFrom } from '../../office/typed-office'
import { Alert } from '../../ui/alert'
import { Field } from '../../ui/field'
import { useReady } from '../../ui/keys'
import { Mark } from '../../ui/mark'
import { postJson } from '../../ui/post'
import { useSaving } from '../../ui/use-saving'
import type { Route } from './+types/set-up'

export const meta: Route.MetaFunction = () => [{ title: 'Set up, Oxpecker' }]

export function loader() {
  if (!needsSetUp(database())) throw redirect('/sign-in')
  return null
}

const people = [
  { key: 'name', label: 'Your name', type: 'text', complete: 'name' },
  { key: 'mail', label: 'Your email address', type: 'email', complete: 'username' },
  { key: 'phone', label: 'Your phone', type: 'tel', complete: 'tel' },
] as const

export default function SetUp() {
  const ready = useReady()
  const [key, setKey] = useState('')
  const [password, setPassword] = useState('')
  const [who, setWho] = useState({ name: '', mail: '', phone: '' })
  const [typed, setTyped] = useState(() => typedFrom(plainOffice))
  const saving = useSaving(
    () => postJson('/set-up/save', { key, password, administrator: who, office: officeFrom(typed) }),
    () => window.location.assign('/'),
  )
  const fields = {
    typed,
    set: (change: Partial<typeof typed>) => setTyped((before) => ({ ...before, ...change })),
    // The administrator has a name, an email address and a phone too.
    error: (field: string) => saving.error(field in who ? `office.${field}` : field),
  }
  // Told of every field at once, so that what is wrong with one of them is shown there and not a second time below.
  for (const field of Object.keys(typed)) fields.error(field)
  return (
    <main className="mx-auto flex max-w-4xl flex-col gap-5 px-4 py-6" data-ready={ready || undefined}>
      <div className="flex items-center gap-3">
        <Mark className="h-9 w-12" />
        <h1 className="text-xl font-semibold">Set up your brokerage</h1>
      </div>
      <p>
        Nobody has an account here yet. What you fill in below can be changed later under Settings; what is filled in
        already is a start.
      </p>
      <form onSubmit={saving.submit} className="flex flex-col gap-5" noValidate>
        <Section title="The key">
          <Field
            label="Set-up key"
            className="w-80"
            value={key}
            onChange={(event) => setKey(event.target.value)}
            error={saving.error('key')}
            reading="The program prints it in its log at every start, until somebody is set up."
            autoFocus
          />
        </Section>
        <Section title="You, the first administrator">
          <div className="grid grid-cols-2 gap-3">
            {people.map(({ key: field, label, type, complete }) => (
              <Field
                key={field}
                label={label}
                type={type}
                autoComplete={complete}
                value={who[field]}
                onChange={(event) => setWho({ ...who, [field]: event.target.value })}
                error={saving.error(`administrator.${field}`)}
              />
            ))}
            <Field
              label="Your password"
              type="password"
              autoComplete="new-password"
              value={password}
              onChange={(event) => setPassword(event.target.value)}
              error={saving.error('password')}
              reading={`At least ${leastPasswordLength} characters; four unrelated words work well.`}
            />
          </div>
        </Section>
        <Section title="The brokerage">
          <IdentityFields {...fields} />
        </Section>
        <Section title="Numbers">
          <NumberFields {...fields} />
        </Section>
        <Section title="Office hours">
          <HoursFields {...fields} />
        </Section>
        <Section title="Margins">
          <MarginFields {...fields} />
        </Section>
        <Section title="Terms">
          <TermsFields {...fields} />
        </Section>
        <Alert>{saving.message()}</Alert>
        <button type="submit" className="button first self-start" aria-busy={saving.isSaving}>
          Set up and sign in
        </button>
      </form>
    </main>
  )
}
