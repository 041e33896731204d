import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { newDeviceMail } from '#core/person/mail'
import { toLocal } from '#core/time/local'
import { clockWords, dateWords, zoneWords } from '#core/time/words'
import { officeOf } from '#server/office/office'
import type { Sender } from '#server/outbox/deliver'
import { sendMail } from '#server/outbox/send-mail'
import { user } from '#server/schema'
import { settings } from '#server/settings.server'
import { linkMail } from './links'

const payloadSchema = z.union([
  z.object({ linkId: z.number() }),
  z.object({ userId: z.number(), device: z.string(), at: z.number() }),
])

/** Emails one of us: a link that sets a password, or that somebody signed in from a new device. */
export const sendPersonMail: Sender = async (db, entry) => {
  const payload = payloadSchema.parse(entry.payload)
  const mail = 'linkId' in payload ? linkMail(db, payload.linkId) : deviceMail(db, payload)
  // A link that was used meanwhile needs no email any more.
  if (!mail) return { problem: null }
  return { problem: await sendMail(db, entry.key, { ...mail.text, to: mail.to, replyTo: officeOf(db).mail }) }
}

function deviceMail(db: Parameters<Sender>[0], { userId, device, at }: { userId: number; device: string; at: number }) {
  const row = db.select({ name: user.name, mail: user.mail }).from(user).where(eq(user.id, userId)).get()
  if (!row) return null
  const { name, zone } = officeOf(db)
  const local = toLocal(at, zone)
  const when = `${dateWords(local.slice(0, 10))}, ${clockWords(local)} ${zoneWords(at, zone)}`
  const url = `${settings().OX_ORIGIN}/account`
  return { to: row.mail, text: newDeviceMail({ personName: row.name, brokerageName: name, device, at: when, url }) }
}
