import { may, readyRoles } from '#core/access/access'
import { momentWords } from '#core/time/words'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { currentOffice, officeVersions } from '#server/office/office'
import { ownRoles } from '#server/person/roles'
import { LogoField } from '../../office/logo-field'
import {
  AccessFields,
  BackupFields,
  GuessFields,
  HoursFields,
  IdentityFields,
  MarginFields,
  NumberFields,
  TermsFields,
} from '../../office/office-fields'
import { Section } from '../../office/section'
import { useOfficeForm } from '../../office/use-office-form'
import { Alert } from '../../ui/alert'
import { Field } from '../../ui/field'
import { useKeys } from '../../ui/keys'
import type { Route } from './+types/settings'

export const meta: Route.MetaFunction = () => [{ title: 'Settings, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  return {
    ...currentOffice(database()),
    versions: officeVersions(database()),
    roles: [...readyRoles, ...ownRoles(database()).map(({ name }) => name)],
    now: Date.now(),
    edits: may(viewer(context).role, 'set_office'),
  }
}

export default function Settings({ loaderData }: Route.ComponentProps) {
  return <Editor key={loaderData.version} {...loaderData} />
}

function Editor({ version, office, versions, roles, now, edits }: Route.ComponentProps['loaderData']) {
  const form = useOfficeForm(office, version)
  const { fields, saving, note } = form
  useKeys('Settings', [
    { key: 'Ctrl+Enter', words: 'save as a new version', run: () => form.press(), disabled: !edits || !form.isChanged },
  ])
  return (
    <main className="flex min-h-0 flex-1 flex-col overflow-y-auto">
      <form ref={form.ref} onSubmit={saving.submit} noValidate>
        <header className="sticky top-0 z-10 flex flex-wrap items-center gap-3 border-b border-strong bg-plain px-4 py-2">
          <h1 className="text-base font-semibold">Settings</h1>
          <span className="label">{version === 0 ? 'nothing set yet' : `version ${version}`}</span>
          <Alert className="ml-auto">{saving.message()}</Alert>
          {edits ? (
            <span className="ml-auto flex items-center gap-2">
              <Field
                label="What changed, and why"
                hideLabel
                placeholder="What changed, and why (optional)"
                className="w-72"
                value={note.value}
                onChange={(event) => note.set(event.target.value)}
                error={saving.error('note')}
              />
              <button type="submit" className="button first" disabled={!form.isChanged} aria-busy={saving.isSaving}>
                Save as version {version + 1} <kbd className="key">Ctrl+Enter</kbd>
              </button>
            </span>
          ) : (
            <span className="label ml-auto">Only an administrator changes these.</span>
          )}
        </header>
        <fieldset disabled={!edits} className="mx-auto flex max-w-5xl flex-col gap-5 px-4 py-4">
          <legend className="sr-only">Settings of the brokerage</legend>
          <Section title="The brokerage" note="Documents keep the name and terms they were issued under.">
            <IdentityFields {...fields} />
            <LogoField
              value={fields.typed.logo}
              onChange={(logo) => fields.set({ logo })}
              error={fields.error('logo')}
            />
          </Section>
          <Section title="Terms">
            <TermsFields {...fields} />
          </Section>
          <Section title="Margins">
            <MarginFields {...fields} />
          </Section>
          <Section title="Numbers">
            <NumberFields {...fields} />
          </Section>
          <Section title="Office hours">
            <HoursFields {...fields} />
          </Section>
          <Section title="Guesses of the take line">
            <GuessFields {...fields} />
          </Section>
          <Section title="Signing in">
            <AccessFields {...fields} roles={roles} />
          </Section>
          <Section title="Backups and what is kept">
            <BackupFields {...fields} />
          </Section>
          <Versions versions={versions} now={now} zone={office.zone} />
        </fieldset>
      </form>
    </main>
  )
}

type Version = Route.ComponentProps['loaderData']['versions'][number]

/** Who changed what, the newest first. */
function Versions({ versions, now, zone }: { versions: Version[]; now: number; zone: string }) {
  if (versions.length === 0) return null
  return (
    <Section title="Versions">
      <ol>
        {versions.map(({ version, note, byName, at }) => (
          <li key={version} className="flex gap-3 border-t py-1">
            <span className="w-8 font-mono">{version}</span>
            <span className="label w-40">{momentWords(at, now, zone)}</span>
            <span className="w-40">{byName}</span>
            <span className="min-w-0">{note || <span className="label">no note</span>}</span>
          </li>
        ))}
      </ol>
    </Section>
  )
}
