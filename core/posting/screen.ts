/** What must not be in a text that leaves the building. */
export interface Secrets {
  customerName: string
  /** The freight, where the shipper keeps it secret; null otherwise. */
  hiddenFreight: string | null
  /** What the customer pays and the most we may pay, in minor units. */
  amountsMinor: (number | null)[]
}

/** Words that many firms and goods share: they give nobody away. */
const common = new Set([
  'the',
  'and',
  'of',
  'for',
  'inc',
  'llc',
  'ltd',
  'co',
  'corp',
  'company',
  'group',
  'usa',
  'us',
  'foods',
  'food',
  'farms',
  'farm',
  'growers',
  'packaging',
  'steel',
  'tile',
  'beverage',
  'egg',
  'eggs',
  'freight',
  'goods',
  'products',
  'supply',
  'brothers',
  'sons',
  'bros',
  'general',
  'dry',
  'frozen',
  'fresh',
  'new',
  'used',
  'bulk',
  'bagged',
  'palletized',
  'pallets',
])

const plain = (text: string) => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()
const wordsOf = (text: string) =>
  plain(text)
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word.length > 0)
/** Letters alone, so that `s n o w m e l t` is found. */
const lettersOf = (text: string) => plain(text).replace(/[^\p{L}\p{N}]/gu, '')

/**
 * What of our secrets is in a text for carriers, in words for the person who has to change it; empty where nothing does. The customer's name
 * is found by its telling words, spaced out or run together; amounts also with blanks and commas in them. It cannot find an amount
 * spelt out: that only a person wrote the text is what keeps such out.
 */
export function secretsIn(text: string, secrets: Secrets): string[] {
  return [
    ...nameIn(text, secrets.customerName, 'the customer'),
    ...(secrets.hiddenFreight ? nameIn(text, secrets.hiddenFreight, 'the freight that is kept secret') : []),
    ...amountsIn(text, secrets.amountsMinor),
  ]
}

function nameIn(text: string, name: string, what: string): string[] {
  const telling = wordsOf(name).filter((word) => word.length >= 4 && !common.has(word))
  const words = new Set(wordsOf(text).flatMap((word) => [word, word.replace(/s$/, '')]))
  const run = lettersOf(text)
  const whole = lettersOf(name)
  const found = telling.filter(
    (word) => words.has(word.replace(/s$/, '')) || words.has(word) || (word.length >= 6 && run.includes(word)),
  )
  if (whole.length >= 5 && run.includes(whole)) return [`it names ${what} (${name})`]
  // One telling word is enough where it is the only one; of several, two have to occur together in the text.
  return found.length >= Math.min(2, telling.length) && telling.length > 0
    ? [`it names ${what} (${found.join(' ')})`]
    : []
}

function amountsIn(text: string, amounts: (number | null)[]): string[] {
  const said = [...text.matchAll(/\d[\d\s,.']*\d|\d/g)].map(([run]) =>
    run
      .replace(/[\s,']/g, '')
      .replace(/\.\d{1,2}$|\.$/, '')
      .replaceAll('.', ''),
  )
  const wanted = new Set(
    amounts
      .filter((amount): amount is number => amount !== null && amount >= 10_000)
      .map((amount) => String(Math.floor(amount / 100))),
  )
  const found = said.find((digits) => wanted.has(digits))
  return found ? [`it contains an amount of ours (${Number(found).toLocaleString('en-US')})`] : []
}
