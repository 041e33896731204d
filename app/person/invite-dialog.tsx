import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { FormDialog } from '../ui/form-dialog'
import { postJson } from '../ui/post'
import { PersonFields, personFrom, type RolesAndTeamsThere, type TypedPerson } from './person-fields'

/** Invites somebody: the email with the link leaves when it is saved. */
export function InviteDialog({ onClose, ...there }: RolesAndTeamsThere & { onClose: () => void }) {
  const [typed, setTyped] = useState<TypedPerson>({ name: '', mail: '', phone: '', role: 'rep', team: '' })
  const { revalidate } = useRevalidator()
  return (
    <FormDialog
      title="Invite somebody"
      button="Send the invitation"
      note="An email with a link that works once, for seven days."
      save={() => postJson('/people/act', { intent: 'invite', ...personFrom(typed) })}
      onSaved={() => {
        toast(`Invitation on its way to ${typed.mail}`)
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
