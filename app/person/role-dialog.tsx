import { useState } from 'react'
import { useRevalidator } from 'react-router'
import {
  type Permission,
  permissions,
  permissionsOf,
  permissionWords,
  type ReadyRole,
  readyRoles,
} from '#core/access/access'
import { CheckSet, Choice, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { postJson } from '../ui/post'

const roleWords = Object.fromEntries(readyRoles.map((role) => [role, role])) as Record<ReadyRole, string>

/** Makes a role of the brokerage's own, or changes one: a name, and what it may do. */
export function RoleDialog({
  role,
  onClose,
}: {
  role: { id: number; name: string; like: ReadyRole; permissions: readonly Permission[] } | null
  onClose: () => void
}) {
  const [name, setName] = useState(role?.name ?? '')
  const [like, setLike] = useState<ReadyRole>(role?.like ?? 'rep')
  const [chosen, setChosen] = useState<readonly Permission[]>(role?.permissions ?? permissionsOf('rep'))
  const { revalidate } = useRevalidator()
  return (
    <FormDialog
      title={role ? `Change the role ${role.name}` : 'New role'}
      wide
      button="Save"
      note={role ? 'It holds at once for everybody who has it.' : undefined}
      save={() =>
        postJson('/people/act', { intent: 'save_role', id: role?.id ?? null, name, like, permissions: chosen })
      }
      onSaved={() => {
        void revalidate()
        onClose()
      }}
      onClose={onClose}
    >
      {(error) => (
        <>
          <div className="grid grid-cols-2 gap-3">
            <Field
              label="Name"
              value={name}
              onChange={(event) => setName(event.target.value)}
              error={error('name')}
              autoFocus
            />
            <Choice
              label="Where the vetting policy names a role, it counts as"
              value={like}
              options={readyRoles}
              words={roleWords}
              onChange={(next) => {
                setLike(next)
                if (!role) setChosen(permissionsOf(next))
              }}
            />
          </div>
          <fieldset className="grid grid-cols-2 gap-x-4">
            <legend className="label">May see loads, and</legend>
            <CheckSet
              options={permissions.filter((each) => each !== 'see_loads')}
              words={permissionWords}
              chosen={chosen}
              onChange={setChosen}
            />
          </fieldset>
          {error('permissions') && <p className="text-sm text-bill">{error('permissions')}</p>}
        </>
      )}
    </FormDialog>
  )
}
