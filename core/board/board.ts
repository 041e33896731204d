import { z } from 'zod'
import type { Equipment } from '../load/load'
import { equipmentWords } from '../load/words'
import type { BoardPosting } from '../posting/posting'

/** How a load board is reached. A secret left empty keeps the one on file. */
export const boardSettingsSchema = z.object({
  name: z.string().min(1).max(40),
  url: z
    .string()
    .trim()
    .max(300, 'At most 300 characters')
    .pipe(z.url({ protocol: /^https?$/, error: 'Give an address that begins with http:// or https://' })),
  account: z.string().trim().max(200, 'At most 200 characters').default(''),
  secret: z.string().max(300, 'At most 300 characters').default(''),
  callbackSecret: z.string().max(300, 'At most 300 characters').default(''),
  /** Postings are refreshed this often inside the office's hours; null: never. */
  refreshMinutes: z
    .number('Give minutes, or leave it empty')
    .int()
    .min(15, 'At least 15 minutes')
    .max(1440, 'At most a day')
    .nullable()
    .default(60),
})
export type BoardSettings = z.output<typeof boardSettingsSchema>

/** What a board can show, and what it asks for to let us in. */
export interface BoardRules {
  /** Stable: the database and every log line call the board by it. */
  name: string
  /** What signs us in: what the fields are called; null where the board has no such thing. */
  accountWords: string | null
  secretWords: string
  callbackWords: string | null
  commentLength: number
  equipment: readonly Equipment[] | 'all'
  /** What it cannot show, of what a posting may say. */
  lacks: readonly Lacking[]
  /** A posting may not be refreshed more often. */
  leastRefreshMinutes: number
}

export const lackings = [
  'stops',
  'temperature',
  'hours',
  'pay',
  'gear',
  'pieces',
  'minTrucks',
  'audience',
  'loads',
  'phone',
  'also',
  'liftgate',
] as const
export type Lacking = (typeof lackings)[number]

const lostWords: Record<Lacking, (posting: BoardPosting) => string | null> = {
  stops: ({ stops }) => (stops.length > 2 ? `the ${stops.length - 2} stops between` : null),
  temperature: ({ tempMinF, tempMaxF }) => (tempMinF !== null || tempMaxF !== null ? 'the temperature' : null),
  hours: ({ stops }) => (stops.some(({ earliestLocal }) => earliestLocal) ? 'hours, only days' : null),
  pay: ({ pay }) => (pay ? 'the price' : null),
  gear: ({ gear }) => (gear.length > 0 ? 'required gear' : null),
  pieces: ({ pieces }) => (pieces ? 'pieces and their size' : null),
  minTrucks: ({ minTrucks }) =>
    minTrucks ? `that carriers need ${minTrucks} trucks: those with fewer will see it` : null,
  audience: () => null,
  loads: ({ loads }) => (loads > 1 ? `that there are ${loads} loads` : null),
  phone: ({ phone }) => (phone ? 'the phone' : null),
  also: ({ alsoEquipment }) => (alsoEquipment.length > 0 ? 'other equipment that would do' : null),
  liftgate: ({ stops }) => (stops.some(({ needsLiftgate }) => needsLiftgate) ? 'that a lift gate is needed' : null),
}

/** What of a posting a board cannot take at all, in words; null where it takes it. */
export function refusedBy(rules: BoardRules, posting: BoardPosting): string | null {
  if (rules.equipment !== 'all' && !rules.equipment.includes(posting.equipment))
    return `${rules.name} has no ${equipmentWords[posting.equipment].toLowerCase()} loads.`
  if (posting.onlyMc !== null && rules.lacks.includes('audience'))
    return `${rules.name} shows what is posted to everybody: it cannot keep it to some carriers.`
  return rules.lacks.includes('phone') && !posting.replyTo
    ? `${rules.name} is answered by email only: let carriers write.`
    : null
}

/** What of a posting a board will not show, in words, before it is posted. */
export function lostOn(rules: BoardRules, posting: BoardPosting): string[] {
  const lost = rules.lacks.flatMap((lacking) => lostWords[lacking](posting) ?? [])
  const over = posting.remarks.length - rules.commentLength
  return over > 0 ? [...lost, `the last ${over} characters of the comments`] : lost
}

/** A text cut to what a board takes, at a space where there is one near. */
export function cutTo(text: string, length: number): string {
  if (text.length <= length) return text
  const cut = text.slice(0, length)
  const space = cut.lastIndexOf(' ')
  return (space > length * 0.6 ? cut.slice(0, space) : cut).trimEnd()
}

/** Every way a change of a board's settings can be refused, with its sentence. */
export const boardRefusals = {
  no_such_board: () => 'There is no such board.',
  not_connected: ({ name }: { name: string }) => `${name} is not connected.`,
  needs: ({ what }: { what: string }) => `Give this: ${what}. None is on file.`,
  too_often: ({ name, minutes }: { name: string; minutes: number }) =>
    `${name} allows a refresh every ${minutes} minutes at most.`,
}
