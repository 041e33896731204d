import { and, asc, eq, gte, inArray, max, sql } from 'drizzle-orm'
import { z } from 'zod'
import { type AnswerRule, answerRuleSchema, type PastTender, type TryOut, tryOut } from '#core/tender/answer-rules'
import { day } from '#core/time/local'
import { type Db, inTransaction } from '#server/db.server'
import { answeringRule, customer, load, tender, tenderNotice } from '#server/schema'
import { weekOf } from './by-rule'

const triedDays = 90

/** Customers that tender, each with its rules in their order. */
export function readRules(db: Db, customerId: number | null) {
  const tendering = db
    .selectDistinct({ id: customer.id, name: customer.name, hold: customer.hold })
    .from(tenderNotice)
    .innerJoin(customer, eq(customer.id, tenderNotice.customerId))
    .orderBy(asc(customer.name))
    .all()
  const chosen = tendering.find(({ id }) => id === customerId) ?? tendering[0] ?? null
  const counts = new Map<number, number>()
  for (const { customerId: of, on } of db
    .select({ customerId: answeringRule.customerId, on: answeringRule.on })
    .from(answeringRule)
    .all())
    if (on) counts.set(of, (counts.get(of) ?? 0) + 1)
  const rules = chosen
    ? db
        .select()
        .from(answeringRule)
        .where(eq(answeringRule.customerId, chosen.id))
        .orderBy(asc(answeringRule.position))
        .all()
    : []
  return { customers: tendering.map((each) => ({ ...each, rulesOn: counts.get(each.id) ?? 0 })), chosen, rules }
}

export type RulesPage = ReturnType<typeof readRules>

/** What became of a customer's tenders in the last ninety days. */
function pastTenders(db: Db, customerId: number, now: number): PastTender[] {
  return db
    .select({
      facts: tenderNotice.facts,
      receivedAt: tenderNotice.receivedAt,
      state: tenderNotice.state,
      sellMinor: load.sellMinor,
      payMinor: load.payMinor,
    })
    .from(tenderNotice)
    .innerJoin(tender, eq(tender.id, tenderNotice.tenderId))
    .leftJoin(load, eq(load.id, tender.loadId))
    .where(
      and(
        eq(tenderNotice.customerId, customerId),
        gte(tenderNotice.receivedAt, now - triedDays * day),
        eq(tenderNotice.purpose, 'original'),
        inArray(tenderNotice.state, ['accepted', 'declined', 'lapsed', 'withdrawn']),
      ),
    )
    .all()
    .map(({ facts, receivedAt, state, sellMinor, payMinor }) => ({
      facts,
      receivedAt,
      answered: state as PastTender['answered'],
      marginMinor: state === 'accepted' && sellMinor !== null && payMinor !== null ? sellMinor - payMinor : null,
    }))
}

/** Tries rules out on the last ninety days: what they would have answered, and what that would have left. */
export const tryRules = (db: Db, customerId: number, rules: readonly AnswerRule[], now: number): TryOut =>
  tryOut(rules, pastTenders(db, customerId, now), weekOf)

const id = z.number().int().positive()
export const rulesActSchema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('try'), customerId: id, rules: z.array(answerRuleSchema).max(30) }),
  z.object({ intent: z.literal('save'), customerId: id, ruleId: id.nullable(), rule: answerRuleSchema }),
  z.object({ intent: z.literal('switch'), ruleId: id, on: z.boolean() }),
  z.object({ intent: z.literal('move'), ruleId: id, by: z.union([z.literal(-1), z.literal(1)]) }),
  z.object({ intent: z.literal('remove'), ruleId: id }),
  z.object({ intent: z.literal('hold'), customerId: id, hold: z.string().trim().max(200).nullable() }),
])
export type RulesAct = z.input<typeof rulesActSchema>

