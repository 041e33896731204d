import { and, eq, isNull } from 'drizzle-orm'
import { passwordLinkMail } from '#core/person/mail'
import { type PasswordLinkKind, passwordLinkHours } from '#core/person/person'
import { hour } from '#core/time/local'
import type { LinkRefused } from '#server/access/signed-link'
import { usable } from '#server/access/signed-link'
import type { Db } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { enqueue } from '#server/outbox/outbox'
import { event, passwordLink, user } from '#server/schema'
import { idOf, signId } from '#server/secrets/keys'
import { settings } from '#server/settings.server'

/** Makes a link that sets somebody's password and puts its email into the outbox; links made before stop working. */
export function sendLink(db: Db, userId: number, kind: PasswordLinkKind, now: number): void {
  db.update(passwordLink)
    .set({ usedAt: now })
    .where(and(eq(passwordLink.userId, userId), isNull(passwordLink.usedAt)))
    .run()
  const { id } = db
    .insert(passwordLink)
    .values({ userId, kind, expiresAt: now + passwordLinkHours[kind] * hour })
    .returning({ id: passwordLink.id })
    .get()
  enqueue(db, { kind: 'person_mail', stream: `person-${userId}`, loadId: null, payload: { linkId: id } }, now)
}

/** The address of a link. */
export const passwordLinkUrl = (linkId: number): string =>
  `${settings().OX_ORIGIN}/password/${signId(linkId, 'password-link')}`

/** The address of somebody's standing invitation, for whoever invited them and may hand it over; null where none is open. */
export function invitationUrl(db: Db, userId: number, now: number): string | null {
  const row = db
    .select()
    .from(passwordLink)
    .where(and(eq(passwordLink.userId, userId), eq(passwordLink.kind, 'invitation'), isNull(passwordLink.usedAt)))
    .get()
  return row && row.expiresAt > now ? passwordLinkUrl(row.id) : null
}

export interface OpenedPasswordLink {
  userId: number
  kind: PasswordLinkKind
  name: string
  mail: string
}

/** Whose password a token sets, or why it sets none. */
export function openPasswordLink(db: Db, token: string, now: number): OpenedPasswordLink | LinkRefused {
  const linkId = idOf(token, 'password-link')
  const row =
    linkId === null
      ? null
      : db
          .select({
            userId: user.id,
            kind: passwordLink.kind,
            name: user.name,
            mail: user.mail,
            expiresAt: passwordLink.expiresAt,
            revokedAt: passwordLink.usedAt,
            deactivatedAt: user.deactivatedAt,
          })
          .from(passwordLink)
          .innerJoin(user, eq(user.id, passwordLink.userId))
          .where(eq(passwordLink.id, linkId))
          .get()
  const opened = usable(row && { ...row, revokedAt: row.revokedAt ?? row.deactivatedAt }, now)
  if ('refusal' in opened) return opened
  const { userId, kind, name, mail } = opened.row
  return { userId, kind, name, mail }
}

/** What the email of a link says; null where the link was used or withdrawn before it left. */
export function linkMail(db: Db, linkId: number) {
  const row = db
    .select({ link: passwordLink, name: user.name, mail: user.mail })
    .from(passwordLink)
    .innerJoin(user, eq(user.id, passwordLink.userId))
    .where(eq(passwordLink.id, linkId))
    .get()
  if (!row || row.link.usedAt !== null) return null
  const about = {
    personName: row.name,
    brokerageName: officeOf(db).name,
    invitedBy: inviterOf(db, row.link.userId),
    url: passwordLinkUrl(linkId),
  }
  return { to: row.mail, text: passwordLinkMail(row.link.kind, about) }
}

function inviterOf(db: Db, userId: number): string {
  const row = db
    .select({ name: event.actorName })
    .from(event)
    .where(and(eq(event.aggregate, 'person'), eq(event.aggregateId, userId), eq(event.kind, 'person_invited')))
    .get()
  return row?.name ?? officeOf(db).name
}
