import { eq } from 'drizzle-orm'
import { z } from 'zod'
import type { Role } from '#core/access/access'
import { roleName } from '#core/access/access'
import { type Refusal, refusalWords } from '#core/decision/refusal'
import { personRefusals } from '#core/person/decide'
import type { PersonEvent } from '#core/person/events'
import { type PersonFacts, personFactsSchema, type RoleChoice, roleChoiceSchema } from '#core/person/person'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { type Creation, create, type Refused } from '#server/kernel/run'
import { ownRole, user } from '#server/schema'
import { sendLink } from './links'

export const invitationSchema = z.object({
  person: personFactsSchema,
  role: roleChoiceSchema,
  teamId: z.number().int().positive().nullable().default(null),
})
export type Invitation = z.output<typeof invitationSchema>

/** Whose email address or name somebody else has already; null where both are free. */
export function takenBy(db: Db, { mail, name }: PersonFacts, but: number | null): 'mail' | 'name' | null {
  const others = db
    .select({ id: user.id, mail: user.mail, name: user.name })
    .from(user)
    .all()
    .filter(({ id }) => id !== but)
  if (others.some((each) => each.mail === mail)) return 'mail'
  return others.some((each) => each.name.toLowerCase() === name.toLowerCase()) ? 'name' : null
}

/** The role that a form chose; null where it is gone. */
export function chosenRole(db: Db, { ready, ownRoleId }: RoleChoice): Role | null {
  if (ready) return ready
  return db.select().from(ownRole).where(eq(ownRole.id, ownRoleId!)).get() ?? null
}

/** What is kept of a chosen role: one of our own leaves the ready-made column at what it counts as. */
export const roleColumns = (choice: RoleChoice, role: Role) =>
  ({ role: typeof role === 'string' ? role : role.like, ownRoleId: choice.ownRoleId }) as const

interface Facts {
  taken: 'mail' | 'name' | null
  role: Role | null
}

const creation: Creation<'person', Facts, Invitation, PersonEvent> = {
  aggregate: 'person',
  read: (db, { person, role }) => ({ taken: takenBy(db, person, null), role: chosenRole(db, role) }),
  decide: ({ taken, role }, { person }) => {
    if (taken) return { refusal: { code: taken === 'mail' ? 'mail_taken' : 'name_taken', facts: {} } }
    if (!role) return { refusal: { code: 'no_such_role', facts: {} } }
    return { events: [{ kind: 'person_invited', role: roleName(role), to: person.mail }] }
  },
  insert: (db, { person, role: choice, teamId }, { role }, { now }) => {
    const { id } = db
      .insert(user)
      .values({ ...person, ...roleColumns(choice, role!), teamId, passwordHash: '', invitedAt: now })
      .returning({ id: user.id })
      .get()
    sendLink(db, id, 'invitation', now)
    return id
  },
  words: (refusal) => refusalWords(personRefusals, refusal as Refusal<keyof typeof personRefusals>),
}

/** Makes an account that nobody can sign in to yet, and emails the link that sets its password. */
export const invite = (db: Db, invitation: Invitation, act: Act): { id: number } | Refused =>
  create(db, creation, invitation, act)
