import PostalMime, { type Attachment } from 'postal-mime'
import { documentFileType } from '#core/document/file'
import { readDateHeader } from '#core/mail/date-header'
import { textOfHtml } from '#core/mail/html-text'
import type { MailInput, MailPart } from '#core/mail/mail'
import { withWindowsSigns } from '#core/message/windows-1252'
import { textOfPdf } from './pdf-text'
import { readWorkbook } from './read-workbook'

/** A message as far as we look at it, with every text held to a length. */
export interface MailRead {
  /** Null where it carries none. */
  messageId: string | null
  sender: string
  senderName: string
  subject: string
  date: string | null
  /** When it was sent by the sender's own clock, with its offset; null where it does not say. */
  sentAt: string | null
  text: string
  html: string
  /** Sheets and papers that came with it, as the text that is in them. */
  sheets: MailPart[]
  /** What the receiving server found out about its sender (RFC 8601), newest first. */
  authentication: string[]
  /** Files of a kind that we keep: PDF, PNG and JPEG, by their content. */
  files: { name: string; content: Uint8Array }[]
}

const maxParts = 300
const longestText = 20_000
const longestHtml = 400_000
const maxFiles = 6
const longestHeaders = 128 * 1024

/** Reads a message (RFC 5322, MIME); throws where it holds more parts, nests deeper or has longer headers than anybody's mail. */
export async function readMail(raw: Uint8Array): Promise<MailRead> {
  const bytes = Buffer.from(raw.buffer, raw.byteOffset, raw.byteLength)
  const parts = countParts(bytes)
  if (parts > maxParts) throw new Error(`It holds more than is read: over ${maxParts} parts`)
  const mail = await PostalMime.parse(bytes, { maxNestingDepth: 24, maxHeadersSize: longestHeaders })
  const own = (text: string | undefined, length: number) => withWindowsSigns(text ?? '').slice(0, length)
  return {
    messageId: mail.messageId?.slice(0, 300) ?? null,
    sender: (mail.from?.address ?? 'unknown').slice(0, 200),
    senderName: own(mail.from?.name, 200),
    subject: own(mail.subject, 300),
    date: mail.date?.slice(0, 100) ?? null,
    sentAt: readDateHeader(mail.headers.find(({ key }) => key === 'date')?.value ?? ''),
    text: own(mail.text, longestText) || textOfHtml(own(mail.html, longestHtml)).slice(0, longestText),
    html: own(mail.html, longestHtml),
    sheets: await sheetsOf(mail.attachments),
    authentication: mail.headers
      .filter(({ key }) => key === 'authentication-results')
      .slice(0, 5)
      .map(({ value }) => value.slice(0, 2000)),
    files: filesOf(mail.attachments),
  }
}

/** The files worth keeping. Pictures in the text itself are signatures and logos. */
function filesOf(attachments: Attachment[]): MailRead['files'] {
  return attachments
    .filter(({ related, disposition }) => !related && disposition !== 'inline')
    .map(({ filename, content }) => ({
      name: (filename ?? 'attachment').slice(0, 200),
      content: typeof content === 'string' ? Buffer.from(content) : new Uint8Array(content),
    }))
    .filter(({ content }) => documentFileType(content) !== null)
    .slice(0, maxFiles)
}

/** Lines that may part two parts; counted on the bytes, before anything is built of them. */
function countParts(bytes: Buffer): number {
  if (!/^content-type:\s*multipart/im.test(bytes.subarray(0, longestHeaders).toString('latin1'))) return 1
  let count = 0
  for (let at = bytes.indexOf('\n--'); at >= 0 && count <= maxParts; at = bytes.indexOf('\n--', at + 3))
    if (bytes[at + 3] !== lineFeed && bytes[at + 3] !== carriageReturn) count++
  return count
}

const lineFeed = 10
const carriageReturn = 13

/** Sheets are read as far as a day's list of trucks goes. */
const [mostSheets, longestSheet, largestSheet] = [4, 60_000, 3_000_000]

/** The sheets among the files of a message: texts with separators, workbooks and papers, as text. One that cannot be read is left out. */
async function sheetsOf(attachments: Attachment[]): Promise<MailPart[]> {
  const sheets: MailPart[] = []
  for (const { filename, mimeType, content } of attachments) {
    if (sheets.length >= mostSheets) break
    const name = (filename ?? 'attachment').slice(0, 200)
    const bytes = typeof content === 'string' ? Buffer.from(content) : new Uint8Array(content)
    if (bytes.length > largestSheet) continue
    const text = await textOfSheet(name, mimeType, bytes).catch(() => null)
    if (text !== null && text.trim() !== '')
      sheets.push({ name, text: text.slice(0, longestSheet).replace(/\r\n?/g, '\n') })
  }
  return sheets
}

async function textOfSheet(name: string, type: string, bytes: Uint8Array): Promise<string | null> {
  if (/\.xlsx$/i.test(name)) return readWorkbook(bytes)
  if (/\.(?:csv|tsv)$/i.test(name) || /^text\/(?:csv|tab-separated-values)/.test(type))
    return Buffer.from(bytes).toString('utf8')
  if (/\.pdf$/i.test(name) || type === 'application/pdf') return textOfPdf(bytes)
  // A message that was sent on as a file is read like the mail itself.
  return /\.txt$/i.test(name) ? Buffer.from(bytes).toString('utf8') : null
}

/** A message as the reader of facts takes it. `fallback`: when it came, where it does not say when it was sent. */
export const inputOfMail = (mail: MailRead, fallback: string): MailInput => ({
  sender: { name: mail.senderName, address: mail.sender },
  subject: mail.subject,
  sentAt: mail.sentAt ?? fallback,
  ...{ text: mail.text, html: mail.html, sheets: mail.sheets },
})
