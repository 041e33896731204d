/** One of our postings as it should be on a board. */
export interface OwnPosting {
  id: number
  reference: string
  externalId: string | null
  /** Whether it should be there; null while something is on its way that will change that. */
  shouldShow: boolean | null
  /** Every field as the board should show it. */
  fields: Record<string, unknown> | null
}

/** One of our postings as the board lists it for us. */
export interface ListedPosting {
  reference: string
  externalId: string
  fields: Record<string, unknown>
}

/** What has to be put right on a board. */
export type Correction =
  /** It shows what should not be there. */
  | { kind: 'stray'; reference: string; externalId: string; postingId: number | null }
  /** It shows the same twice. */
  | { kind: 'doubled'; reference: string; externalId: string; postingId: number }
  /** It does not show what it said that it shows. */
  | { kind: 'missing'; postingId: number }
  /** It lists it for us, but nobody else sees it. */
  | { kind: 'unseen'; reference: string; externalId: string; postingId: number }
  /** It shows something else than we sent. */
  | { kind: 'differs'; postingId: number; externalId: string; fields: string[] }

/** Why something on a board was put right, in words for the log. */
export const correctionWords = (board: string, why: Correction['kind'], fields: readonly string[]): string =>
  ({
    stray: `${board} still showed the load: taken down again`,
    doubled: `${board} showed the load twice: one taken down`,
    missing: `${board} no longer showed the load: posted again`,
    unseen: `${board} listed the load but showed it to nobody: posted again`,
    differs: `${board} showed something else than we sent (${fields.join(', ')}): sent again`,
  })[why]

/**
 * What has to be put right so that a board shows what it should: strays and doubles down, missing ones back, differences sent again. What is on its way is
 * left alone. `seen`: the references that others see on the board; null where nobody looked.
 */
export function comparePostings(
  own: readonly OwnPosting[],
  listed: readonly ListedPosting[],
  seen: ReadonlySet<string> | null,
): Correction[] {
  const ownOf = new Map(own.map((posting) => [posting.reference, posting]))
  const listedOf = groupBy(listed, ({ reference }) => reference)
  const corrections: Correction[] = []
  for (const [reference, all] of listedOf) {
    const posting = ownOf.get(reference)
    if (posting?.shouldShow === null) continue
    if (posting?.shouldShow) corrections.push(...correctionsOf(posting, all, seen))
    else
      for (const { externalId } of all)
        corrections.push({ kind: 'stray', reference, externalId, postingId: posting?.id ?? null })
  }
  for (const posting of own)
    if (posting.shouldShow && !listedOf.has(posting.reference))
      corrections.push({ kind: 'missing', postingId: posting.id })
  return corrections
}

/** What is wrong with a posting that is listed, once or more often. */
function correctionsOf(
  { id: postingId, reference, externalId, fields }: OwnPosting,
  listed: readonly ListedPosting[],
  seen: ReadonlySet<string> | null,
): Correction[] {
  const kept = listed.find((each) => each.externalId === externalId) ?? listed[0]!
  const doubles = listed
    .filter((each) => each !== kept)
    .map((each): Correction => ({ kind: 'doubled', reference, externalId: each.externalId, postingId }))
  if (seen && !seen.has(reference))
    return [...doubles, { kind: 'unseen', reference, externalId: kept.externalId, postingId }]
  const wrong = fields ? differingFields(fields, kept.fields) : []
  return wrong.length > 0
    ? [...doubles, { kind: 'differs', postingId, externalId: kept.externalId, fields: wrong }]
    : doubles
}

function groupBy<Item>(items: readonly Item[], keyOf: (item: Item) => string): Map<string, Item[]> {
  const groups = new Map<string, Item[]>()
  for (const item of items) groups.set(keyOf(item), [...(groups.get(keyOf(item)) ?? []), item])
  return groups
}

/** The fields that are shown otherwise than they were sent; what is empty may be left out. */
export const differingFields = (sent: Record<string, unknown>, shown: Record<string, unknown>): string[] =>
  Object.keys(sent).filter((field) => plain(sent[field]) !== plain(shown[field]))

/** A value as text in which the order of names and the kind of emptiness do not matter. */
function plain(value: unknown): string {
  if (value === null || value === undefined || value === '') return ''
  if (Array.isArray(value)) return `[${value.map(plain).join(',')}]`
  if (typeof value !== 'object') return String(value)
  const entries = Object.entries(value)
    .map(([name, inner]): [string, string] => [name, plain(inner)])
    .filter(([, inner]) => inner !== '')
  return `{${entries
    .toSorted(([one], [other]) => (one < other ? -1 : 1))
    .map(([name, inner]) => `${name}:${inner}`)
    .join(',')}}`
}
