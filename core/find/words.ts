const maxTerms = 8

/** The words and numbers of what somebody typed, in lower case. */
export const termsOf = (typed: string): string[] =>
  (typed.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []).slice(0, maxTerms)

/** No term is known to be a whole word: each may be the beginning of one. */
const none: ReadonlySet<string> = new Set()

const beginning = (word: string) => `"${word}"*`

/**
 * One term as a full-text query (SQLite FTS5): from its beginning; a plural also as its singular (`reefers`), letters and digits
 * typed together also apart (`pr26012`).
 */
function termQuery(term: string, whole: ReadonlySet<string>): string {
  if (whole.has(term)) return `"${term}"`
  const apart = /^(\p{L}+)(\p{N}+)$/u.exec(term)
  const singular = /^(\p{L}{3,})s$/u.exec(term)
  const others = [
    ...(apart ? [`(${beginning(apart[1]!)} AND ${beginning(apart[2]!)})`] : []),
    ...(singular ? [beginning(singular[1]!)] : []),
  ]
  return others.length === 0 ? beginning(term) : `(${[beginning(term), ...others].join(' OR ')})`
}

const allOf = (terms: readonly string[], whole: ReadonlySet<string>) =>
  terms.map((term) => termQuery(term, whole)).join(' AND ')

/** Terms that say which way a lane goes, and are no names themselves. */
const isDirection = (term: string) => term === 'to' || term === 'from'

/**
 * A full-text query for what holds every term, in any order and anywhere; null where there is no term. Terms in `whole` are looked for as
 * they are, the others as the beginning of a word: that reads many more entries.
 */
export function anywhereQuery(terms: readonly string[], whole = none): string | null {
  const names = terms.filter((term) => !isDirection(term))
  return names.length === 0 ? null : allOf(names, whole)
}

/**
 * A full-text query for the loads whose lane goes the way it was typed: at some place between the terms, those before it are of the origin and those
 * after it of the destination, or of neither. A `to` among them is that place. Null where the terms have no order.
 */
export function directedQuery(terms: readonly string[], whole = none): string | null {
  const to = terms.indexOf('to')
  const names = terms.filter((term) => !isDirection(term))
  if (names.length < 2) return null
  const isSplit = to > 0 && to < terms.length - 1
  const splits = isSplit
    ? [terms.slice(0, to).filter((term) => !isDirection(term)).length]
    : names.slice(1).map((_, at) => at + 1)
  return splits
    .map(
      (at) =>
        `({origin other} : (${allOf(names.slice(0, at), whole)}) AND {dest other} : (${allOf(names.slice(at), whole)}))`,
    )
    .join(' OR ')
}
