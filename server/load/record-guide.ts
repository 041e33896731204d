import { eq } from 'drizzle-orm'
import type { GuideEvent } from '#core/load/guide'
import type { Db } from '#server/db.server'
import { enqueue } from '#server/outbox/outbox'
import { guideOffer, guidePlace, guideRun } from '#server/schema'
import type { RecordContext } from './send-requests'

type Of<Kind extends GuideEvent['kind']> = GuideEvent & { kind: Kind }

/** Writes an offer of the routing guide and puts its email into the outbox. */
export function recordGuideOffer(
  db: Db,
  loadId: number,
  { place, expiresAt }: Of<'guide_offered'>,
  { now, practice }: RecordContext,
): void {
  const { placeId, rank, carrierId, priceMinor, to } = place
  const { laneId } = db.select({ laneId: guidePlace.laneId }).from(guidePlace).where(eq(guidePlace.id, placeId)).get()!
  const { id: guideOfferId } = db
    .insert(guideOffer)
    .values({ loadId, placeId, rank, carrierId, priceMinor, sentTo: to, sentAt: now, expiresAt })
    .returning({ id: guideOffer.id })
    .get()
  const run = { laneId, state: 'running' as const, lastRank: rank }
  db.insert(guideRun)
    .values({ loadId, ...run })
    .onConflictDoUpdate({ target: guideRun.loadId, set: run })
    .run()
  if (!practice)
    enqueue(db, { kind: 'carrier_mail', stream: `guide-${loadId}`, loadId, payload: { guide: { guideOfferId } } }, now)
}

/** Who was passed over is not come back to: the next offer, or the end, notes how far the guide is. */
export function recordGuideSkip(): void {}

/** Ends an offer of the guide. What a desk withdraws, by awarding or stepping in, is not gone on with. */
export function recordGuideAnswer(
  db: Db,
  loadId: number,
  { guideOfferId, answer, name = '' }: Of<'guide_answered'>,
  { now }: RecordContext,
): void {
  db.update(guideOffer)
    .set({ state: answer, answeredAt: now, answeredBy: name })
    .where(eq(guideOffer.id, guideOfferId))
    .run()
  if (answer === 'accepted') setRun(db, loadId, 'accepted')
  if (answer === 'withdrawn') setRun(db, loadId, 'stopped')
}

/** Notes that the guide is at its end with a load; also where it never came to ask anybody. */
export function recordGuideEnd(db: Db, loadId: number, { how, laneId }: Of<'guide_ended'>): void {
  if (laneId === undefined) return setRun(db, loadId, how)
  db.insert(guideRun)
    .values({ loadId, laneId, state: how })
    .onConflictDoUpdate({ target: guideRun.loadId, set: { state: how } })
    .run()
}

const setRun = (db: Db, loadId: number, state: 'accepted' | 'stopped' | 'exhausted') =>
  void db.update(guideRun).set({ state }).where(eq(guideRun.loadId, loadId)).run()
