import { asc, eq, sql } from 'drizzle-orm'
import { z } from 'zod'
import { type Permission, permissions, readyRoles } from '#core/access/access'
import { refused } from '#core/decision/refusal'
import { roleRefusals } from '#core/person/roles'
import { type Db, inTransaction } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import type { Outcome, Refused } from '#server/kernel/run'
import { ownRole, team, user } from '#server/schema'

export const ownRoleSchema = z.object({
  name: z.string().trim().min(2, 'Give the role a name').max(40, 'At most 40 characters'),
  like: z.enum(readyRoles),
  // Whoever is signed in reads loads: a role without that would be one that the pages do not keep.
  permissions: z
    .array(z.enum(permissions as [Permission, ...Permission[]]))
    .transform((chosen): Permission[] => [...new Set<Permission>(['see_loads', ...chosen])]),
})
export const teamNameSchema = z.string().trim().min(2, 'Give the team a name').max(40, 'At most 40 characters')

/** The brokerage's own roles with how many people have each. */
export const ownRoles = (db: Db) =>
  db
    .select({
      id: ownRole.id,
      name: ownRole.name,
      like: ownRole.like,
      permissions: ownRole.permissions,
      people: sql<number>`(select count(*) from user where user.own_role_id = own_role.id)`,
    })
    .from(ownRole)
    .orderBy(asc(ownRole.name))
    .all()

/** The teams with how many people are in each. */
export const teams = (db: Db) =>
  db
    .select({
      id: team.id,
      name: team.name,
      people: sql<number>`(select count(*) from user where user.team_id = team.id)`,
    })
    .from(team)
    .orderBy(asc(team.name))
    .all()

/** Makes or changes an own role (`id` null makes one); what it may do holds at once for everybody who has it. */
export function saveRole(
  db: Db,
  { id, ...role }: z.output<typeof ownRoleSchema> & { id: number | null },
  act: Act,
): Outcome {
  return inTransaction(db, () => {
    const same = ownRoles(db).find(({ name }) => name.toLowerCase() === role.name.toLowerCase())
    const isReady = (readyRoles as readonly string[]).includes(role.name.toLowerCase())
    if (isReady || (same && same.id !== id)) return refused(roleRefusals, 'name_taken', { name: role.name })
    const before = id === null ? null : ownRoles(db).find((each) => each.id === id)
    if (id !== null && !before) return refused(roleRefusals, 'no_such_role')
    if (id === null) db.insert(ownRole).values(role).run()
    else db.update(ownRole).set(role).where(eq(ownRole.id, id)).run()
    noteRoles(db, before ? `Role ${role.name} changed` : `Role ${role.name} added`, act)
    return { done: true }
  })
}

/** Removes an own role that nobody has. */
export function removeRole(db: Db, id: number, act: Act): Outcome {
  return inTransaction(db, () => {
    const role = ownRoles(db).find((each) => each.id === id)
    if (!role) return refused(roleRefusals, 'no_such_role')
    if (role.people > 0) return refused(roleRefusals, 'role_in_use', { people: role.people })
    db.delete(ownRole).where(eq(ownRole.id, id)).run()
    noteRoles(db, `Role ${role.name} removed`, act)
    return { done: true }
  })
}

/** Adds a team; its id. */
export function addTeam(db: Db, name: string, act: Act): { id: number } | Refused {
  return inTransaction(db, () => {
    if (teams(db).some((each) => each.name.toLowerCase() === name.toLowerCase()))
      return refused(roleRefusals, 'team_taken', { name })
    const { id } = db.insert(team).values({ name }).returning({ id: team.id }).get()
    noteRoles(db, `Team ${name} added`, act)
    return { id }
  })
}

/** Removes a team; its people are in none then. */
export function removeTeam(db: Db, id: number, act: Act): Outcome {
  return inTransaction(db, () => {
    const found = teams(db).find((each) => each.id === id)
    if (!found) return refused(roleRefusals, 'no_such_team')
    db.update(user).set({ teamId: null }).where(eq(user.teamId, id)).run()
    db.delete(team).where(eq(team.id, id)).run()
    noteRoles(db, `Team ${found.name} removed`, act)
    return { done: true }
  })
}

const noteRoles = (db: Db, what: string, act: Act): void =>
  recordEvent(db, 'office', 1, { kind: 'people_arranged', what }, act)
