import { type ConfirmationTerms, confirmationNumber, payWords, windowOnDocument } from './terms'

export interface MailText {
  subject: string
  text: string
  html: string
}

/** The mail that brings a rate confirmation to its carrier, in plain text and as HTML. */
export function confirmationMail(terms: ConfirmationTerms, version: number, url: string): MailText {
  const number = confirmationNumber(terms.loadNumber, version)
  const first = terms.stops[0]
  const last = terms.stops.at(-1)
  const lane = first && last ? `${first.address.at(-1)} to ${last.address.at(-1)}` : terms.loadNumber
  const lines = [
    `Rate confirmation ${number} for ${terms.carrier.name}`,
    lane,
    first ? `Pickup ${windowOnDocument(first)}` : '',
    `We pay ${payWords(terms, terms.totalMinor)} ${terms.currency ?? 'USD'}, all in.`,
    version > 1 ? `This version takes the place of every earlier one. Please accept it again.` : '',
  ].filter(Boolean)
  const closing = [terms.rep.name, terms.broker.name, terms.rep.phone].filter(Boolean)
  return {
    subject: `${terms.practice ? 'PRACTICE ' : ''}Rate confirmation ${number}: ${lane}`,
    text: `${lines.join('\n')}\n\nRead and accept it here:\n${url}\n\nThe confirmation is attached as a PDF.\n\n${closing.join('\n')}\n`,
    html: `${lines.map((line) => `<p>${escapeHtml(line)}</p>`).join('')}<p><a href="${escapeHtml(url)}">Read and accept it here</a></p><p>The confirmation is attached as a PDF.</p><p>${closing.map(escapeHtml).join('<br>')}</p>`,
  }
}

/** Text made safe for HTML, in an element or a quoted attribute. */
export function escapeHtml(text: string): string {
  const entities: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' }
  return text.replace(/[&<>"']/g, (character) => entities[character]!)
}
