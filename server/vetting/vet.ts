import { policyKinds } from '#core/register/register'
import { dayOf, toLocal } from '#core/time/local'
import { stretches } from '#core/vetting/cover'
import type { CarrierToVet } from '#core/vetting/facts'
import { type Verdict, vet } from '#core/vetting/vetting'
import type { Db } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { carriersToVet, type Moment } from './carriers-to-vet'
import { type LoadForGate, loadToVet } from './load-to-vet'
import { currentPolicy } from './policy'

/** The verdict on each of these carriers for one load, or by themselves, by the policy in force. */
export function vetCarriers(
  db: Db,
  carrierIds: number[],
  load: LoadForGate | null,
  now: number,
  moments?: Map<number, Moment>,
): Map<number, Verdict> {
  if (carrierIds.length === 0) return new Map()
  const policyNow = currentPolicy(db)
  const today = dayOf(toLocal(now, officeOf(db).zone))
  const ofLoad = load ? loadToVet(db, load) : null
  return new Map(
    [...carriersToVet(db, carrierIds, load, now, moments)].map(([id, facts]) => [
      id,
      vet({ carrier: facts, load: ofLoad, today }, policyNow),
    ]),
  )
}

/** The days each policy of a carrier covers, certificates and filings together, for the line of days. */
export function coverOf(facts: CarrierToVet) {
  return policyKinds.flatMap((kind) => stretches(facts.insurance, kind).map((stretch) => ({ kind, ...stretch })))
}
