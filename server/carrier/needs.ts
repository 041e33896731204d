import { and, desc, eq, gt, isNotNull, isNull, sql } from 'drizzle-orm'
import { booked } from '#core/load/states'
import type { Db } from '#server/db.server'
import { feedState } from '#server/register/feed'
import { carrier, carrierDocument, event, gateAlert, load, mailFacts, message, payee } from '#server/schema'
import { inSql } from '#server/schema/state-sql'

const listed = 60

/** What waits for a person: awards the gate would no longer pass, policies that end before deliveries that are booked, documents to look at, documents missing for carriers in use, payees to approve, email that asks for another account. */
export function readNeeds(db: Db, now: number) {
  return {
    alerts: db
      .select({
        loadId: load.id,
        number: load.number,
        carrierId: carrier.id,
        carrierName: carrier.name,
        reasons: gateAlert.reasons,
        raisedAt: gateAlert.raisedAt,
        pickupAt: load.pickupAt,
        zone: load.originZone,
      })
      .from(gateAlert)
      .innerJoin(load, eq(load.id, gateAlert.loadId))
      .innerJoin(carrier, eq(carrier.id, gateAlert.carrierId))
      .where(isNull(gateAlert.endedAt))
      .orderBy(load.pickupAt)
      .limit(listed)
      .all(),
    lapsing: lapsing(db, now),
    payees: db
      .select({
        id: payee.id,
        carrierId: carrier.id,
        carrierName: carrier.name,
        name: payee.name,
        kind: payee.kind,
        accountEnd: payee.accountEnd,
        askedBy: payee.askedBy,
        askedAt: payee.askedAt,
      })
      .from(payee)
      .innerJoin(carrier, eq(carrier.id, payee.carrierId))
      .where(eq(payee.state, 'waiting'))
      .orderBy(payee.askedAt)
      .limit(listed)
      .all(),
    documents: db
      .select({
        id: carrierDocument.id,
        carrierId: carrier.id,
        carrierName: carrier.name,
        kind: carrierDocument.kind,
        fileName: carrierDocument.fileName,
        receivedAt: carrierDocument.receivedAt,
        receivedFrom: carrierDocument.receivedFrom,
      })
      .from(carrierDocument)
      .innerJoin(carrier, eq(carrier.id, carrierDocument.carrierId))
      .where(eq(carrierDocument.state, 'waiting'))
      .orderBy(carrierDocument.receivedAt)
      .limit(listed)
      .all(),
    missing: missing(db, now),
    letters: warnedLetters(db),
  }
}
export type Needs = ReturnType<typeof readNeeds>

/** Booked deliveries that come after the last day of a certificate, none newer on file. */
function lapsing(db: Db, now: number) {
  return db.$client
    .prepare(
      `select carrier.id carrierId, carrier.name carrierName, carrier.mail, policy.kind, max(policy.expires_on) expiresOn, load.id loadId, load.number, load.deliver_by deliverBy, load.dest_zone destZone
       from load join carrier on carrier.id = load.carrier_id join policy on policy.carrier_id = carrier.id
       where load.state in (${inSql(booked)}) and load.practice = 0 and load.pickup_at > @since
       group by load.id, policy.kind having max(policy.expires_on) <= date(load.deliver_by / 1000, 'unixepoch', '+3 days') order by max(policy.expires_on), load.deliver_by limit ${listed}`,
    )
    .all({ since: now - 14 * 86_400_000 }) as {
    carrierId: number
    carrierName: string
    mail: string
    kind: 'liability' | 'cargo' | 'refrigeration'
    expiresOn: string
    loadId: number
    number: string
    deliverBy: number
    destZone: string
  }[]
}

/** Carriers with open offers or loads of ours that lack a W-9 or the agreement. */
function missing(db: Db, now: number) {
  return db.$client
    .prepare(
      `select carrier.id carrierId, carrier.name carrierName, carrier.mail,
         not exists (select 1 from carrier_document where carrier_document.carrier_id = carrier.id and carrier_document.kind = 'w9' and carrier_document.state = 'checked') w9,
         not exists (select 1 from carrier_document where carrier_document.carrier_id = carrier.id and carrier_document.kind = 'agreement' and carrier_document.state = 'checked') agreement,
         (select max(asked_at) from carrier_link where carrier_link.carrier_id = carrier.id and revoked_at is null and expires_at > @now) askedAt
       from carrier where (exists (select 1 from offer join load on load.id = offer.load_id where offer.carrier_id = carrier.id and offer.state = 'open' and load.state = 'uncovered')
         or carrier.added_at > @since) and (w9 or agreement) order by carrier.name limit ${listed}`,
    )
    .all({ now, since: now - 14 * 86_400_000 }) as {
    carrierId: number
    carrierName: string
    mail: string
    w9: number
    agreement: number
    askedAt: number | null
  }[]
}

/** Email that nobody has read yet and that asks for what thieves ask first: another account, a sign-in. */
function warnedLetters(db: Db) {
  const rows = db
    .select({
      ...{ id: message.id, sender: message.sender, subject: message.subject, receivedAt: message.receivedAt },
      ...{ carrierId: carrier.id, carrierName: carrier.name, facts: mailFacts.facts },
    })
    .from(message)
    .innerJoin(mailFacts, eq(mailFacts.messageId, message.id))
    .leftJoin(carrier, eq(carrier.id, message.carrierId))
    .where(
      and(isNull(message.loadId), isNull(message.readAt), sql`json_array_length(${mailFacts.facts}, '$.warnings') > 0`),
    )
    .orderBy(desc(message.id))
    .limit(listed)
    .all()
  return rows.map(({ facts, ...row }) => ({ ...row, warnings: facts.warnings.map(({ value }) => value) }))
}

const dayLong = 86_400_000

/** What changed with our carriers since a moment: facts of the register that took another's place, and verdicts. */
export function readRecentChanges(db: Db, now: number) {
  const since = now - dayLong
  const changes = db.$client
    .prepare(
      `select fact.id, carrier.id carrierId, carrier.name carrierName, carrier.verdict, fact.field, fact.source, fact.value, fact.seen_at seenAt, before.value before
       from fact join fact before on before.carrier_id = fact.carrier_id and before.field = fact.field and before.source = fact.source and before.ended_at = fact.seen_at
       join carrier on carrier.id = fact.carrier_id where fact.seen_at > @since order by fact.seen_at desc limit ${listed}`,
    )
    .all({ since }) as {
    id: number
    carrierId: number
    carrierName: string
    verdict: 'clear' | 'caution' | 'stop' | null
    field: string
    source: string
    value: string
    seenAt: number
    before: string
  }[]
  const verdicts = db
    .select({
      id: event.id,
      at: event.at,
      carrierId: carrier.id,
      carrierName: carrier.name,
      data: event.data,
    })
    .from(event)
    .innerJoin(carrier, eq(carrier.id, event.aggregateId))
    .where(
      and(
        eq(event.kind, 'verdict_changed'),
        eq(event.aggregate, 'carrier'),
        gt(event.at, since),
        isNotNull(carrier.verdict),
      ),
    )
    .orderBy(desc(event.at))
    .limit(listed)
    .all()
    .map(({ data, ...row }) => ({
      ...row,
      ...(data as { from: 'clear' | 'caution' | 'stop'; to: 'clear' | 'caution' | 'stop'; reasons: string[] }),
    }))
  return { changes, verdicts, feed: feedState(db) }
}
export type RecentChanges = ReturnType<typeof readRecentChanges>
