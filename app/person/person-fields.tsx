import { readyRoles, readyRoleWords } from '#core/access/access'
import { Choice, Field } from '../ui/field'
import type { Saving } from '../ui/use-saving'

export interface TypedPerson {
  name: string
  mail: string
  phone: string
  role: string
  team: string
}

export interface RolesAndTeamsThere {
  roles: readonly { id: number; name: string }[]
  teams: readonly { id: number; name: string }[]
}

/** What a person's form sends. */
export const personFrom = ({ name, mail, phone, role, team }: TypedPerson) => ({
  person: { name, mail, phone },
  role,
  teamId: team === '' ? null : Number(team),
})

/** Who somebody is and what they may do. */
export function PersonFields({
  typed,
  set,
  error,
  roles,
  teams,
}: RolesAndTeamsThere & {
  typed: TypedPerson
  set: (change: Partial<TypedPerson>) => void
  error: Saving['error']
}) {
  const roleWords = {
    ...Object.fromEntries(readyRoles.map((role) => [role, `${role}: ${readyRoleWords[role]}`])),
    ...Object.fromEntries(roles.map(({ id, name }) => [`own:${id}`, name])),
  }
  const teamWords = { '': 'no team', ...Object.fromEntries(teams.map(({ id, name }) => [String(id), name])) }
  return (
    <>
      <Field
        label="Name"
        value={typed.name}
        onChange={(event) => set({ name: event.target.value })}
        error={error('name')}
        autoFocus
      />
      <Field
        label="Email address"
        type="email"
        value={typed.mail}
        onChange={(event) => set({ mail: event.target.value })}
        error={error('mail')}
      />
      <Field
        label="Phone"
        value={typed.phone}
        onChange={(event) => set({ phone: event.target.value })}
        error={error('phone')}
      />
      <Choice
        label="Role"
        value={typed.role}
        options={Object.keys(roleWords)}
        words={roleWords}
        onChange={(role) => set({ role })}
      />
      <Choice
        label="Team"
        value={typed.team}
        options={Object.keys(teamWords)}
        words={teamWords}
        onChange={(team) => set({ team })}
      />
    </>
  )
}
