import { eq, inArray } from 'drizzle-orm'
import type { MailFacts } from '#core/mail/mail'
import { truckOfMail } from '#core/truck/from-mail'
import type { TruckFacts } from '#core/truck/truck'
import type { Db } from '#server/db.server'
import { noteUnlogged } from '#server/event/event'
import { officeOf } from '#server/office/office'
import { knownTruck, mailFacts } from '#server/schema'
import { keepTruck, proposeTrucks, type Saying } from './keep'

interface Letter {
  messageId: number
  sender: string
  carrier: { id: number; name: string } | null
  /** Whether its address is on file for the carrier, and its server says that it is really from there. */
  isProven: boolean
}

/** The name of the rule that takes facts of an email without a person. */
const ruleName = 'email of an address on file'

/**
 * Keeps what was read from an email: its facts beside it, its trucks as proposals; those that are surer than the office asks for, of a sender
 * that is proven, count at once and say so. In the transaction that keeps the email. Returns how many count already.
 */
export function keepMailFacts(
  db: Db,
  facts: MailFacts,
  { messageId, sender, carrier, isProven }: Letter,
  now: number,
): number {
  if (facts.trucks.length + facts.offers.length + facts.warnings.length === 0) return 0
  db.insert(mailFacts).values({ messageId, facts }).run()
  const least = officeOf(db).running.factsTakenFromPercent / 100
  let taken = 0
  const proposed: { facts: TruckFacts; saying: Saying }[] = []
  for (const [factAt, each] of facts.trucks.entries()) {
    const truck = truckOfMail(each)
    if (!truck) continue
    const { confidence } = truck
    const saying = {
      carrierId: carrier?.id ?? null,
      saidBy: carrier?.name ?? sender,
      source: 'mail' as const,
      messageId,
      factAt,
      confidence,
    }
    if (!(isProven && carrier && confidence >= least && facts.warnings.length === 0)) {
      proposed.push({ facts: truck.facts, saying })
      continue
    }
    keepTruck(db, truck.facts, saying, { now, by: { kind: 'system', id: null, name: ruleName } })
    taken += 1
  }
  proposeTrucks(db, proposed, now)
  noteUnlogged(db, 'floor', null, 'truck')
  return taken
}

/** What was read from these emails, by their number: the facts with their places in the text, and the trucks as they stand now. */
export function factsOfMails(db: Db, messageIds: readonly number[]) {
  const ids = [...messageIds]
  const facts = db.select().from(mailFacts).where(inArray(mailFacts.messageId, ids)).all()
  const trucks = db.select().from(knownTruck).where(inArray(knownTruck.messageId, ids)).all()
  return new Map(
    facts.map((row) => [
      row.messageId,
      { facts: row.facts, trucks: trucks.filter(({ messageId }) => messageId === row.messageId) },
    ]),
  )
}
export type MailReading = NonNullable<ReturnType<ReturnType<typeof factsOfMails>['get']>>

/** The trucks of an email that nobody has decided on. */
export const proposedOf = (db: Db, messageId: number) =>
  db
    .select()
    .from(knownTruck)
    .where(eq(knownTruck.messageId, messageId))
    .all()
    .filter(({ state }) => state === 'proposed')
