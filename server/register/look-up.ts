import { and, asc, eq, gte, like, lt } from 'drizzle-orm'
import { refused } from '#core/decision/refusal'
import { registerRefusals } from '#core/register/refusals'
import { type RegisterRecord, registerRecordSchema } from '#core/register/register'
import { connectionOf, notConnected } from '#server/connection/connections'
import { type Db, inTransaction } from '#server/db.server'
import { askOutside, OutsideProblem } from '#server/http/outside'
import { logger } from '#server/log/logger'
import { registerRecord } from '#server/schema'
import { recordOf, storeRecord } from './store'

const answerTimeout = 3_000
const largestAnswer = 512 * 1024

export type LookUp =
  | { record: RegisterRecord; confirmedAt: number; fresh: boolean; problem: string | null }
  | { refusal: { code: keyof typeof registerRefusals; message: string } }

/** Reads what was typed as a number: `MC 700037`, `DOT 2400053`, `700037`; null where it is none. Without a word before it both are tried. */
export function readNumber(typed: string): { kind: 'mc' | 'dot' | 'either'; number: string } | null {
  const match = /^\s*(mc|dot|usdot)?\s*[-#:]?\s*0*(\d{1,9})\s*$/i.exec(typed)
  if (!match) return null
  const number = match[2]!
  if (!match[1]) return { kind: 'either', number }
  return { kind: match[1].toLowerCase() === 'mc' ? 'mc' : 'dot', number }
}

/**
 * Asks the register for one carrier and keeps the answer. Where it is silent or talks nonsense, what it last sent is
 * given, marked as not fresh.
 */
export async function lookUp(db: Db, typed: string, clock: () => number = Date.now): Promise<LookUp> {
  const asked = readNumber(typed)
  if (!asked) return refused(registerRefusals, 'no_number')
  const kinds = asked.kind === 'either' ? (['mc', 'dot'] as const) : [asked.kind]
  const answers = await Promise.all(kinds.map((kind) => ask(db, kind, asked.number)))
  const record = answers.flatMap((answer) => ('record' in answer ? [answer.record] : []))[0]
  const problem = answers.flatMap((answer) => ('problem' in answer ? [answer.problem] : []))[0] ?? null
  if (record) {
    const now = clock()
    inTransaction(db, () => storeRecord(db, record, { changedAt: now, confirmedAt: now }))
    return { record, confirmedAt: now, fresh: true, problem: null }
  }
  const known = kinds.flatMap((kind) => knownByNumber(db, kind, asked.number))[0]
  if (known && problem) return { record: known.record, confirmedAt: known.confirmedAt, fresh: false, problem }
  if (problem) return refused(registerRefusals, 'register_silent', { problem })
  const kind = asked.kind === 'either' ? 'MC or DOT' : asked.kind.toUpperCase()
  return refused(registerRefusals, 'not_in_register', { number: `${kind} ${asked.number}` })
}

const knownByNumber = (db: Db, kind: 'mc' | 'dot', number: string) =>
  db
    .select()
    .from(registerRecord)
    .where(eq(kind === 'mc' ? registerRecord.mcNumber : registerRecord.dotNumber, number))
    .limit(1)
    .all()

async function ask(
  db: Db,
  kind: 'mc' | 'dot',
  number: string,
): Promise<{ record: RegisterRecord } | { problem: string } | { none: true }> {
  const connected = connectionOf(db, 'register')
  if (!connected) return { problem: notConnected('register') }
  const path = `/carriers/${kind}/${number}`
  try {
    const answer = await askOutside(`${connected.url}${path}`, {
      timeoutMs: answerTimeout,
      maxBytes: largestAnswer,
      allowPrivate: true,
      headers: { accept: 'application/json' },
    })
    if (answer.status === 404) return { none: true }
    if (answer.status !== 200) return { problem: `it answered ${answer.status}` }
    const parsed = registerRecordSchema.safeParse(JSON.parse(answer.body.toString('utf8')))
    if (!parsed.success) return { problem: 'its answer makes no sense' }
    return (kind === 'dot' ? parsed.data.dotNumber : parsed.data.mcNumber) === number
      ? { record: parsed.data }
      : { problem: 'it told of another carrier' }
  } catch (error) {
    logger().warn({ err: error, path }, 'the register did not answer')
    return { problem: problemWords(error) }
  }
}

const faultOf = (error: unknown) => (error instanceof OutsideProblem ? error.code : null)

/** Asks again for a carrier of ours; whether the register answered. */
export async function refresh(db: Db, dotNumber: string, clock: () => number = Date.now): Promise<boolean> {
  const answer = await ask(db, 'dot', dotNumber)
  if (!('record' in answer)) return false
  const now = clock()
  inTransaction(db, () =>
    storeRecord(db, answer.record, { changedAt: recordOf(db, dotNumber)?.changedAt ?? now, confirmedAt: now }),
  )
  return true
}

const shown = {
  id: registerRecord.dotNumber,
  name: registerRecord.name,
  dotNumber: registerRecord.dotNumber,
  mcNumber: registerRecord.mcNumber,
  city: registerRecord.city,
  region: registerRecord.region,
  mayCarry: registerRecord.mayCarry,
}
const most = 10

/** Carriers of the register by the beginning of their name, then by any word of it, or by number; from what its feed has sent. */
export function findInRegister(db: Db, typed: string) {
  const number = readNumber(typed)
  if (number) {
    const kinds = number.kind === 'either' ? (['mc', 'dot'] as const) : [number.kind]
    return kinds.flatMap((kind) => {
      const column = kind === 'mc' ? registerRecord.mcNumber : registerRecord.dotNumber
      return db
        .select(shown)
        .from(registerRecord)
        .where(and(gte(column, number.number), lt(column, `${number.number}:`)))
        .orderBy(asc(column))
        .limit(most / 2)
        .all()
    })
  }
  const words = typed.trim().toLowerCase().replace(/[%_]/g, '')
  if (words.length < 2) return []
  const first = db
    .select(shown)
    .from(registerRecord)
    .where(and(gte(registerRecord.search, words), lt(registerRecord.search, `${words}\uffff`)))
    .orderBy(asc(registerRecord.search))
    .limit(most)
    .all()
  if (first.length === most) return first
  const later = db
    .select(shown)
    .from(registerRecord)
    .where(like(registerRecord.search, `% ${words}%`))
    .limit(most)
    .all()
  return [...first, ...later.filter((row) => !first.some((seen) => seen.id === row.id))].slice(0, most)
}

function problemWords(error: unknown): string {
  const fault = faultOf(error)
  if (error instanceof SyntaxError || fault === 'too_large') return 'its answer makes no sense'
  return fault === 'too_slow' ? `no answer in ${answerTimeout / 1000} s` : 'it cannot be reached'
}
