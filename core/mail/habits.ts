import { type Equipment, equipmentKinds } from '../load/load'
import type { TruckFacts } from '../truck/truck'
import type { MailPart, MailTruck, Span } from './mail'
import type { PlaceFinder } from './place-finder'

export const habitKinds = ['place', 'equipment'] as const

/** What a word of one sender stands for, learnt from what a person put right: `the yard` is Nampa, ID. */
export interface MailHabit {
  kind: (typeof habitKinds)[number]
  /** In lower case, with single spaces. */
  words: string
  /** A town with its state, or a kind of trailer. */
  meaning: string
}

/** Words of more characters are a sentence, not a name. */
const longest = 40

/** The words of a fact as a habit keeps them: numbers say how many or how long, not what it is. */
function wordsAt(parts: readonly MailPart[], at: Span | null, kind: MailHabit['kind']): string | null {
  if (!at) return null
  const said = parts[at.part]?.text.slice(at.from, at.to).toLowerCase().replace(/\s+/g, ' ').trim() ?? ''
  const words =
    kind === 'equipment' ? said.replace(/^(?:an?|one|two|three|[\d'’"x×-]+|ft|foot)\b\s*|[\d'’"]+/g, '').trim() : said
  return words.length > 0 && words.length <= longest ? words : null
}

/** What a person's correction of a truck teaches about its sender; nothing where only days and figures were wrong. */
export function habitsFrom(read: MailTruck, parts: readonly MailPart[], corrected: TruckFacts): MailHabit[] {
  const { place, equipment } = read
  const habits: MailHabit[] = []
  const town = wordsAt(parts, place.at, 'place')
  if (town && (place.value.city !== corrected.city || place.value.region !== corrected.region))
    habits.push({ kind: 'place', words: town, meaning: `${corrected.city}, ${corrected.region}` })
  const trailer = wordsAt(parts, equipment?.at ?? null, 'equipment')
  if (trailer && equipment && equipment.value !== corrected.equipment)
    habits.push({ kind: 'equipment', words: trailer, meaning: corrected.equipment })
  return habits
}

/** A sender's habits as a reader looks them up. */
export interface HabitBook {
  places: PlaceFinder['nicknames']
  trailers: ReadonlyMap<string, Equipment>
}

export function habitBook(habits: readonly MailHabit[]): HabitBook {
  const places = new Map<string, { city: string; region: string }>()
  const trailers = new Map<string, Equipment>()
  for (const { kind, words, meaning } of habits) {
    const town = /^(.+), ([A-Z]{2,3})$/.exec(meaning)
    if (kind === 'place' && town) places.set(words, { city: town[1]!, region: town[2]! })
    const trailer = equipmentKinds.find((each) => each === meaning)
    if (kind === 'equipment' && trailer) trailers.set(words, trailer)
  }
  return { places: places.size > 0 ? places : undefined, trailers }
}
