/** A stretch of a text that its sender wrote: where it begins and ends. */
export interface OwnLine {
  text: string
  /** Where it begins in the text. */
  from: number
}

export interface OwnPart {
  lines: OwnLine[]
  /** The first words of a mail that was sent on, with whom they are from; null where nothing was. */
  forwardedFrom: string | null
}

const attribution = /^(?:On|El|Le)\b.{4,200}(?:wrote|escribi[oó]|a [eé]crit) ?:?$/i
const attributionStart = /^(?:On|El|Le)\b.*(?:\d{4}|[AP]M|<[^>]+>)/
const separator = /^-{2,} ?(?:Original Message|Forwarded message|Begin forwarded message)/i
const fromHeader = /^\*?(?:From|De):\*? ?\S/i
const laterHeader = /^\*?(?:Sent|Date|To|Cc|Subject|Enviado|Para|Asunto):\*?/i
const signatureMark = /^(?:--|__+|—)$/
const phoneLine = /^(?:Sent from my|Get Outlook for|Enviado desde)/i
const disclaimer =
  /^\W*(?:confidential|notice\b|disclaimer|this (?:e-?mail|message|communication)|the information (?:in|contained)|caution: ?(?:external|this)|please consider the environment|you (?:receive|are receiving|received) this|unsubscribe|to unsubscribe|follow us|if you are not the intended)/i
const valediction =
  /^(?:thanks?(?: you)?(?: so much| again| and .{0,30})?|thx|ty|gracias|saludos|regards|best(?: regards)?|kind regards|warm regards|sincerely|cheers|have a (?:great|good|blessed|nice).{0,20}|respectfully)[\s,.!-]*$/i
/** What stands in signatures and nowhere else. */
const signatureFact =
  /\b(?:MC|DOT|USDOT)\s?#?:?\s?\d{5,8}\b|\b(?:LLC|Inc|L\.L\.C|Corp)\b|\b(?:dispatch(?:er)? manager|dispatcher|owner.operator|logistics manager|operations manager)\b|^(?:o|c|p|t|f|m|office|cell|phone|tel|fax|direct|mobile)\W{0,2}\s?\(?\d{3}|\d{3}-\d{4} ?(?:ext|x)|^\*{3,}$|^[=_]{6,}$/i

const headersFollow = (lines: readonly string[], at: number): boolean =>
  lines.slice(at + 1, at + 5).some((line) => laterHeader.test(line))

/** Whether a line opens what somebody else wrote before. */
function isHistory(lines: readonly string[], at: number): boolean {
  const line = lines[at]!
  if (separator.test(line) || attribution.test(line)) return true
  if (fromHeader.test(line) && headersFollow(lines, at)) return true
  // Wrapped over two or three lines.
  return (
    attributionStart.test(line) && [1, 2].some((more) => attribution.test(lines.slice(at, at + more + 1).join(' ')))
  )
}

/** Whether what is answered is marked line by line: what stands between may be the sender's own again. */
const isQuotedBelow = (lines: readonly string[], at: number): boolean =>
  attribution.test(lines[at]!) && (lines.slice(at + 1).find((line) => line !== '') ?? '').startsWith('>')

/** Whether a line is the first of a signature: a name of few words under a farewell, or what only signatures hold. */
function isSignature(lines: readonly string[], at: number): boolean {
  const line = lines[at]!
  if (signatureMark.test(line) || phoneLine.test(line) || disclaimer.test(line)) return true
  if (valediction.test(line)) return lines.slice(at + 1).every((each) => !/\b\d{1,2}\/\d{1,2}\b/.test(each))
  return signatureFact.test(line)
}

/** A name, a company or an address just above a signature's first certain line belongs to it. */
function withName(lines: readonly string[], start: number, at: number): number {
  let first = at
  for (let before = at - 1; before >= start && at - before <= 3; before--) {
    const line = lines[before]!
    if (line === '') break
    if (line.length > 60 || /\d{1,2}\/\d{1,2}|[.:;!?]$/.test(line) || /^[-*•\d]/.test(line)) break
    if (!/^(?:[A-Z][\w.'&-]*,?\s?){1,6}$/.test(line)) break
    first = before
  }
  return first
}

function ownEnd(lines: readonly string[], start: number): number {
  for (let at = start; at < lines.length; at++) {
    if (isHistory(lines, at) && !isQuotedBelow(lines, at)) return at
    // A greeting of one line is no signature, and a list may begin with a company's name.
    if (at > start && lines.slice(start, at).some((line) => line !== '') && isSignature(lines, at))
      return withName(lines, start, at)
  }
  return lines.length
}

/** Where the words of a mail that was sent on begin, with whom they are from. */
function forwarded(lines: readonly string[], at: number): { start: number; from: string } | null {
  let from = ''
  let start = at
  for (let line = at; line < Math.min(lines.length, at + 9); line++) {
    const said = lines[line]!
    if (fromHeader.test(said)) from = said
    if (said === '' && from !== '') {
      start = line + 1
      break
    }
    if (!separator.test(said) && !fromHeader.test(said) && !laterHeader.test(said) && from !== '') {
      start = line
      break
    }
  }
  return from === '' ? null : { start, from }
}

const fewWords = (lines: readonly string[]): boolean =>
  lines.join(' ').split(/\s+/).filter(Boolean).length <= 12 && !lines.some((line) => /\d{1,2}\/\d{1,2}/.test(line))

/**
 * What of a letter its sender wrote: without the mails it answers, signatures, disclaimers and what is quoted between its own lines. Of a mail
 * that was only sent on, the words of the mail itself.
 */
export function ownPart(text: string, isForward: boolean): OwnPart {
  const lines: OwnLine[] = []
  let from = 0
  for (const line of text.split('\n')) {
    lines.push({ text: line, from })
    from += line.length + 1
  }
  const trimmed = lines.map((line) => line.text.trim())
  const end = ownEnd(trimmed, 0)
  const isQuoted = (line: OwnLine) => /^\s*>/.test(line.text) || attribution.test(line.text.trim())
  const history = trimmed.findIndex((_, at) => isHistory(trimmed, at))
  if (
    history >= 0 &&
    fewWords(trimmed.slice(0, history)) &&
    (isForward || trimmed.slice(0, history).every((line) => line === ''))
  ) {
    const inner = forwarded(trimmed, history)
    if (inner) {
      const stop = ownEnd(trimmed, inner.start)
      return { lines: lines.slice(inner.start, stop).filter((line) => !isQuoted(line)), forwardedFrom: inner.from }
    }
  }
  return { lines: lines.slice(0, end).filter((line) => !isQuoted(line)), forwardedFrom: null }
}
