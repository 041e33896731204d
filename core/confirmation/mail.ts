import type { OwnWords } from './own-words'
import { type ConfirmationTerms, confirmationNumber, payWords, windowOnDocument } from './terms'

export interface MailText {
  subject: string
  text: string
  html: string
}

/** The subject of a confirmation's email where nobody writes another. */
export function confirmationSubject(terms: ConfirmationTerms, version: number): string {
  return `${practiceMark(terms)}Rate confirmation ${confirmationNumber(terms, version)}: ${laneOf(terms)}`
}

const practiceMark = ({ practice }: ConfirmationTerms): string => (practice ? 'PRACTICE ' : '')

function laneOf({ stops, loadNumber }: ConfirmationTerms): string {
  const [first, last] = [stops[0], stops.at(-1)]
  return first && last ? `${first.address.at(-1)} to ${last.address.at(-1)}` : loadNumber
}

/** The mail that brings a rate confirmation to its carrier, in plain text and as HTML; what the rep wrote comes first. */
export function confirmationMail(
  terms: ConfirmationTerms,
  version: number,
  url: string,
  own: OwnWords = { subject: '', message: '' },
): MailText {
  const number = confirmationNumber(terms, version)
  const first = terms.stops[0]
  const lines = [
    `Rate confirmation ${number} for ${terms.carrier.name}`,
    laneOf(terms),
    first ? `Pickup ${windowOnDocument(first)}` : '',
    `We pay ${payWords(terms, terms.totalMinor)} ${terms.currency ?? 'USD'}, all in.`,
    version > 1 ? `This version takes the place of every earlier one. Please accept it again.` : '',
  ].filter(Boolean)
  const closing = [terms.rep.name, terms.broker.name, terms.rep.phone].filter(Boolean)
  return {
    subject: own.subject ? `${practiceMark(terms)}${own.subject}` : confirmationSubject(terms, version),
    text: `${own.message && `${own.message}\n\n`}${lines.join('\n')}\n\nRead and accept it here:\n${url}\n\nThe confirmation is attached as a PDF.\n\n${closing.join('\n')}\n`,
    html: `${paragraphs(own.message)}${lines.map((line) => `<p>${escapeHtml(line)}</p>`).join('')}<p><a href="${escapeHtml(url)}">Read and accept it here</a></p><p>The confirmation is attached as a PDF.</p><p>${closing.map(escapeHtml).join('<br>')}</p>`,
  }
}

/** What somebody typed, a paragraph for each part of it. */
const paragraphs = (message: string): string =>
  message === ''
    ? ''
    : message
        .split(/\n{2,}/)
        .map((part) => `<p>${escapeHtml(part).replaceAll('\n', '<br>')}</p>`)
        .join('')

/** Text made safe for HTML, in an element or a quoted attribute. */
export function escapeHtml(text: string): string {
  const entities: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' }
  return text.replace(/[&<>"']/g, (character) => entities[character]!)
}
