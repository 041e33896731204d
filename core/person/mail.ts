import { escapeHtml, type MailText } from '../confirmation/mail'
import type { PasswordLinkKind } from './person'

export interface PersonMail {
  personName: string
  brokerageName: string
  /** Who invited; empty for a reset. */
  invitedBy: string
  url: string
}

/** The email of a link that sets a password: an invitation, or a reset. */
export const passwordLinkMail = (kind: PasswordLinkKind, about: PersonMail): MailText =>
  kind === 'invitation'
    ? mail(`${about.invitedBy} invites you to ${about.brokerageName} on Oxpecker`, about, [
        `${about.invitedBy} made you an account at ${about.brokerageName}.`,
        `Open this link and choose a password. It works once, for seven days:`,
      ])
    : mail(`A new password for ${about.brokerageName} on Oxpecker`, about, [
        'Somebody asked for a new password for your account.',
        'If that was you, open this link and choose one. It works once, for an hour. If not, do nothing: your password stays.',
      ])

/** The email after a sign-in from a browser that this account has not signed in from before. */
export function newDeviceMail(about: {
  personName: string
  brokerageName: string
  device: string
  at: string
  url: string
}): MailText {
  return mail(`New sign-in to ${about.brokerageName}: ${about.device}`, about, [
    `Your account was signed in from a device we have not seen before: ${about.device}, ${about.at}.`,
    'If that was not you, open your account, end that session and change your password:',
  ])
}

/** The email that tells whoever may see the status that something does not leave. */
export const alertMail = (about: { personName: string; brokerageName: string; late: number; url: string }): MailText =>
  mail(`${about.brokerageName}: ${about.late} not sent for over an hour`, about, [
    `${about.late} ${about.late === 1 ? 'message has' : 'messages have'} waited in the outbox for over an hour. The status page says which, and why:`,
  ])

function mail(subject: string, { personName, url }: { personName: string; url: string }, lines: string[]): MailText {
  const greeting = `Hello ${personName},`
  return {
    subject,
    text: [greeting, '', ...lines, '', url, ''].join('\n'),
    html: `<p>${escapeHtml(greeting)}</p>${lines.map((line) => `<p>${escapeHtml(line)}</p>`).join('')}<p><a href="${escapeHtml(url)}">${escapeHtml(url)}</a></p>`,
  }
}
