import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { alertMail, newDeviceMail } from '#core/person/mail'
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
  z.object({ alertTo: z.number(), late: z.number() }),
])

/** Emails one of us: a link that sets a password, a sign-in from a new device, or that something does not leave. */
export const sendPersonMail: Sender = async (db, entry) => {
  const payload = payloadSchema.parse(entry.payload)
  const mail = mailOf(db, payload)
  // A link that was used meanwhile needs no email any more.
  if (!mail) return { problem: null }
  return { problem: await sendMail(db, entry.key, { ...mail.text, to: mail.to, replyTo: officeOf(db).mail }) }
}

function mailOf(db: Parameters<Sender>[0], payload: z.output<typeof payloadSchema>) {
  if ('linkId' in payload) return linkMail(db, payload.linkId)
  return 'alertTo' in payload ? alertMailTo(db, payload) : deviceMail(db, payload)
}

function alertMailTo(db: Parameters<Sender>[0], { alertTo, late }: { alertTo: number; late: number }) {
  const row = db.select({ name: user.name, mail: user.mail }).from(user).where(eq(user.id, alertTo)).get()
  const url = `${settings().OX_ORIGIN}/status`
  return row && { to: row.mail, text: alertMail({ personName: row.name, brokerageName: officeOf(db).name, late, url }) }
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
