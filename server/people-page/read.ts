import { asc, sql } from 'drizzle-orm'
import { roleName } from '#core/access/access'
import { stateOf } from '#core/person/person'
import type { Db } from '#server/db.server'
import { invitationUrl } from '#server/person/links'
import { ownRoles, teams } from '#server/person/roles'
import { user } from '#server/schema'
import { openLoads } from './hand-over'

const newestSession = sql<number | null>`(select max(seen_at) from session where session.user_id = user.id)`

/** Everybody with an account, with the roles and teams there are: those who work here first. */
export function readPeople(db: Db, now: number) {
  const roles = ownRoles(db)
  const groups = teams(db)
  const open = openLoads(db)
  const people = db
    .select({
      id: user.id,
      name: user.name,
      mail: user.mail,
      phone: user.phone,
      role: user.role,
      ownRoleId: user.ownRoleId,
      teamId: user.teamId,
      passwordHash: user.passwordHash,
      deactivatedAt: user.deactivatedAt,
      hasSecondFactor: sql<boolean>`${user.totpSecret} <> ''`.mapWith(Boolean),
      seenAt: newestSession,
    })
    .from(user)
    .orderBy(sql`${user.deactivatedAt} is not null`, asc(user.name))
    .all()
    .map(({ passwordHash, deactivatedAt, role, ownRoleId, ...person }) => {
      const state = stateOf({ passwordHash, deactivatedAt })
      const own = roles.find(({ id }) => id === ownRoleId)
      return {
        ...person,
        state,
        roleChoice: own ? `own:${own.id}` : role,
        roleName: roleName(own ?? role),
        team: groups.find(({ id }) => id === person.teamId)?.name ?? '',
        openLoads: open.get(person.id) ?? 0,
        invitationUrl: state === 'invited' ? invitationUrl(db, person.id, now) : null,
      }
    })
  return { people, roles, teams: groups }
}
export type ListedPerson = ReturnType<typeof readPeople>['people'][number]
