import { and, asc, eq, isNull } from 'drizzle-orm'
import { z } from 'zod'
import { type BidMail, bidInviteMail, bidReminderMail, bidResultMail } from '#core/bid/mail'
import { dayOf, toLocal } from '#core/time/local'
import { dayClockWords, daysWords, dayWords, zoneWords } from '#core/time/words'
import type { Db } from '#server/db.server'
import { recordEvent } from '#server/event/event'
import { officeOf } from '#server/office/office'
import type { Attempt, Sender } from '#server/outbox/deliver'
import { sendMail } from '#server/outbox/send-mail'
import { bidInvite, bidLane, bidProject, carrier, guidePlace, user } from '#server/schema'
import { settings } from '#server/settings.server'
import { bidToken } from './link'

export const bidMailSchema = z.object({
  bid: z.object({ inviteId: z.number(), what: z.enum(['invite', 'reminder', 'result']) }),
})

/** Emails a carrier its invitation to bid, a reminder, or what it won. */
export const sendBidMail: Sender = async (db, entry): Promise<Attempt> => {
  const { inviteId, what } = bidMailSchema.parse(entry.payload).bid
  const row = db
    .select({ invite: bidInvite, project: bidProject, carrierName: carrier.name, rep: user.name })
    .from(bidInvite)
    .innerJoin(bidProject, eq(bidProject.id, bidInvite.projectId))
    .innerJoin(carrier, eq(carrier.id, bidInvite.carrierId))
    .innerJoin(user, eq(user.id, bidProject.repId))
    .where(eq(bidInvite.id, inviteId))
    .get()
  if (!row) throw new Error(`Outbox entry ${entry.key} names bid invitation ${inviteId}, which is not there`)
  const { invite, project, carrierName, rep } = row
  const office = officeOf(db)
  const deadline = toLocal(project.deadlineAt, office.zone)
  const facts: BidMail = {
    carrierName,
    rep,
    title: project.title,
    lanes: db.select({ id: bidLane.id }).from(bidLane).where(eq(bidLane.projectId, project.id)).all().length,
    period: daysWords(project.validFrom, project.validTo),
    deadline: `${dayClockWords(dayWords(dayOf(deadline)), deadline)} ${zoneWords(project.deadlineAt, office.zone)}`,
    requirements: project.requirements,
    url: `${settings().OX_ORIGIN}/b/${bidToken(inviteId)}`,
    brokerage: office,
  }
  const texts = {
    invite: () => bidInviteMail(facts),
    reminder: () => bidReminderMail(facts),
    result: () => bidResultMail(facts, wonBy(db, project.id, invite.carrierId)),
  }
  const to = invite.sentTo
  const problem = await sendMail(db, entry.key, { ...texts[what](), to, replyTo: office.mail })
  return {
    problem,
    failed: (after, act) => {
      if (after === 'given_up')
        recordEvent(db, 'bid_project', project.id, { kind: 'mail_failed', to, problem: problem!.message }, act)
    },
  }
}

function wonBy(db: Db, projectId: number, carrierId: number) {
  return db
    .select({ lane: bidLane, rank: guidePlace.rank, priceMinor: guidePlace.priceMinor })
    .from(guidePlace)
    .innerJoin(bidLane, and(eq(bidLane.id, guidePlace.laneId), eq(bidLane.projectId, projectId)))
    .where(and(eq(guidePlace.carrierId, carrierId), isNull(guidePlace.endedAt)))
    .orderBy(asc(bidLane.position))
    .all()
    .map(({ lane, rank, priceMinor }) => ({
      lane: `${lane.originCity}, ${lane.originRegion} to ${lane.destCity}, ${lane.destRegion}`,
      rank,
      priceMinor,
    }))
}
