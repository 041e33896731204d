import { escapeHtml, type MailText } from '../confirmation/mail'
import { formatMoney } from '../money/money'
import { dayWords } from '../time/words'
import type { QuoteDocument } from './document'

/** So few lines are listed in the email itself; more are in the attachment only. */
const fewLines = 5

/** The mail that brings a quote to its customer, in plain text and as HTML; made of the document alone. */
export function quoteMail(document: QuoteDocument, message: string): MailText {
  const { lines, number, version, rep, broker, currency } = document
  const count = lines.length === 1 ? 'one lane' : `${lines.length} lanes`
  const prices =
    lines.length <= fewLines
      ? lines.map(
          (line) =>
            `${line.origin} to ${line.dest}, ${line.equipment.toLowerCase()}: ${formatMoney(line.totalMinor, currency)} ${currency}`,
        )
      : []
  const body = [
    message.trim(),
    `Our quote ${number} for ${count} is attached.`,
    version > 1 ? 'It takes the place of the one sent before.' : '',
    ...prices,
    `Good until ${dayWords(document.validUntil)}.`,
  ].filter(Boolean)
  const closing = [rep.name, broker.name, rep.phone].filter(Boolean)
  const only = lines.length === 1 ? lines[0] : undefined
  return {
    subject: `Quote ${number}: ${document.title || (only ? `${only.origin} to ${only.dest}` : count)}`,
    text: `${body.join('\n')}\n\n${closing.join('\n')}\n`,
    html: `${body.map((line) => `<p>${escapeHtml(line).replaceAll('\n', '<br>')}</p>`).join('')}<p>${closing.map(escapeHtml).join('<br>')}</p>`,
  }
}
