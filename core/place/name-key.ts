/** Words of place names that are written in more than one way, each to its short form. */
const shortForms: Record<string, string> = {
  saint: 'st',
  sainte: 'ste',
  fort: 'ft',
  mount: 'mt',
  mountain: 'mtn',
  north: 'n',
  south: 's',
  east: 'e',
  west: 'w',
  heights: 'hts',
  springs: 'spgs',
  junction: 'jct',
  township: 'twp',
  point: 'pt',
}

/**
 * The form in which place names are compared: lower case, no accents or punctuation, and the
 * words that people shorten in their short form (`Saint Louis` and `St. Louis` are both `st louis`).
 */
export function nameKey(name: string): string {
  return wordsOf(name).map(shortForm).join(' ')
}

/** The words of a name in lower case, without accents and punctuation. */
export function wordsOf(name: string): string[] {
  const plain = name
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/['’.]/g, '')
    .toLowerCase()
  return plain.split(/[^a-z0-9]+/).filter((word) => word !== '')
}

/** A word's short form where it has one. */
export const shortForm = (word: string): string => shortForms[word] ?? word
