import { and, asc, eq, inArray, max, sql } from 'drizzle-orm'
import isEqual from 'fast-deep-equal'
import { z } from 'zod'
import { decideRules, type RulesCommand, type RulesEvent, type RulesFacts } from '#core/customer/decide-rules'
import { customerRefusals } from '#core/customer/refusals'
import { refused } from '#core/decision/refusal'
import { type AnswerRule, answerRuleSchema, type TryOut } from '#core/tender/answer-rules'
import { customerRefusalWords, customerSubject } from '#server/customer/subject'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { type Appliers, applyBy, commandOf, type Outcome, outcome, run, type Subject } from '#server/kernel/run'
import { answeringRule, customer } from '#server/schema'
import { tryRules } from './rules'

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

type ServerCommand =
  | Exclude<RulesCommand, { kind: 'save_rule' }>
  | (RulesCommand & { kind: 'save_rule' } & { rule: AnswerRule })
type Row = typeof answeringRule.$inferSelect
type ServerFacts = RulesFacts & { rows: Row[] }

const appliers: Appliers<RulesEvent, ServerFacts, ServerCommand, void> = {
  rules_tried: (db, _, __, { command, now }) => {
    if (command.kind === 'rules_tried')
      db.update(answeringRule).set({ triedAt: now }).where(inArray(answeringRule.id, command.ruleIds)).run()
  },
  rule_added: (db, customerId, _, context) => {
    const last = db
      .select({ position: max(answeringRule.position) })
      .from(answeringRule)
      .where(eq(answeringRule.customerId, customerId))
      .get()
    db.insert(answeringRule)
      .values({
        ...changed(commandOf(context, 'save_rule').rule, context),
        customerId,
        position: (last?.position ?? 0) + 1,
      })
      .run()
  },
  rule_changed: (db, customerId, _, context) => {
    const { rule, ruleId } = commandOf(context, 'save_rule')
    db.update(answeringRule)
      .set({ ...changed(rule, context), version: sql`${answeringRule.version} + 1` })
      .where(and(eq(answeringRule.id, ruleId!), eq(answeringRule.customerId, customerId)))
      .run()
  },
  rule_switched: (db, _, { on }, context) => {
    const { ruleId } = commandOf(context, 'switch_rule')
    db.update(answeringRule).set({ on }).where(eq(answeringRule.id, ruleId)).run()
  },
  rule_moved: (db, _, __, context) => {
    const { ruleId, by } = commandOf(context, 'move_rule')
    const { rows } = context.facts
    const index = rows.findIndex((row) => row.id === ruleId)
    changePlaces(db, rows[index]!, rows[index + by]!)
  },
  rule_removed: (db, _, __, context) => {
    db.delete(answeringRule)
      .where(eq(answeringRule.id, commandOf(context, 'remove_rule').ruleId))
      .run()
  },
}

/** A changed rule is off until it was tried out. */
const changed = (rule: AnswerRule, { by, now }: Act) => ({
  rule,
  on: false,
  madeBy: by.name,
  madeAt: now,
  triedAt: null,
})

function changePlaces(db: Db, one: Row, other: Row): void {
  db.update(answeringRule).set({ position: other.position }).where(eq(answeringRule.id, one.id)).run()
  db.update(answeringRule).set({ position: one.position }).where(eq(answeringRule.id, other.id)).run()
}

/** Decisions about the rules that answer a customer's tenders. */
const rulesSubject: Subject<'customer', ServerFacts, ServerCommand, RulesEvent> = {
  aggregate: 'customer',
  read: (db, customerId) => {
    const rows = rulesOf(db, customerId)
    if (rows.length === 0 && !isCustomer(db, customerId)) return null
    return {
      rows,
      rules: rows.map(({ id, rule, on, triedAt }) => ({ id, name: rule.name, on, isTried: triedAt !== null })),
    }
  },
  decide: decideRules,
  apply: applyBy(appliers, undefined),
  words: customerRefusalWords,
  missing: customerSubject.missing,
}

/** Changes or tries out a customer's rules; a rule may be named without its customer. */
export function actOnRules(
  db: Db,
  asked: z.output<typeof rulesActSchema>,
  act: Act,
): { done: true; tried?: TryOut } | Exclude<Outcome, { done: true }> {
  switch (asked.intent) {
    case 'try':
      return tryOut(db, asked.customerId, asked.rules, act)
    case 'hold':
      return outcome(run(db, customerSubject, asked.customerId, { kind: 'set_hold', reason: asked.hold ?? '' }, act))
    case 'save': {
      const { ruleId, rule, customerId } = asked
      return outcome(run(db, rulesSubject, customerId, { kind: 'save_rule', ruleId, name: rule.name, rule }, act))
    }
    case 'switch':
      return ofRule(db, { kind: 'switch_rule', ruleId: asked.ruleId, on: asked.on }, act)
    case 'move':
      return ofRule(db, { kind: 'move_rule', ruleId: asked.ruleId, by: asked.by }, act)
    case 'remove':
      return ofRule(db, { kind: 'remove_rule', ruleId: asked.ruleId }, act)
  }
}

function ofRule(db: Db, command: ServerCommand & { ruleId: number }, act: Act): Outcome {
  const row = db
    .select({ customerId: answeringRule.customerId })
    .from(answeringRule)
    .where(eq(answeringRule.id, command.ruleId))
    .get()
  return row ? outcome(run(db, rulesSubject, row.customerId, command, act)) : refused(customerRefusals, 'no_such_rule')
}

/** Tries rules out on past tenders; those of them that are saved with the same conditions may be switched on from now on. */
function tryOut(db: Db, customerId: number, rules: readonly AnswerRule[], act: Act) {
  const ran = run(
    db,
    rulesSubject,
    customerId,
    ({ rows }): ServerCommand => ({ kind: 'rules_tried', ruleIds: sameAs(rows, rules) }),
    act,
  )
  return 'refusal' in ran ? ran : { done: true as const, tried: tryRules(db, customerId, rules, act.now) }
}

function sameAs(rows: readonly Row[], rules: readonly AnswerRule[]): number[] {
  return rows.filter((row) => rules.some((rule) => isEqual(row.rule, rule))).map((row) => row.id)
}

const rulesOf = (db: Db, customerId: number) =>
  db
    .select()
    .from(answeringRule)
    .where(eq(answeringRule.customerId, customerId))
    .orderBy(asc(answeringRule.position))
    .all()

const isCustomer = (db: Db, customerId: number): boolean =>
  db.select({ id: customer.id }).from(customer).where(eq(customer.id, customerId)).get() !== undefined
