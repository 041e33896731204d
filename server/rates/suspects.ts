import { eq, inArray } from 'drizzle-orm'
import { z } from 'zod'
import { type Refusal, refusalWords, refused } from '#core/decision/refusal'
import { saveRefusals } from '#core/load/save-refusals'
import {
  type CorrectionCommand,
  type CorrectionEvent,
  correctionRefusals,
  decideCorrection,
} from '#core/rates/decide-correction'
import type { SuspectKind } from '#core/rates/suspects'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { type Outcome, outcome, run, type Subject } from '#server/kernel/run'
import { carrier, load, rateCorrection } from '#server/schema'
import { rateModel } from './model'

/** A past price that looks wrong, with the load it was paid for. */
export interface SuspectPrice {
  loadId: number
  number: string
  kind: SuspectKind
  coveredAt: number
  lane: string
  equipment: string
  miles: number
  carrierName: string
  paidMinor: number
  likelyMinor: number | null
  meantMinor: number | null
}

const maxListed = 400
/** The worst first: what bends most if it were believed. */
const order: SuspectKind[] = [
  'ten_times',
  'a_tenth',
  'per_mile',
  'far_off',
  'no_price',
  'duplicate',
  'no_miles',
  'no_weight',
]

/** Past prices for a person to look at that nobody has looked at yet, the worst first. Missing weights do not bend a rate and are not listed. */
export function listSuspects(db: Db, now: number): SuspectPrice[] {
  const suspects = (rateModel(db, now)?.suspects ?? []).filter(({ kind }) => kind !== 'no_weight')
  const chosen = suspects
    .toSorted((one, other) => order.indexOf(one.kind) - order.indexOf(other.kind))
    .slice(0, maxListed)
  if (chosen.length === 0) return []
  const ids = chosen.map(({ id }) => Number(id))
  const rows = db
    .select({ load, carrierName: carrier.name, verdict: rateCorrection.verdict })
    .from(load)
    .leftJoin(carrier, eq(carrier.id, load.carrierId))
    .leftJoin(rateCorrection, eq(rateCorrection.loadId, load.id))
    .where(inArray(load.id, ids))
    .all()
  const byId = new Map(rows.map((row) => [row.load.id, row]))
  return chosen.flatMap((suspect) => {
    const row = byId.get(Number(suspect.id))
    if (!row || row.verdict !== null) return []
    const { load: past } = row
    return [
      {
        loadId: past.id,
        number: past.number,
        kind: suspect.kind,
        coveredAt: past.coveredAt ?? past.createdAt,
        lane: `${past.originCity} ${past.originRegion} to ${past.destCity} ${past.destRegion}`,
        equipment: past.equipment,
        miles: Math.round(past.miles),
        carrierName: row.carrierName ?? '',
        paidMinor: suspect.paidMinor,
        likelyMinor: suspect.likelyMinor,
        meantMinor: suspect.meantMinor,
      },
    ]
  })
}

export const correctionSchema = z.discriminatedUnion('verdict', [
  z.object({
    loadId: z.number().int().positive(),
    verdict: z.literal('price'),
    priceMinor: z
      .number()
      .int()
      .min(100, 'A load costs at least a dollar')
      .max(100_000_000, 'No load costs a million dollars'),
  }),
  z.object({ loadId: z.number().int().positive(), verdict: z.literal('left_out') }),
  z.object({ loadId: z.number().int().positive(), verdict: z.literal('as_paid') }),
  z.object({ loadId: z.number().int().positive(), verdict: z.literal('undo') }),
])
export type Correction = z.infer<typeof correctionSchema>

const subject: Subject<'load', { payMinor: number | null }, CorrectionCommand, CorrectionEvent> = {
  aggregate: 'load',
  read: (db, id) => db.select({ payMinor: load.payMinor }).from(load).where(eq(load.id, id)).get() ?? null,
  decide: decideCorrection,
  apply: (db, loadId, { verdict, priceMinor }, { by, now }) => {
    db.delete(rateCorrection).where(eq(rateCorrection.loadId, loadId)).run()
    if (verdict !== 'undo')
      db.insert(rateCorrection).values({ loadId, verdict, priceMinor, byName: by.name, at: now }).run()
  },
  words: (refusal) => refusalWords(correctionRefusals, refusal as Refusal<keyof typeof correctionRefusals>),
  missing: refused(saveRefusals, 'no_such_load').refusal,
}

/** Keeps what a person says of a past price, or takes it back; the next fit goes by it. What was paid stays in the books. */
export function correctPrice(db: Db, correction: Correction, act: Act): Outcome {
  const { loadId, verdict } = correction
  const priceMinor = correction.verdict === 'price' ? correction.priceMinor : null
  return outcome(run(db, subject, loadId, { kind: 'correct_price', verdict, priceMinor }, act))
}
