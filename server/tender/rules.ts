import { and, asc, eq, gte, inArray } from 'drizzle-orm'
import { type AnswerRule, type PastTender, type TryOut, tryOut } from '#core/tender/answer-rules'
import { day } from '#core/time/local'
import type { Db } from '#server/db.server'
import { officeOf } from '#server/office/office'
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
export const tryRules = (db: Db, customerId: number, rules: readonly AnswerRule[], now: number): TryOut => {
  const { zone } = officeOf(db)
  return tryOut(rules, pastTenders(db, customerId, now), (at) => weekOf(at, zone))
}
