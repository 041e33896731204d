import { randomBytes, timingSafeEqual } from 'node:crypto'
import { z } from 'zod'
import { refused } from '#core/decision/refusal'
import { type Office, officeSchema } from '#core/office/office'
import { passwordProblem } from '#core/person/password'
import { personFactsSchema } from '#core/person/person'
import { setUpRefusals } from '#core/person/set-up'
import { needsSetUp } from '#server/access/people'
import { hashPassword } from '#server/access/sign-in'
import { strengthOf } from '#server/access/strength'
import { type Db, inTransaction } from '#server/db.server'
import { recordEvent } from '#server/event/event'
import type { Refused } from '#server/kernel/run'
import { saveOffice } from '#server/office/save'
import { user } from '#server/schema'

/** What the set-up page sends: who the brokerage is, and who runs it. */
export const setUpSchema = z.object({
  key: z.string().trim(),
  office: officeSchema,
  administrator: personFactsSchema,
  password: z.string(),
})
export type SetUp = z.output<typeof setUpSchema>

const held = globalThis as { oxSetUpKey?: string }

/** The key that opens the set-up page: another at every start, told in the log to whoever can read it. */
export function setUpKey(): string {
  held.oxSetUpKey ??= randomBytes(9).toString('base64url')
  return held.oxSetUpKey
}

const isKey = (given: string): boolean => {
  const [one, other] = [Buffer.from(given), Buffer.from(setUpKey())]
  return one.length === other.length && timingSafeEqual(one, other)
}

/** Sets the brokerage up with the key of the log: its settings and its first administrator, together or not at all. Returns the administrator's id. */
export async function setUpByKey(db: Db, { key, ...asked }: SetUp, now: number): Promise<{ userId: number } | Refused> {
  if (!needsSetUp(db)) return refused(setUpRefusals, 'done_already')
  if (!isKey(key)) return refused(setUpRefusals, 'wrong_key')
  const { name, mail } = asked.administrator
  const problem = passwordProblem(
    asked.password,
    strengthOf(asked.password, [name, mail, asked.office.name, 'oxpecker']),
  )
  if (problem) return refused(setUpRefusals, 'weak_password', { problem })
  return setUp(db, { ...asked, passwordHash: await hashPassword(asked.password) }, now)
}

/** Makes the first administrator and the first version of the settings in one transaction. */
export function setUp(
  db: Db,
  asked: { office: Office; administrator: SetUp['administrator']; passwordHash: string },
  now: number,
): { userId: number } | Refused {
  return inTransaction(db, () => {
    if (!needsSetUp(db)) return refused(setUpRefusals, 'done_already')
    const { administrator, passwordHash } = asked
    const { id } = db
      .insert(user)
      .values({ ...administrator, role: 'administrator', passwordHash })
      .returning({ id: user.id })
      .get()
    const act = { now, by: { kind: 'person' as const, id, name: administrator.name } }
    recordEvent(db, 'person', id, { kind: 'office_set_up' }, act)
    const saved = saveOffice(db, { office: asked.office, note: 'Set up', basedOn: 0 }, act)
    if ('refusal' in saved) throw new Error(`The first settings were refused: ${saved.refusal.message}`)
    return { userId: id }
  })
}
