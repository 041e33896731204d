import { and, asc, desc, eq, isNull, sql } from 'drizzle-orm'
import type { Actor } from '#core/access/actor'
import { answerBy } from '#core/tender/answer-rules'
import { addDays, day, dayOf, toInstant, toLocal } from '#core/time/local'
import { type Db, prepared } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { isMapped, type PartnerCode } from '#server/partner/codes'
import { answeringRule, customer, load, tenderNotice, user } from '#server/schema'
import { answerTender } from './answer'
import { findMisplacedCodes } from './misplaced-codes'
import type { Notice, TenderRow } from './rows'

const rulesQuery = prepared((db) =>
  db
    .select({ id: answeringRule.id, version: answeringRule.version, rule: answeringRule.rule })
    .from(answeringRule)
    .where(and(eq(answeringRule.customerId, sql.placeholder('customerId')), eq(answeringRule.on, true)))
    .orderBy(asc(answeringRule.position))
    .prepare(),
)
const holdQuery = prepared((db) =>
  db
    .select({ hold: customer.hold })
    .from(customer)
    .where(eq(customer.id, sql.placeholder('customerId')))
    .prepare(),
)

/** Lets the customer's rules answer a notice that just came; what they hand over says why. A change of an accepted load is always a person's. */
export function answerByRules(
  db: Db,
  notice: Notice,
  row: TenderRow,
  codes: readonly PartnerCode[],
  now: number,
): void {
  const { customerId } = notice
  if (customerId === null || (row.state === 'accepted' && row.loadId !== null)) return
  const rows = rulesQuery(db).all({ customerId })
  const rules = rows.map(({ rule }) => rule)
  if (rules.length === 0) return
  const held = holdQuery(db).get({ customerId })?.hold ?? null
  const countsWeeks = rules.some(({ week }) => week !== null)
  const answer = answerBy(rules, notice.facts, {
    at: now,
    takenThisWeek: countsWeeks ? takenInWeek(db, customerId, notice.facts.pickupAt ?? now) : 0,
    onHold: held !== null,
    unknownCodes: codes.filter((code) => !isMapped(code)).length,
    misplacedCodes: findMisplacedCodes(db, notice.tender, codes).length,
  })
  if (!answer.rule) return
  const ruleRow = rows.find(({ rule }) => rule === answer.rule)!
  const by: Actor = { kind: 'rule', id: ruleRow.id, name: answer.rule.name, version: ruleRow.version }
  const act = { now, by, repId: repFor(db, customerId) }
  const remark = (words: string) =>
    db
      .update(tenderNotice)
      .set({ remark: [notice.remark, words].filter(Boolean).join('. ') })
      .where(eq(tenderNotice.id, notice.id))
      .run()
  if (answer.verdict === 'hand_over')
    return void remark(
      answer.kept
        ? `“${answer.rule.name}” would accept it, but ${answer.kept}`
        : `Handed over by “${answer.rule.name}”`,
    )
  const outcome =
    answer.verdict === 'accept'
      ? answerTender(db, notice.id, { kind: 'accept', note: '' }, act)
      : answerTender(db, notice.id, { kind: 'decline', reasonCode: answer.rule.reasonCode ?? 'BG', note: '' }, act)
  if ('refusal' in outcome) remark(`“${answer.rule.name}” could not answer it: ${outcome.refusal.message}`)
}

/** The week of a day at the desk, by its Monday. */
export function weekOf(at: number, zone: string): string {
  const date = dayOf(toLocal(at, zone))
  return addDays(date, -((new Date(`${date}T00:00:00Z`).getUTCDay() + 6) % 7))
}

/** Nobody books farther ahead: loads made before need not be looked at. */
const longestAhead = 120 * day

// A cross join keeps the order: from the customer's own loads of late to their tenders, each by its index.
const takenQuery = prepared((db) =>
  db.$client
    .prepare<[{ customerId: number; madeSince: number; from: number; to: number }], number>(
      "select count(*) from load cross join tender on tender.load_id = load.id where load.customer_id = @customerId and load.created_at >= @madeSince and load.pickup_at >= @from and load.pickup_at < @to and tender.state = 'accepted'",
    )
    .pluck(),
)

/** How many tenders of a customer with a pickup in the week of `at` were accepted. */
function takenInWeek(db: Db, customerId: number, at: number): number {
  const { zone } = officeOf(db)
  const monday = weekOf(at, zone)
  const [from, to] = [monday, addDays(monday, 7)].map((date) => toInstant(`${date}T00:00`, zone)) as [number, number]
  return takenQuery(db).get({ customerId, madeSince: from - longestAhead, from, to }) ?? 0
}

/** Who a load belongs to that nobody took: the rep of the customer's last load. */
export function repFor(db: Db, customerId: number): number {
  const last = db
    .select({ repId: load.repId })
    .from(load)
    .innerJoin(user, and(eq(user.id, load.repId), isNull(user.deactivatedAt)))
    .where(eq(load.customerId, customerId))
    .orderBy(desc(load.createdAt))
    .limit(1)
    .get()
  const anybody =
    last ??
    db
      .select({ repId: user.id })
      .from(user)
      .where(and(eq(user.role, 'rep'), isNull(user.deactivatedAt)))
      .orderBy(asc(user.id))
      .limit(1)
      .get() ??
    db.select({ repId: user.id }).from(user).orderBy(asc(user.id)).limit(1).get()
  if (!anybody) throw new Error('There is nobody a load could belong to')
  return anybody.repId
}
