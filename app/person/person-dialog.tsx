import { useState } from 'react'
import { useRevalidator } from 'react-router'
import type { ListedPerson } from '#server/people-page/read'
import { FormDialog } from '../ui/form-dialog'
import { postJson } from '../ui/post'
import { PersonFields, personFrom, type RolesAndTeamsThere, type TypedPerson } from './person-fields'

/** Changes who somebody is and what they may do. */
export function PersonDialog({
  person,
  onClose,
  ...there
}: RolesAndTeamsThere & { person: ListedPerson; onClose: () => void }) {
  const [typed, setTyped] = useState<TypedPerson>({
    name: person.name,
    mail: person.mail,
    phone: person.phone,
    role: person.roleChoice,
    team: person.teamId === null ? '' : String(person.teamId),
  })
  const { revalidate } = useRevalidator()
  const changesRole = typed.role !== person.roleChoice
  return (
    <FormDialog
      title={`Change ${person.name}`}
      button="Save"
      note={changesRole && person.state === 'active' ? 'With another role they have to sign in again.' : undefined}
      save={() => postJson('/people/act', { intent: 'change', userId: person.id, ...personFrom(typed) })}
      onSaved={() => {
        void revalidate()
        onClose()
      }}
      onClose={onClose}
    >
      {(error) => (
        <PersonFields
          {...there}
          typed={typed}
          set={(change) => setTyped((before) => ({ ...before, ...change }))}
          error={error}
        />
      )}
    </FormDialog>
  )
}
