/** What can be read with certainty from a carrier's mail about one load. */
export interface ReplyFacts {
  amountMinor: number | null
  mcNumber: string | null
}

/**
 * Reads one price and one MC number from a plain mail text. Quoted history and signatures are
 * left out; two different prices are none, because a wrong one is worse than a question.
 */
export function readReply(text: string): ReplyFacts {
  const own = ownWords(text)
  const amounts = new Set([...own.matchAll(/(?:\$\s*|usd\s*)(\d{1,3}(?:,\d{3})|\d{3,5})(\.\d{2})?(?!\d)/gi)].map((match) => Math.round(Number(`${match[1]!.replaceAll(',', '')}${match[2] ?? ''}`) * 100)))
  const numbers = new Set([...text.slice(0, 20_000).matchAll(/\bMC\s?#?-?\s?(\d{4,8})\b/gi)].map((match) => match[1]!))
  return {
    amountMinor: amounts.size === 1 ? [...amounts][0]! : null,
    mcNumber: numbers.size === 1 ? [...numbers][0]! : null,
  }
}

/** The writer's own words: up to the signature or the quoted mail, at most 20,000 characters. */
export function ownWords(text: string): string {
  const lines = text.slice(0, 20_000).split(/\r?\n/)
  const end = lines.map((line) => line.trim()).findIndex((line) => line === '--' || line.startsWith('>') || /^On .{1,200} wrote:$/.test(line) || /^-{2,} ?Original/i.test(line))
  return (end < 0 ? lines : lines.slice(0, end)).join('\n').trim()
}

/** The load a reply belongs to, from the plus part of the address it came to: `offers+k7x2@…`. */
export function replyReference(address: string): string | null {
  return /^[^@+\s]{1,64}\+([a-z0-9]{4,32})@/i.exec(address)?.[1]?.toLowerCase() ?? null
}
