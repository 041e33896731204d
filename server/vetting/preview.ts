import { inArray } from 'drizzle-orm'
import { awaitingPickup } from '#core/load/states'
import { dayOf, toLocal } from '#core/time/local'
import type { VettingPolicy } from '#core/vetting/policy'
import { vet } from '#core/vetting/vetting'
import type { Db } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { load } from '#server/schema'
import { carriersToVet } from './carriers-to-vet'
import { loadToVet } from './load-to-vet'
import { currentPolicy } from './policy'
import { nightOrder, sharedInMemory } from './sweep'

export interface PolicyPreview {
  carriers: number
  /** How many stand how by themselves, before and after. */
  before: Record<'clear' | 'caution' | 'stop', number>
  after: Record<'clear' | 'caution' | 'stop', number>
  newlyStopped: { id: number; name: string; why: string }[]
  newlyStoppedCount: number
  freed: { id: number; name: string }[]
  freedCount: number
  /** Awarded loads whose carrier would be stopped by the new policy and is not by the old one. */
  loads: { id: number; number: string; carrierName: string; why: string }[]
}

const listed = 40
const atOnce = 1000

/** Whom a policy would newly stop, and whom it would let go, against the one in force. For a thread of its own. */
export async function previewPolicy(
  db: Db,
  policy: VettingPolicy,
  now: number,
  progress: (share: number) => void = () => {},
): Promise<PolicyPreview> {
  const today = dayOf(toLocal(now, officeOf(db).zone))
  const old = currentPolicy(db)
  const ids = nightOrder(db)
  const sharedOf = sharedInMemory(db)
  const preview: PolicyPreview = {
    carriers: ids.length,
    before: none(),
    after: none(),
    newlyStopped: [],
    newlyStoppedCount: 0,
    freed: [],
    freedCount: 0,
    loads: [],
  }
  for (let at = 0; at < ids.length; at += atOnce) {
    for (const [id, carrier] of carriersToVet(db, ids.slice(at, at + atOnce), null, now, undefined, sharedOf)) {
      const [was, is] = [vet({ carrier, load: null, today }, old), vet({ carrier, load: null, today }, policy)]
      preview.before[was.verdict]++
      preview.after[is.verdict]++
      if (is.verdict === 'stop' && was.verdict !== 'stop' && ++preview.newlyStoppedCount <= listed)
        preview.newlyStopped.push({ id, name: carrier.name, why: is.reasons[0]!.message })
      if (is.verdict !== 'stop' && was.verdict === 'stop' && ++preview.freedCount <= listed)
        preview.freed.push({ id, name: carrier.name })
    }
    progress(Math.min(1, (at + atOnce) / ids.length))
    await new Promise((resolve) => setImmediate(resolve))
  }
  for (const row of db.select().from(load).where(inArray(load.state, awaitingPickup.states)).limit(500).all()) {
    const carrier =
      row.carrierId === null
        ? undefined
        : carriersToVet(db, [row.carrierId], row, now, undefined, sharedOf).get(row.carrierId)
    if (!carrier) continue
    const facts = { carrier, load: loadToVet(db, row), today }
    const is = vet(facts, policy)
    if (is.verdict === 'stop' && vet(facts, old).verdict !== 'stop')
      preview.loads.push({ id: row.id, number: row.number, carrierName: carrier.name, why: is.reasons[0]!.message })
  }
  return preview
}

const none = () => ({ clear: 0, caution: 0, stop: 0 })
