// What the bureau knows of companies: it follows from the MC number and the week, so that every bureau started says the same.

const day = 86_400_000

/** Bob Jenkins's one-at-a-time hash, folded into 0 to 1. */
export function share(text: string): number {
  let hash = 0
  for (const letter of text) {
    hash = (hash + letter.codePointAt(0)!) | 0
    hash = (hash + (hash << 10)) | 0
    hash ^= hash >>> 6
  }
  hash = (hash + (hash << 3)) | 0
  hash ^= hash >>> 11
  hash = (hash + (hash << 15)) | 0
  return (hash >>> 0) / 2 ** 32
}

const grades = [
  { grade: 'A', upTo: 0.3, days: 24 },
  { grade: 'B', upTo: 0.65, days: 32 },
  { grade: 'C', upTo: 0.85, days: 41 },
  { grade: 'D', upTo: 0.95, days: 53 },
  { grade: 'F', upTo: 1.01, days: 74 },
]

/** A company's report as of the last day of the bureau's counting; null for one that it never heard of. */
export function companyOf(mc: string, now: number) {
  if (share(`known ${mc}`) < 0.08) return null
  const week = Math.floor(now / (7 * day))
  const of = share(`grade ${mc}`)
  const { grade, days } = grades.find(({ upTo }) => of < upTo)!
  const isThin = share(`thin ${mc}`) < 0.06
  const factoring = { A: 'buys', B: 'buys', C: 'ask', D: 'ask', F: 'declines' }[grade]!
  return {
    mc_number: mc,
    grade,
    days_to_pay: isThin ? null : days + Math.round(share(`${week} ${mc}`) * 8),
    factoring: share(`odd ${mc}`) < 0.05 ? 'ask' : factoring,
    as_of: new Date((Math.floor(now / day) - 1 - Math.floor(share(`day ${mc}`) * 5)) * day).toISOString().slice(0, 10),
  }
}
