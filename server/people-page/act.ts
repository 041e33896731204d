import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { roleName } from '#core/access/access'
import { person } from '#core/access/actor'
import { personFactsSchema, roleChoiceSchema } from '#core/person/person'
import { sessionsOf } from '#server/access/sessions'
import { requirePermission, type Viewer } from '#server/access/viewer'
import { type Db, inTransaction } from '#server/db.server'
import type { Act } from '#server/event/event'
import { type Outcome, outcome, type Refused, RefusedInside, run } from '#server/kernel/run'
import { chosenRole, invitationSchema, invite, roleColumns, takenBy } from '#server/person/invite'
import { addTeam, ownRoleSchema, removeRole, removeTeam, saveRole, teamNameSchema } from '#server/person/roles'
import { personSubject, type ServerCommand } from '#server/person/subject'
import { team, user } from '#server/schema'
import { handOver, openLoads } from './hand-over'

const id = z.number().int().positive()
const one = { userId: id }

/** Everything that an administrator does with people, roles and teams. */
export const peopleActSchema = z.discriminatedUnion('intent', [
  invitationSchema.extend({ intent: z.literal('invite') }),
  z.object({
    ...one,
    intent: z.literal('change'),
    person: personFactsSchema,
    role: roleChoiceSchema,
    teamId: id.nullable(),
  }),
  z.object({ ...one, intent: z.literal('invite_again') }),
  z.object({ ...one, intent: z.literal('send_reset') }),
  z.object({ ...one, intent: z.literal('deactivate'), heirId: id.nullable() }),
  z.object({ ...one, intent: z.literal('reactivate') }),
  z.object({ ...one, intent: z.literal('turn_off_second_factor') }),
  z.object({ ...one, intent: z.literal('end_sessions') }),
  ownRoleSchema.extend({ intent: z.literal('save_role'), id: id.nullable() }),
  z.object({ intent: z.literal('remove_role'), id }),
  z.object({ intent: z.literal('add_team'), name: teamNameSchema }),
  z.object({ intent: z.literal('remove_team'), id }),
])
export type PeopleAct = z.input<typeof peopleActSchema>

/** Carries out one act on people, roles or teams. */
export function actOnPeople(db: Db, act: z.output<typeof peopleActSchema>, viewer: Viewer, now: number): Outcome {
  requirePermission(viewer, 'manage_people')
  const who = { now, by: person(viewer) }
  switch (act.intent) {
    case 'invite':
      return done(invite(db, act, who))
    case 'change':
      return changePerson(db, act, who)
    case 'deactivate':
      return deactivate(db, act, who)
    case 'save_role':
      return saveRole(db, act, who)
    case 'remove_role':
      return removeRole(db, act.id, who)
    case 'add_team':
      return done(addTeam(db, act.name, who))
    case 'remove_team':
      return removeTeam(db, act.id, who)
    case 'end_sessions': {
      const count = sessionsOf(db, act.userId, null).length
      return outcome(run(db, personSubject, act.userId, { kind: 'end_sessions', count }, who))
    }
    default:
      return outcome(run(db, personSubject, act.userId, { kind: commandKinds[act.intent] }, who))
  }
}

const commandKinds = {
  invite_again: 'invite_again',
  send_reset: 'request_reset',
  reactivate: 'reactivate',
  turn_off_second_factor: 'turn_off_second_factor',
} as const

const done = (made: { id: number } | Refused): Outcome => ('refusal' in made ? made : { done: true })

type ChangeAct = z.output<typeof peopleActSchema> & { intent: 'change' }

/** Facts, role and team of one form, together or not at all. */
function changePerson(db: Db, act: ChangeAct, who: Act): Outcome {
  const role = chosenRole(db, act.role)
  const group = act.teamId === null ? null : db.select().from(team).where(eq(team.id, act.teamId)).get()
  const roleCommand = role && {
    name: roleName(role),
    isAdministrator: role === 'administrator',
  }
  const commands: ServerCommand[] = [
    { kind: 'change_facts', facts: act.person, taken: takenBy(db, act.person, act.userId), columns: act.person },
    { kind: 'set_role', role: roleCommand, columns: role ? roleColumns(act.role, role) : {} },
    { kind: 'set_team', team: group?.name ?? '', columns: { teamId: group?.id ?? null } },
  ]
  return together(db, () => {
    for (const command of commands) orRefuse(run(db, personSubject, act.userId, command, who))
  })
}

/** Hands the open loads over and ends the account in one step. */
function deactivate(db: Db, { userId, heirId }: { userId: number; heirId: number | null }, who: Act): Outcome {
  return together(db, () => {
    const heir = heirOf(db, heirId, userId)
    const open = openLoads(db).get(userId) ?? 0
    orRefuse(run(db, personSubject, userId, { kind: 'deactivate', openLoads: open, heir }, who))
    if (heir) handOver(db, userId, heir, who)
  })
}

function heirOf(db: Db, heirId: number | null, userId: number): { id: number; name: string } | null {
  if (heirId === null || heirId === userId) return null
  const row = db.select().from(user).where(eq(user.id, heirId)).get()
  return row && row.deactivatedAt === null && row.passwordHash !== '' ? { id: row.id, name: row.name } : null
}

/** Several commands in one transaction: the first refusal takes all of them back. */
function together(db: Db, work: () => void): Outcome {
  try {
    inTransaction(db, work)
    return { done: true }
  } catch (thrown) {
    if (thrown instanceof RefusedInside) return thrown.refused
    throw thrown
  }
}

function orRefuse(ran: object): void {
  if ('refusal' in ran) throw new RefusedInside(ran as Refused)
}
