/** Words of a firm's name that say what kind of firm it is, not which. */
const forms = new Set([
  'llc',
  'inc',
  'incorporated',
  'corp',
  'corporation',
  'co',
  'company',
  'ltd',
  'limited',
  'lp',
  'llp',
  'pllc',
  'the',
  'and',
])

/** A firm's name as it is compared: lower case, without accents, punctuation and legal form. `Night Heron Lines, L.L.C.` is `night heron lines`. */
export function nameKey(name: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[.'’]/g, '')
    .replace(/[^a-z0-9]+/g, ' ')
  const kept = plain.split(' ').filter((word) => word !== '' && !forms.has(word))
  return kept.length > 0 ? kept.join(' ') : plain.trim()
}

/** Whether two spellings mean the same firm. */
export const sameName = (one: string, other: string): boolean => nameKey(one) === nameKey(other)
