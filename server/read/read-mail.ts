import { load as parseHtml } from 'cheerio'
import PostalMime, { type Attachment } from 'postal-mime'
import { documentFileType } from '#core/document/file'
import { withWindowsSigns } from '#core/message/windows-1252'

/** A message as far as we look at it, with every text held to a length. */
export interface MailRead {
  /** Null where it carries none. */
  messageId: string | null
  sender: string
  senderName: string
  subject: string
  date: string | null
  text: string
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
    text: own(mail.text, longestText) || own(textOf(mail.html ?? ''), longestText),
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

/** The words of an HTML body, a line for each block of it. */
function textOf(html: string): string {
  if (html === '') return ''
  const page = parseHtml(html.slice(0, longestHtml))
  page('script, style, head, title').remove()
  page('br').replaceWith('\n')
  page('p, div, tr, li, blockquote, h1, h2, h3').append('\n')
  page('td, th').append(' ')
  return page
    .root()
    .text()
    .replace(/[^\S\n]+/g, ' ')
    .replace(/ ?\n ?/g, '\n')
    .replace(/\n{3,}/g, '\n\n')
    .trim()
}
