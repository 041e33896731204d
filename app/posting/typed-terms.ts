import type { Equipment } from '#core/load/load'
import { formatAmount, readAmount } from '#core/money/money'
import type { Gear, PostingTerms } from '#core/posting/terms'
import { dayOf, toInstant, toLocal } from '#core/time/local'
import { readUntil } from '#core/time/read-when'
import { dayClockWords, nearDayWords } from '#core/time/words'
import type { LoadPage } from '#server/load-page/read'

/** What the posting form holds, as it is typed. */
export interface TypedTerms {
  places: PostingTerms['places']
  times: PostingTerms['times']
  payKind: PostingTerms['payKind']
  pay: string
  alsoEquipment: Equipment[]
  gear: Gear[]
  showsPieces: boolean
  freight: string
  /** One comment a line. */
  comments: string
  /** What the load's notes say to carriers: left as it is, the posting follows them. */
  notes: string
  answerBy: PostingTerms['answerBy']
  minTrucks: string
  likeLoadIds: number[]
  toWhom: 'everybody' | 'chosen'
  groupIds: number[]
  carriers: { id: number; name: string }[]
  /** Minutes; empty: never. */
  publicAfter: string
  /** When it is public, where that was settled before. */
  publicAt: number | null
  /** Empty: before the pickup, by itself. */
  expires: string
  expiresAt: number | null
}

/** What carriers may read of a load's notes, at first. */
const notesOf = ({ notes }: LoadPage): string =>
  notes
    .filter(({ audience }) => audience === 'carrier')
    .map(({ text }) => text)
    .join(' ')
    .trim()

/** The form of terms; a price is offered where one is shown. */
export function typedFrom(terms: PostingTerms, page: LoadPage, carriers: TypedTerms['carriers'] = []): TypedTerms {
  const { payMinor, comments, minTrucks, expiresAt, audience, ...rest } = terms
  const pay = payMinor ?? page.load.targetPayMinor
  return {
    ...rest,
    pay: pay === null ? '' : formatAmount(pay),
    comments: comments === null ? notesOf(page) : comments.join('\n'),
    notes: notesOf(page),
    minTrucks: minTrucks === null ? '' : String(minTrucks),
    toWhom: audience === null ? 'everybody' : 'chosen',
    groupIds: audience?.groupIds ?? [],
    carriers,
    publicAfter: String(audience?.publicAfterMinutes ?? ''),
    publicAt: audience?.publicAt ?? null,
    expires: '',
    expiresAt,
  }
}

/** The terms of a form; what cannot be read is wrong at its field. */
export function termsFrom(typed: TypedTerms): { terms: PostingTerms; wrong: Record<string, string> | null } {
  const { pay, comments, notes, minTrucks, expires, expiresAt, ...others } = typed
  const { toWhom: _, groupIds: __, carriers: ___, publicAfter: ____, publicAt: _____, ...rest } = others
  const payMinor = typed.payKind === 'none' ? null : readAmount(pay)
  const trucks = minTrucks.trim() === '' ? null : Number(minTrucks)
  const wrong: Record<string, string> = {}
  if (typed.payKind !== 'none' && !payMinor) wrong.payMinor = 'Give the price: 2350'
  if (trucks !== null && !Number.isInteger(trucks)) wrong.minTrucks = 'Give a number'
  if (expires.trim() !== '' && expiresAt === null) wrong.expiresAt = 'Say when: 5p, tomorrow 9'
  const audience = audienceFrom(typed)
  if (audience && Number.isNaN(audience.publicAfterMinutes))
    wrong.publicAfterMinutes = 'Give minutes, or leave it empty'
  const lines = comments
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
  const terms: PostingTerms = {
    ...rest,
    payMinor: payMinor ?? null,
    comments: comments.trim() === notes ? null : lines,
    minTrucks: trucks !== null && Number.isInteger(trucks) ? trucks : null,
    audience,
    expiresAt,
  }
  return { terms, wrong: Object.keys(wrong).length > 0 ? wrong : null }
}

/** Who sees it; `publicAfterMinutes` is not a number where none can be read. */
function audienceFrom({ toWhom, groupIds, carriers, publicAfter, publicAt }: TypedTerms): PostingTerms['audience'] {
  if (toWhom === 'everybody') return null
  const minutes = publicAfter.trim() === '' ? null : Number(publicAfter)
  return { groupIds, carrierIds: carriers.map(({ id }) => id), publicAfterMinutes: minutes, publicAt }
}

/** When a typed end is, by the clock of the pickup; null where it cannot be read. */
export function readEnd(typed: string, now: number, zone: string): { at: number; words: string } | null {
  const nowLocal = toLocal(now, zone)
  const local = readUntil(typed, nowLocal)
  if (local === null) return null
  const day = nearDayWords(dayOf(local), dayOf(nowLocal))
  return { at: toInstant(local, zone), words: dayClockWords(day, local) }
}