type Outcome = { done: true; tried?: TryOut } | { refusal: { code: string; message: string } }
const noRule: Outcome = { refusal: { code: 'no_such_rule', message: 'There is no such rule.' } }

/** Changes a customer's rules. One is switched on only after it was tried out as it is; a changed one is off again. */
export function actOnRules(db: Db, act: z.output<typeof rulesActSchema>, by: string, now: number): Outcome {
  return inTransaction(db, (): Outcome => {
    switch (act.intent) {
      case 'try':
        markTried(db, act.customerId, act.rules, now)
        return { done: true, tried: tryRules(db, act.customerId, act.rules, now) }
      case 'save':
        return saveRule(db, act, by, now)
      case 'switch': {
        const row = ruleOf(db, act.ruleId)
        if (!row) return noRule
        if (act.on && row.triedAt === null)
          return { refusal: { code: 'not_tried', message: 'Try it out on the last ninety days first.' } }
        db.update(answeringRule).set({ on: act.on }).where(eq(answeringRule.id, act.ruleId)).run()
        return { done: true }
      }
      case 'move':
        return moveRule(db, act.ruleId, act.by)
      case 'remove':
        return db.delete(answeringRule).where(eq(answeringRule.id, act.ruleId)).run().changes > 0
          ? { done: true }
          : noRule
      case 'hold':
        return db
          .update(customer)
          .set({ hold: act.hold || null })
          .where(eq(customer.id, act.customerId))
          .run().changes > 0
          ? { done: true }
          : { refusal: { code: 'no_such_customer', message: 'There is no such customer.' } }
    }
  })
}

const ruleOf = (db: Db, ruleId: number) => db.select().from(answeringRule).where(eq(answeringRule.id, ruleId)).get()

/** Rules that were tried as they stand may be switched on. */
function markTried(db: Db, customerId: number, tried: readonly AnswerRule[], now: number): void {
  const words = new Set(tried.map((rule) => JSON.stringify(rule)))
  const rows = db
    .select()
    .from(answeringRule)
    .where(eq(answeringRule.customerId, customerId))
    .all()
    .filter(({ rule }) => words.has(JSON.stringify(answerRuleSchema.parse(rule))))
  if (rows.length > 0)
    db.update(answeringRule)
      .set({ triedAt: now })
      .where(
        inArray(
          answeringRule.id,
          rows.map((row) => row.id),
        ),
      )
      .run()
}

function saveRule(db: Db, act: z.output<typeof rulesActSchema> & { intent: 'save' }, by: string, now: number): Outcome {
  const made = { rule: act.rule, on: false, madeBy: by, madeAt: now, triedAt: null }
  if (act.ruleId !== null)
    return db
      .update(answeringRule)
      .set({ ...made, version: sql`${answeringRule.version} + 1` })
      .where(and(eq(answeringRule.id, act.ruleId), eq(answeringRule.customerId, act.customerId)))
      .run().changes > 0
      ? { done: true }
      : noRule
  const last =
    db
      .select({ position: max(answeringRule.position) })
      .from(answeringRule)
      .where(eq(answeringRule.customerId, act.customerId))
      .get()?.position ?? 0
  db.insert(answeringRule)
    .values({ ...made, customerId: act.customerId, position: last + 1 })
    .run()
  return { done: true }
}

function moveRule(db: Db, ruleId: number, by: -1 | 1): Outcome {
  const row = ruleOf(db, ruleId)
  if (!row) return noRule
  const rows = db
    .select()
    .from(answeringRule)
    .where(eq(answeringRule.customerId, row.customerId))
    .orderBy(asc(answeringRule.position))
    .all()
  const other = rows[rows.findIndex(({ id }) => id === ruleId) + by]
  if (!other) return { done: true }
  db.update(answeringRule).set({ position: other.position }).where(eq(answeringRule.id, row.id)).run()
  db.update(answeringRule).set({ position: row.position }).where(eq(answeringRule.id, other.id)).run()
  return { done: true }
}
