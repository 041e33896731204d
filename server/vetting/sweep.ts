import { system } from '#core/access/actor'
import { LinkIndex } from '#core/carrier-links/carrier-link-index'
import { type LinkFact, maxTellingHolders } from '#core/carrier-links/carrier-links'
import { sharedFacts } from '#core/carrier-links/shared'
import { booked, pickedUp } from '#core/load/states'
import { dayOf, toLocal } from '#core/time/local'
import type { VettingPolicy } from '#core/vetting/policy'
import { type Verdict, vet } from '#core/vetting/vetting'
import { type Db, inTransaction, prepared } from '#server/db.server'
import { recordEvent } from '#server/event/event'
import { officeOf } from '#server/office/office'
import { inSql } from '#server/schema/state-sql'
import { carriersToVet, type SharedOf } from './carriers-to-vet'
import { currentPolicy } from './policy'

const rule = system('vetting')
/** Carriers vetted between two writes: others wait for the database no longer than that. */
const atOnce = 500

/** Vets carriers by themselves and keeps how they stand; a changed verdict is a line of the carrier's log. In the caller's transaction. */
export function keepVerdicts(
  db: Db,
  carrierIds: number[],
  now: number,
  sharedOf?: SharedOf,
  policy: VettingPolicy = currentPolicy(db),
): Map<number, Verdict> {
  const today = dayOf(toLocal(now, officeOf(db).zone))
  const verdicts = new Map(
    [...carriersToVet(db, carrierIds, null, now, undefined, sharedOf)].map(([id, facts]) => [
      id,
      vet({ carrier: facts, load: null, today }, policy),
    ]),
  )
  const before = new Map(standingOf(db, carrierIds).map((row) => [row.id, row]))
  const stands: { id: number; verdict: string; reasons: string }[] = []
  for (const [id, verdict] of verdicts) {
    const reasons = verdict.reasons.map(({ code, severity, message }) => ({ code, severity, message }))
    const was = before.get(id)
    const json = JSON.stringify(reasons)
    // Rows that stand as they did are not written again: at night that is nearly all of fifty thousand.
    if (was?.verdict === verdict.verdict && was.reasons === json) continue
    stands.push({ id, verdict: verdict.verdict, reasons: json })
    const sameFaults = was?.verdict === verdict.verdict && codesOf(JSON.parse(was.reasons)) === codesOf(reasons)
    if (was?.verdict && !sameFaults)
      recordEvent(
        db,
        'carrier',
        id,
        {
          kind: 'verdict_changed',
          from: was.verdict,
          to: verdict.verdict,
          reasons: reasons.map(({ message }) => message),
          policyVersion: verdict.policyVersion,
        },
        { now, by: rule },
      )
  }
  if (stands.length > 0) standQuery(db).run({ rows: JSON.stringify(stands), now })
  return verdicts
}

const standQuery = prepared((db) =>
  db.$client.prepare(
    "update carrier set verdict = value ->> 'verdict', reasons = value ->> 'reasons', vetted_at = @now from json_each(@rows) where carrier.id = value ->> 'id'",
  ),
)

const codesOf = (reasons: { code: string; severity: string }[]) =>
  reasons.map(({ code, severity }) => `${severity} ${code}`).join()

function standingOf(db: Db, carrierIds: number[]) {
  return db.$client
    .prepare('select id, verdict, reasons from carrier where id in (select value from json_each(@ids))')
    .all({ ids: JSON.stringify(carrierIds) }) as { id: number; verdict: Verdict['verdict'] | null; reasons: string }[]
}

/** The carriers to vet at night: those with open loads or offers first. */
export function nightOrder(db: Db): number[] {
  const rows = db.$client
    .prepare(
      `select id from carrier order by exists (select 1 from load where load.carrier_id = carrier.id and load.pickup_at > @recent and state in (${inSql(booked)})) desc,
       exists (select 1 from offer where offer.carrier_id = carrier.id and offer.state = 'open') desc, id`,
    )
    .all({ recent: Date.now() - 14 * 86_400_000 }) as { id: number }[]
  return rows.map(({ id }) => id)
}

/** Vets all carriers and keeps how they stand; answers how many there were. For a thread of its own. */
export async function vetAll(db: Db, now: number, progress: (share: number) => void = () => {}): Promise<number> {
  noteLastLoads(db)
  const ids = nightOrder(db)
  const sharedOf = sharedInMemory(db)
  for (let at = 0; at < ids.length; at += atOnce) {
    inTransaction(db, () => keepVerdicts(db, ids.slice(at, at + atOnce), now, sharedOf))
    progress(Math.min(1, (at + atOnce) / ids.length))
    await new Promise((resolve) => setImmediate(resolve))
  }
  return ids.length
}

/** Writes beside each carrier when its newest load with us was picked up (one that is only booked is none yet), for the directory. */
export function noteLastLoads(db: Db): void {
  db.$client.exec(`with newest as materialized (select carrier.id, (select max(pickup_at) from load where load.carrier_id = carrier.id and practice = 0 and state in (${inSql(pickedUp)})) at from carrier)
    update carrier set last_load_at = newest.at from newest where newest.id = carrier.id and newest.at is not carrier.last_load_at`)
}

/**
 * All facts of the register that tell of more than one carrier, in memory: asked of fifty thousand carriers, the tables would be asked
 * half a million times. What one alone has, or more than can tell anything, stays where it is.
 */
export function sharedInMemory(db: Db): SharedOf {
  const index = new LinkIndex()
  const facts = new Map<string, LinkFact[]>()
  for (const { dotNumber, ...fact } of sharedQuery(db).all({ most: maxTellingHolders })) {
    const list = facts.get(dotNumber)
    if (list) list.push(fact)
    else facts.set(dotNumber, [fact])
  }
  for (const [dot, list] of facts) index.set(dot, list)
  const names = new Map(
    namesQuery(db)
      .all({ dots: JSON.stringify([...facts.keys()]) })
      .map((row) => [row.dotNumber, row]),
  )
  return (dots) =>
    new Map(
      dots.map((dot) => [
        dot,
        sharedFacts(
          index.factsOf(dot),
          (fact) =>
            index
              .holders(fact.kind, fact.key)
              .map((other) => names.get(other) ?? { name: other, dotNumber: other, closedOn: null }),
          dot,
        ),
      ]),
    )
}

const sharedQuery = prepared((db) =>
  db.$client.prepare<[{ most: number }], LinkFact & { dotNumber: string }>(
    'select kind, key, words, dot_number dotNumber from (select kind, key from link_fact group by kind, key having count(*) between 2 and @most) join link_fact using (kind, key)',
  ),
)
const namesQuery = prepared((db) =>
  db.$client.prepare<[{ dots: string }], { name: string; dotNumber: string; closedOn: string | null }>(
    'select dot_number dotNumber, name, closed_on closedOn from register_record where dot_number in (select value from json_each(@dots))',
  ),
)
