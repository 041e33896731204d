/** A word, a number or a sign of a text, with where it stands. */
export interface Token {
  /** Lower case, without accents. */
  text: string
  raw: string
  kind: 'word' | 'number' | 'sign'
  from: number
  to: number
}

const pattern = /[A-Za-zÀ-ÿ]+(?:['’][A-Za-z]+)?|\d+(?:,\d{3})*(?:\.\d+)?|[^\s]/g

const withoutAccents = (text: string): string =>
  /[^\u0020-\u007e]/.test(text) ? text.normalize('NFD').replace(/[\u0300-\u036f]/g, '') : text

function kindOf(raw: string): Token['kind'] {
  const first = raw.charCodeAt(0)
  if (first >= 48 && first <= 57) return 'number'
  return /[A-Za-zÀ-ÿ]/.test(raw) ? 'word' : 'sign'
}

/** The tokens of a text; `offset` is where the text begins in the part it is of. Numbers keep their commas and decimals (`44,500`, `2.60`). */
export function tokensOf(text: string, offset = 0): Token[] {
  const tokens: Token[] = []
  for (const match of text.matchAll(pattern)) {
    const raw = match[0]
    const from = offset + match.index
    const word = withoutAccents(raw).toLowerCase().replace('’', "'")
    tokens.push({
      text: word === '–' || word === '—' ? '-' : word,
      raw,
      kind: kindOf(raw),
      from,
      to: from + raw.length,
    })
  }
  return tokens
}

/** A number as it is written (`44,500`) as a number; NaN for what is none. */
export const numberOf = (token: Token | undefined): number =>
  token?.kind === 'number' ? Number(token.text.replaceAll(',', '')) : Number.NaN

/** Whether nothing stands between two tokens. */
export const touches = (one: Token | undefined, other: Token | undefined): boolean =>
  one !== undefined && other !== undefined && one.to === other.from
