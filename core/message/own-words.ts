/** Characters of an email that are read; what a person writes about one load is shorter. */
export const longestRead = 20_000

/** What mail programs write above the email that is answered, in English, French and Spanish. */
const attributions = [/^On .{1,200} wrote:$/, /^Le .{1,200} a écrit ?:$/, /^El .{1,200} escribió:$/]
/** A line that ends the writer's own words by itself: signature marks, quoted lines, separators. */
const endings = [/^--$/, /^>/, /^-{2,} ?(Original|Forwarded)/i, /^_{10,}$/, /^(Sent from my|Get Outlook for) /i]
const firstHeader = /^\*?From:\*? \S/i
const laterHeader = /^\*?(Sent|Date|To|Subject):/i
/** An attribution is wrapped over so many lines, and so many headers follow the first, at most. */
const [wrappedLines, headerLines] = [3, 4]

/** The writer's own words: up to the signature or the email they answer, at most 20,000 characters. */
export function ownWords(text: string): string {
  const lines = text.slice(0, longestRead).split(/\r?\n/)
  const trimmed = lines.map((line) => line.trim())
  const end = trimmed.findIndex((_, index) => isEnd(trimmed, index))
  return (end < 0 ? lines : lines.slice(0, end)).join('\n').trim()
}

function isEnd(lines: string[], index: number): boolean {
  const line = lines[index]!
  if (endings.some((ending) => ending.test(line))) return true
  if (firstHeader.test(line))
    return lines.slice(index + 1, index + 1 + headerLines).some((each) => laterHeader.test(each))
  return /^(On|Le|El) /.test(line) && isAttribution(lines.slice(index, index + wrappedLines))
}

/** Whether the lines, or the first of them, are one sentence of who wrote when; it may be wrapped. */
const isAttribution = (lines: string[]): boolean =>
  lines.some((_, last) => {
    const sentence = lines.slice(0, last + 1).join(' ')
    return attributions.some((attribution) => attribution.test(sentence))
  })
