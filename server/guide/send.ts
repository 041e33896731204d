import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { guideOfferMail } from '#core/load/guide-mail'
import { equipmentWords } from '#core/load/words'
import { dayOf, toLocal } from '#core/time/local'
import { dayClockWords, dayWords, zoneWords } from '#core/time/words'
import { recordEvent } from '#server/event/event'
import { officeOf } from '#server/office/office'
import type { Attempt, Sender } from '#server/outbox/deliver'
import { sendMail } from '#server/outbox/send-mail'
import { carrier, guideOffer, load, user } from '#server/schema'
import { settings } from '#server/settings.server'
import { guideToken } from './link'

export const guideMailSchema = z.object({ guide: z.object({ guideOfferId: z.number() }) })

/** Emails a carrier of the guide the load that is offered to it; one whose time is over is not sent any more. */
export const sendGuideMail: Sender = async (db, entry, now): Promise<Attempt> => {
  const { guideOfferId } = guideMailSchema.parse(entry.payload).guide
  const row = db
    .select({ asked: guideOffer, load, carrierName: carrier.name, rep: user.name })
    .from(guideOffer)
    .innerJoin(load, eq(load.id, guideOffer.loadId))
    .innerJoin(carrier, eq(carrier.id, guideOffer.carrierId))
    .innerJoin(user, eq(user.id, load.repId))
    .where(eq(guideOffer.id, guideOfferId))
    .get()
  if (!row) throw new Error(`Outbox entry ${entry.key} names guide offer ${guideOfferId}, which is not there`)
  const { asked, load: of, carrierName, rep } = row
  if (asked.state !== 'out' || asked.expiresAt <= now) return { problem: null }
  const office = officeOf(db)
  const moment = (at: number, zone: string) => {
    const local = toLocal(at, zone)
    return `${dayClockWords(dayWords(dayOf(local)), local)} ${zoneWords(at, zone)}`
  }
  const text = guideOfferMail({
    carrierName,
    rep,
    lane: `${of.originCity}, ${of.originRegion} to ${of.destCity}, ${of.destRegion}`,
    equipment: equipmentWords[of.equipment].toLowerCase(),
    pickup: moment(of.pickupAt, of.originZone),
    priceMinor: asked.priceMinor,
    until: moment(asked.expiresAt, office.zone),
    url: `${settings().OX_ORIGIN}/g/${guideToken(guideOfferId)}`,
    brokerage: office,
  })
  const problem = await sendMail(db, entry.key, { ...text, to: asked.sentTo, replyTo: office.mail })
  return {
    problem,
    failed: (after, act) => {
      if (after === 'given_up')
        recordEvent(
          db,
          'load',
          of.id,
          { kind: 'mail_failed', version: 0, to: asked.sentTo, problem: problem!.message },
          act,
        )
    },
  }
}
