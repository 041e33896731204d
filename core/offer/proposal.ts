import { z } from 'zod'
import { domainLikeness, domainOf, isFreeDomain } from '../vetting/mail-domain'

/** Something that speaks for or against a message being from the carrier it says. */
export const signSchema = z.object({ speaks: z.enum(['for', 'against']), words: z.string() })
export type Sign = z.output<typeof signSchema>

/** What the receiving server found out about a sender (RFC 8601): passed, failed, or said nothing. */
export type Authentication = 'pass' | 'fail' | 'none'

export interface SenderFacts {
  carrierName: string
  sender: string
  /** Email addresses on file for the carrier. */
  onFile: string[]
  authentication: { spf: Authentication; dkim: Authentication; dmarc: Authentication }
  /** Whether the MC number in the text is what led to the carrier. */
  byNumber: boolean
}

/** What speaks for and against a message being from the carrier it names, and whether its address is one we have on file and nothing speaks against it. */
export function weighSender(facts: SenderFacts): { isKnown: boolean; isProven: boolean; signs: Sign[] } {
  const sender = facts.sender.toLowerCase()
  const onFile = facts.onFile.map((mail) => mail.toLowerCase())
  const isOnFile = onFile.includes(sender)
  const signs: Sign[] = [
    isOnFile
      ? { speaks: 'for', words: 'the address is on file' }
      : { speaks: 'against', words: `${sender} is not on file for ${facts.carrierName}` },
  ]
  if (!isOnFile) signs.push(...domainSigns(sender, onFile))
  if (facts.byNumber) signs.push({ speaks: 'for', words: 'the text names its MC number, which anybody can look up' })
  for (const [check, result] of Object.entries(facts.authentication)) {
    if (result !== 'none')
      signs.push({
        speaks: result === 'pass' ? 'for' : 'against',
        words: `${check.toUpperCase()} ${result === 'pass' ? 'passed' : 'failed'}`,
      })
  }
  const results = Object.values(facts.authentication)
  const hasFailed = results.includes('fail')
  return { isKnown: isOnFile && !hasFailed, isProven: isOnFile && !hasFailed && results.includes('pass'), signs }
}

function domainSigns(sender: string, onFile: string[]): Sign[] {
  const domain = domainOf(sender)
  if (domain === null) return []
  if (isFreeDomain(domain)) return [{ speaks: 'against', words: `anybody can have an address at ${domain}` }]
  const likenesses = onFile
    .map(domainOf)
    .filter((filed): filed is string => filed !== null && !isFreeDomain(filed))
    .map((filed) => ({ filed, likeness: domainLikeness(domain, filed) }))
  const same = likenesses.find(({ likeness }) => likeness === 'same')
  if (same) return [{ speaks: 'for', words: `${domain} is the carrier's own domain` }]
  const alike = likenesses.find(({ likeness }) => likeness !== 'different')
  return alike ? [{ speaks: 'against', words: `${domain} looks like ${alike.filed} and is not` }] : []
}

/** The results in `Authentication-Results` headers of the server that received the message; what anybody else wrote there counts for nothing. */
export function readAuthentication(headers: readonly string[], ourServer: string): SenderFacts['authentication'] {
  const own = headers.find((header) => header.trim().toLowerCase().split(/[\s;]/)[0] === ourServer.toLowerCase()) ?? ''
  const of = (check: string): Authentication => {
    const said = new RegExp(`(?:^|[;\\s])${check}=(\\w+)`, 'i').exec(own)?.[1]?.toLowerCase()
    if (said === 'pass') return 'pass'
    if (said === 'fail' || said === 'softfail' || said === 'permerror') return 'fail'
    return 'none'
  }
  return { spf: of('spf'), dkim: of('dkim'), dmarc: of('dmarc') }
}

/** What becomes of a message that names a price: an offer at once, or a proposal for a person. */
export function isOfferAtOnce(facts: {
  isKnown: boolean
  isProven: boolean
  amountMinor: number | null
  replacesOpenOffer: boolean
}): boolean {
  if (facts.amountMinor === null || !facts.isKnown) return false
  // An address alone can be forged: without the receiving server's word it replaces nothing in force.
  return facts.isProven || !facts.replacesOpenOffer
}
