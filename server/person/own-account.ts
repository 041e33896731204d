import { eq } from 'drizzle-orm'
import { person } from '#core/access/actor'
import { refused } from '#core/decision/refusal'
import { personRefusals } from '#core/person/decide'
import { passwordProblem } from '#core/person/password'
import type { PersonFacts } from '#core/person/person'
import { deviceWords } from '#server/access/device'
import { newRecoveryCodes, stepOfCode } from '#server/access/second-factor'
import { hashPassword, isPassword } from '#server/access/sign-in'
import type { LinkRefused } from '#server/access/signed-link'
import { strengthOf } from '#server/access/strength'
import { type Db, inTransaction } from '#server/db.server'
import { recordEvent } from '#server/event/event'
import { type Outcome, outcome, type Refused, run } from '#server/kernel/run'
import { officeOf } from '#server/office/office'
import { enqueue } from '#server/outbox/outbox'
import { session, user } from '#server/schema'
import { takenBy } from './invite'
import { openPasswordLink } from './links'
import { personSubject } from './subject'

/** What is wrong with a password for this account; null where it can be used. */
export const problemOfPassword = (db: Db, password: string, who: { name: string; mail: string }): string | null =>
  passwordProblem(password, strengthOf(password, [who.name, who.mail, officeOf(db).name, 'oxpecker']))

/** Sets the password that a link is for; the link and every session of before end. */
export async function setPasswordByLink(
  db: Db,
  token: string,
  password: string,
  now: number,
): Promise<{ userId: number } | Refused | LinkRefused> {
  const opened = openPasswordLink(db, token, now)
  if ('refusal' in opened) return opened
  const problem = problemOfPassword(db, password, opened)
  if (problem) return refused(personRefusals, 'weak_password', { problem })
  const columns = { passwordHash: await hashPassword(password) }
  return inTransaction(db, () => {
    // Looked at again: while the password was hashed, the same link may have been used.
    if ('refusal' in openPasswordLink(db, token, now)) return refused(personRefusals, 'link_used')
    const act = { now, by: person({ id: opened.userId, name: opened.name }) }
    const ran = run(db, personSubject, opened.userId, { kind: 'set_password', by: opened.kind, columns }, act)
    return 'refusal' in ran ? ran : { userId: opened.userId }
  })
}

/** Changes one's own password, with the present one; other sessions end. */
export async function changePassword(
  db: Db,
  who: { id: number; name: string; mail: string },
  asked: { present: string; password: string; keepSession: string | null },
  now: number,
): Promise<Outcome> {
  if (!(await isOwnPassword(db, who.id, asked.present))) return refused(personRefusals, 'wrong_password')
  const problem = problemOfPassword(db, asked.password, who)
  if (problem) return refused(personRefusals, 'weak_password', { problem })
  const columns = { passwordHash: await hashPassword(asked.password) }
  const { keepSession } = asked
  const act = { now, by: person(who) }
  return outcome(run(db, personSubject, who.id, { kind: 'set_password', by: 'change', columns, keepSession }, act))
}

/** Asks for a new password by email. What is answered does not tell whether there is such an account. */
export function requestReset(db: Db, mail: string, now: number): void {
  const row = db.select().from(user).where(eq(user.mail, mail.trim().toLowerCase())).get()
  if (row) run(db, personSubject, row.id, { kind: 'request_reset' }, { now, by: person(row) })
}

/** Turns on the authenticator app by a code it shows; returns the recovery codes, which are shown this once. */
export function turnOnSecondFactor(
  db: Db,
  who: { id: number; name: string },
  { secret, code }: { secret: string; code: string },
  now: number,
): { codes: string[] } | Refused {
  const step = stepOfCode(secret, code, now)
  return inTransaction(db, () => {
    const columns = { totpSecret: secret, totpStep: step ?? 0 }
    const command = { kind: 'turn_on_second_factor' as const, isCodeRight: step !== null, columns }
    const ran = run(db, personSubject, who.id, command, { now, by: person(who) })
    return 'refusal' in ran ? ran : { codes: newRecoveryCodes(db, who.id) }
  })
}

/**
 * Changes one's own name, address or phone. Another address takes the present password: links for a new password go there, so a browser left
 * open would be enough to take the account over.
 */
export async function changeOwnFacts(
  db: Db,
  who: { id: number; name: string; mail: string },
  asked: { person: PersonFacts; present: string },
  now: number,
): Promise<Outcome> {
  if (asked.person.mail !== who.mail && !(await isOwnPassword(db, who.id, asked.present)))
    return refused(personRefusals, 'wrong_password')
  const { person: facts } = asked
  const command = { kind: 'change_facts' as const, facts, taken: takenBy(db, facts, who.id), columns: facts }
  return outcome(run(db, personSubject, who.id, command, { now, by: person(who) }))
}

/** Turns the authenticator app off, with the present password. */
export async function turnOffSecondFactor(
  db: Db,
  who: { id: number; name: string },
  present: string,
  now: number,
): Promise<Outcome> {
  if (!(await isOwnPassword(db, who.id, present))) return refused(personRefusals, 'wrong_password')
  return outcome(run(db, personSubject, who.id, { kind: 'turn_off_second_factor' }, { now, by: person(who) }))
}

/** Ten new recovery codes in place of those before, with the present password. */
export async function renewRecoveryCodes(
  db: Db,
  who: { id: number },
  present: string,
): Promise<{ codes: string[] } | Refused> {
  if (!(await isOwnPassword(db, who.id, present))) return refused(personRefusals, 'wrong_password')
  return inTransaction(db, () => ({ codes: newRecoveryCodes(db, who.id) }))
}

async function isOwnPassword(db: Db, userId: number, password: string): Promise<boolean> {
  const row = db.select({ hash: user.passwordHash }).from(user).where(eq(user.id, userId)).get()
  return row !== undefined && isPassword(row.hash, password)
}

/** Writes to somebody that their account was signed in from a browser that has not signed in to it before; their very first sign-in is no news. */
export function alertIfNewDevice(
  db: Db,
  userId: number,
  from: { device: string | null; userAgent: string | null },
  now: number,
): void {
  if (from.device?.startsWith(`${userId}:`)) return
  const who = db.select({ id: user.id, name: user.name }).from(user).where(eq(user.id, userId)).get()
  if (!who || !hasSignedInBefore(db, userId)) return
  const device = deviceWords(from.userAgent ?? '')
  inTransaction(db, () => {
    recordEvent(db, 'person', who.id, { kind: 'signed_in_elsewhere', device }, { now, by: person(who) })
    const payload = { userId: who.id, device, at: now }
    enqueue(db, { kind: 'person_mail', stream: `person-${who.id}`, loadId: null, payload }, now)
  })
}

/** Whether another session than the one just opened is known: a first sign-in comes from a new device in any case. */
const hasSignedInBefore = (db: Db, userId: number): boolean =>
  db.select({ hash: session.tokenHash }).from(session).where(eq(session.userId, userId)).limit(2).all().length > 1
