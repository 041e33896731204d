import { and, eq, isNull, ne, sql } from 'drizzle-orm'
import { roleName } from '#core/access/access'
import { personId } from '#core/access/actor'
import { type Refusal, refusalWords, refused } from '#core/decision/refusal'
import { decidePerson, type PersonCommand, type PersonKnown, personRefusals } from '#core/person/decide'
import type { PersonEvent } from '#core/person/events'
import { stateOf } from '#core/person/person'
import { endSessions } from '#server/access/sessions'
import type { Db } from '#server/db.server'
import { type Appliers, applyBy, type Subject } from '#server/kernel/run'
import { ownRole, passwordLink, recoveryCode, team, user } from '#server/schema'
import { sendLink } from './links'

/** What a command writes beside its events: decided values that the log does not keep. */
export type ServerCommand = PersonCommand & {
  columns?: Partial<typeof user.$inferInsert>
  /** The session that stays where others end. */
  keepSession?: string | null
}

/** An account as decisions look at it; null where there is none. */
export function readPerson(db: Db, id: number): PersonKnown | null {
  const row = db
    .select({ user, own: ownRole, team: team.name })
    .from(user)
    .leftJoin(ownRole, eq(ownRole.id, user.ownRoleId))
    .leftJoin(team, eq(team.id, user.teamId))
    .where(eq(user.id, id))
    .get()
  if (!row) return null
  return {
    id,
    name: row.user.name,
    mail: row.user.mail,
    phone: row.user.phone,
    state: stateOf(row.user),
    role: roleName(row.own ?? row.user.role),
    team: row.team ?? '',
    isAdministrator: row.own === null && row.user.role === 'administrator',
    otherAdministrators: administratorsBeside(db, id),
    hasSecondFactor: row.user.totpSecret !== '',
  }
}

const administratorsBeside = (db: Db, id: number): number =>
  db
    .select({ count: sql<number>`count(*)` })
    .from(user)
    .where(
      and(
        ne(user.id, id),
        eq(user.role, 'administrator'),
        isNull(user.ownRoleId),
        isNull(user.deactivatedAt),
        ne(user.passwordHash, ''),
      ),
    )
    .get()!.count

const writeColumns = (db: Db, id: number, _: PersonEvent, { command }: { command: ServerCommand }): void => {
  if (command.columns) db.update(user).set(command.columns).where(eq(user.id, id)).run()
}

const appliers: Appliers<PersonEvent, PersonKnown, ServerCommand, void> = {
  facts_changed: writeColumns,
  team_changed: writeColumns,
  second_factor_on: writeColumns,
  role_changed: (db, id, event, context) => {
    writeColumns(db, id, event, context)
    // What a session was opened for is not what it may do now.
    endSessions(db, id)
  },
  invitation_sent_again: (db, id, _, { now }) => sendLink(db, id, 'invitation', now),
  reset_requested: (db, id, _, { now }) => sendLink(db, id, 'reset', now),
  password_set: (db, id, event, context) => {
    writeColumns(db, id, event, context)
    db.update(passwordLink)
      .set({ usedAt: context.now })
      .where(and(eq(passwordLink.userId, id), isNull(passwordLink.usedAt)))
      .run()
    endSessions(db, id, { but: context.command.keepSession })
  },
  second_factor_off: (db, id) => {
    db.update(user).set({ totpSecret: '', totpStep: 0 }).where(eq(user.id, id)).run()
    db.delete(recoveryCode).where(eq(recoveryCode.userId, id)).run()
  },
  sessions_ended: (db, id) => void endSessions(db, id),
  deactivated: (db, id, _, { now }) => {
    db.update(user).set({ deactivatedAt: now }).where(eq(user.id, id)).run()
    endSessions(db, id)
  },
  reactivated: (db, id) => void db.update(user).set({ deactivatedAt: null }).where(eq(user.id, id)).run(),
}

/** Decisions about one account. */
export const personSubject: Subject<'person', PersonKnown, ServerCommand, PersonEvent> = {
  aggregate: 'person',
  read: readPerson,
  decide: (facts, command, { by }) => decidePerson(facts, command, personId(by)),
  apply: applyBy(appliers, undefined),
  words: (refusal) => refusalWords(personRefusals, refusal as Refusal<keyof typeof personRefusals>),
  missing: refused(personRefusals, 'no_such_person').refusal,
}
