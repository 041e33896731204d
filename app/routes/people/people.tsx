import { useState } from 'react'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import type { PeopleAct } from '#server/people-page/act'
import { readPeople } from '#server/people-page/read'
import { DeactivateDialog } from '../../person/deactivate-dialog'
import { InviteDialog } from '../../person/invite-dialog'
import { PersonDialog } from '../../person/person-dialog'
import { PersonRow } from '../../person/person-row'
import { RoleDialog } from '../../person/role-dialog'
import { RolesAndTeams } from '../../person/roles-and-teams'
import { useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import { usePostedAct } from '../../ui/use-posted-act'
import type { Route } from './+types/people'

export const meta: Route.MetaFunction = () => [{ title: 'People, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  const who = viewer(context)
  requirePermission(who, 'manage_people')
  const now = Date.now()
  return { ...readPeople(database(), now), me: who.id, now, zone: officeOf(database()).zone }
}

type Open =
  | { dialog: 'invite' }
  | { dialog: 'change' | 'deactivate'; id: number }
  | { dialog: 'role'; id: number | null }

export default function People({ loaderData }: Route.ComponentProps) {
  const { people, roles, teams, me, now, zone } = loaderData
  const [open, setOpen] = useState<Open | null>(null)
  const close = () => setOpen(null)
  const acting = usePostedAct<PeopleAct>('/people/act')
  useLive(({ aggregate }) => aggregate === 'person' || aggregate === 'office')
  useKeys('People', [{ key: 'a', words: 'invite somebody', run: () => setOpen({ dialog: 'invite' }) }])
  const active = people.filter(({ state }) => state === 'active').length
  const chosen = open && 'id' in open ? people.find(({ id }) => id === open.id) : undefined
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <header className="flex items-center gap-3 border-b border-strong px-4 py-2">
        <h1 className="text-base font-semibold">People</h1>
        <span className="label">{active === 1 ? '1 person works here' : `${active} people work here`}</span>
        <button type="button" className="button first ml-auto" onClick={() => setOpen({ dialog: 'invite' })}>
          Invite somebody <kbd className="key">a</kbd>
        </button>
      </header>
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_300px] overflow-y-auto max-lg:grid-cols-1">
        <table className="w-full self-start">
          <thead>
            <tr className="border-b border-strong text-left text-sm text-second">
              {['Name', 'Role', 'Team', 'Sign-in', 'Last here', 'Open loads', ''].map((head) => (
                <th key={head} scope="col" className="px-2 py-1 font-normal first:pl-4">
                  {head || <span className="sr-only">Acts</span>}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {people.map((person) => (
              <PersonRow
                key={person.id}
                person={person}
                isMe={person.id === me}
                now={now}
                zone={zone}
                acting={acting}
                onChange={() => setOpen({ dialog: 'change', id: person.id })}
                onDeactivate={() => setOpen({ dialog: 'deactivate', id: person.id })}
              />
            ))}
          </tbody>
        </table>
        <RolesAndTeams roles={roles} teams={teams} acting={acting} onRole={(id) => setOpen({ dialog: 'role', id })} />
      </div>
      {open?.dialog === 'invite' && <InviteDialog roles={roles} teams={teams} onClose={close} />}
      {open?.dialog === 'change' && chosen && (
        <PersonDialog person={chosen} roles={roles} teams={teams} onClose={close} />
      )}
      {open?.dialog === 'deactivate' && chosen && <DeactivateDialog person={chosen} people={people} onClose={close} />}
      {open?.dialog === 'role' && <RoleDialog role={roles.find(({ id }) => id === open.id) ?? null} onClose={close} />}
    </main>
  )
}
