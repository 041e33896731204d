import { type FormEvent, useState } from 'react'
import { readyRoles, readyRoleWords } from '#core/access/access'
import type { PeopleAct } from '#server/people-page/act'
import { Field } from '../ui/field'
import { LinkButton } from '../ui/link-button'
import type { Acting } from '../ui/use-posted-act'

interface RolesAndTeamsProps {
  roles: readonly { id: number; name: string; people: number }[]
  teams: readonly { id: number; name: string; people: number }[]
  acting: Acting<PeopleAct>
  onRole: (id: number | null) => void
}

const count = (people: number) => (people === 1 ? '1 person' : `${people} people`)

/** The ready-made roles and the brokerage's own; the teams. */
export function RolesAndTeams({ roles, teams, acting, onRole }: RolesAndTeamsProps) {
  return (
    <aside className="flex flex-col gap-4 border-l px-4 py-3">
      <section aria-label="Roles">
        <h2 className="head">Roles</h2>
        <dl>
          {readyRoles.map((role) => (
            <div key={role} className="border-t py-1">
              <dt className="inline font-semibold">{role}</dt> <dd className="label inline">{readyRoleWords[role]}</dd>
            </div>
          ))}
        </dl>
        <ul>
          {roles.map(({ id, name, people }) => (
            <li key={id} className="flex justify-between border-t py-1">
              <LinkButton onClick={() => onRole(id)}>{name}</LinkButton>
              <span className="label flex gap-2">
                {count(people)}
                {people === 0 && (
                  <LinkButton
                    onClick={() => void acting.act({ intent: 'remove_role', id })}
                    aria-label={`Remove ${name}`}
                  >
                    Remove
                  </LinkButton>
                )}
              </span>
            </li>
          ))}
        </ul>
        <button type="button" className="button mt-2" onClick={() => onRole(null)}>
          New role
        </button>
      </section>
      <Teams teams={teams} acting={acting} />
    </aside>
  )
}

function Teams({ teams, acting }: Pick<RolesAndTeamsProps, 'teams' | 'acting'>) {
  const [name, setName] = useState('')
  const add = async (event: FormEvent) => {
    event.preventDefault()
    const answer = await acting.act({ intent: 'add_team', name })
    if (answer.ok) setName('')
  }
  return (
    <section aria-label="Teams">
      <h2 className="head">Teams</h2>
      <p className="label">The list of loads can be narrowed to a team.</p>
      <ul>
        {teams.map((each) => (
          <li key={each.id} className="flex justify-between border-t py-1">
            {each.name}
            <span className="label flex gap-2">
              {count(each.people)}
              <LinkButton
                onClick={() => void acting.act({ intent: 'remove_team', id: each.id })}
                aria-label={`Remove team ${each.name}`}
              >
                Remove
              </LinkButton>
            </span>
          </li>
        ))}
      </ul>
      <form onSubmit={(event) => void add(event)} className="mt-2 flex items-end gap-2">
        <Field label="New team" className="flex-1" value={name} onChange={(event) => setName(event.target.value)} />
        <button type="submit" className="button" disabled={name.trim().length < 2}>
          Add
        </button>
      </form>
    </section>
  )
}
