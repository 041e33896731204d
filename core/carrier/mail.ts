import type { MailText } from '../confirmation/mail'
import { escapeHtml } from '../confirmation/mail'
import { formatMoney } from '../money/money'
import { type CarrierDocumentKind, carrierDocumentWords } from './document'

export interface AskMail {
  carrierName: string
  kinds: CarrierDocumentKind[]
  url: string
  askedBy: string
  brokerage: { name: string; phone: string }
}

const listWords = (kinds: CarrierDocumentKind[]) => kinds.map((kind) => carrierDocumentWords[kind]).join(', ')

/** The mail that asks a carrier for documents by a link. */
export function documentsRequestedMail({ carrierName, kinds, url, askedBy, brokerage }: AskMail): MailText {
  return linkMail(
    `${brokerage.name} asks ${carrierName} for documents`,
    [
      `Please send us: ${listWords(kinds)}.`,
      'The link below opens a page where you can photograph or choose each of them. No password is needed; it works for fourteen days.',
    ],
    'Send the documents here',
    url,
    [askedBy, brokerage.name, brokerage.phone],
  )
}

/** The mail that brings the agreement to be signed. */
export function askSignatureMail({ carrierName, url, askedBy, brokerage }: AskMail): MailText {
  return linkMail(
    `Agreement between ${brokerage.name} and ${carrierName}`,
    [
      'Before our first load together we need our agreement signed.',
      'The link below opens it; you read it and sign with your name. No password is needed; it works for fourteen days.',
    ],
    'Read and sign it here',
    url,
    [askedBy, brokerage.name, brokerage.phone],
  )
}

/** An email whose point is a link: its lines, what the link does, and who writes. */
export function linkMail(subject: string, lines: string[], action: string, url: string, closing: string[]): MailText {
  return {
    subject,
    text: `${lines.join('\n')}\n\n${action}:\n${url}\n\n${closing.join('\n')}\n`,
    html: `${lines.map((line) => `<p>${escapeHtml(line)}</p>`).join('')}<p><a href="${escapeHtml(url)}">${escapeHtml(action)}</a></p><p>${closing.map(escapeHtml).join('<br>')}</p>`,
  }
}

interface ToldOfLoad {
  carrierName: string
  loadNumber: string
  lane: string
  brokerage: { name: string; phone: string }
}

/** Tells a carrier that a load it had is cancelled, and what it is paid for the truck, if anything. */
export function loadCancelledMail({
  carrierName,
  loadNumber,
  lane,
  payMinor,
  brokerage,
}: ToldOfLoad & { payMinor: number | null }): MailText {
  const paid =
    payMinor === null
      ? 'The rate confirmation is void.'
      : `For the truck that was ordered and not used we pay ${formatMoney(payMinor)}. The rate confirmation is void.`
  return plainMail(
    `Load ${loadNumber} for ${carrierName} is cancelled`,
    [
      `Load ${loadNumber}, ${lane}, is cancelled by our customer. Please do not send a truck; a truck on its way may turn round.`,
      paid,
    ],
    brokerage,
  )
}

/** Tells a carrier that a load which was confirmed to it is no longer its own. */
export function loadReleasedMail({ carrierName, loadNumber, lane, brokerage }: ToldOfLoad): MailText {
  return plainMail(
    `Load ${loadNumber} is no longer booked with ${carrierName}`,
    [
      `Load ${loadNumber}, ${lane}, is no longer booked with you. Please do not send a truck. The rate confirmation is void.`,
      'If that is news to you, call us at once.',
    ],
    brokerage,
  )
}

/** Answers an offer that came by email: our counter, or that we go without it. */
export function offerAnswerMail({
  carrierName,
  lane,
  what,
  amountMinor,
  brokerage,
}: ToldOfLoad & { what: 'countered' | 'declined'; amountMinor: number }): MailText {
  const lines =
    what === 'countered'
      ? [
          `Thank you for your offer on ${lane}. We can do ${formatMoney(amountMinor)} all in.`,
          'Reply to this email or call us if that works for you.',
        ]
      : [`Thank you for your offer on ${lane}. We are not taking it this time.`]
  return plainMail(`${lane}: our answer to ${carrierName}`, lines, brokerage)
}

function plainMail(subject: string, lines: string[], brokerage: { name: string; phone: string }): MailText {
  const closing = [brokerage.name, brokerage.phone]
  return {
    subject,
    text: `${lines.join('\n')}\n\n${closing.join('\n')}\n`,
    html: `${lines.map((line) => `<p>${escapeHtml(line)}</p>`).join('')}<p>${closing.map(escapeHtml).join('<br>')}</p>`,
  }
}
