import type { Equipment } from '../load/load'
import type { Fact, MailPlace, MailRate, MailTruck, Span } from './mail'
import type { Mark } from './marks'

/** A truck while it is put together: what was said of it so far. */
export interface Draft {
  place: Fact<MailPlace> | null
  equipment: Fact<Equipment> | null
  count: Fact<number> | null
  from: Fact<string> | null
  to: Fact<string> | null
  isTonight: boolean
  /** Whether its day stands apart behind all trucks of the sentence: `a reefer in Boise, a van in Nampa, both tomorrow`. */
  hasSharedDay: boolean
  radiusMiles: Fact<number> | null
  destinations: Fact<string>[]
  /** The group of states that its destinations begin with, until single states name it closer. */
  hasGroup: boolean
  avoids: Fact<string>[]
  goesAnywhere: boolean
  lengthFt: Fact<number> | null
  weightLb: Fact<number> | null
  rate: Fact<MailRate> | null
  isGone: boolean
}

/** A truck of which nothing was said yet. Written out: it is made for every sentence, and spreads of spreads stood high in the profile. */
export const emptyDraft = (): Draft => ({
  place: null,
  equipment: null,
  count: null,
  from: null,
  to: null,
  isTonight: false,
  hasSharedDay: false,
  radiusMiles: null,
  destinations: [],
  hasGroup: false,
  avoids: [],
  goesAnywhere: false,
  lengthFt: null,
  weightLb: null,
  rate: null,
  isGone: false,
})

export const fact = <Value>(
  value: Value,
  mark: { span: Omit<Span, 'part'> } | null,
  part: number,
  confidence = 0.95,
): Fact<Value> => ({
  value,
  at: mark && { part, ...mark.span },
  confidence,
})

/** The same fact where it is only taken over from somewhere else. */
export const taken = <Value>(known: Fact<Value> | null, by = 0.95): Fact<Value> | null =>
  known && { ...known, confidence: known.confidence * by }

export const placeWords = ({ city, region }: MailPlace): string => `${city}, ${region}`

/** Sets the day of a draft from a mark. */
export function setDay(draft: Draft, mark: Extract<Mark, { kind: 'day' }>, part: number): void {
  draft.from = fact(mark.from, mark, part, mark.confidence)
  draft.to = mark.to === null ? null : fact(mark.to, mark, part, mark.confidence)
  draft.isTonight = mark.isTonight
}

/** Fills what a draft does not say with what another says; places and what is gone stay its own. */
export function fill(draft: Draft, other: Draft, by: number): void {
  draft.equipment ??= taken(other.equipment, by)
  if (!draft.from && other.from) [draft.from, draft.to] = [taken(other.from, by), taken(other.to, by)]
  draft.count ??= null
  draft.lengthFt ??= taken(other.lengthFt, by)
  draft.weightLb ??= taken(other.weightLb, by)
  draft.radiusMiles ??= taken(other.radiusMiles, by)
  draft.rate ??= taken(other.rate, by)
  if (draft.destinations.length === 0 && !draft.goesAnywhere)
    draft.destinations = other.destinations.map((each) => taken(each, by)!)
  draft.goesAnywhere ||= other.goesAnywhere
  draft.avoids = [
    ...draft.avoids,
    ...other.avoids.filter(({ value }) => !draft.avoids.some((own) => own.value === value)),
  ]
}

/** A draft as a truck; null where it names no place or no day can be said. */
export function asTruck(draft: Draft, today: string): MailTruck | null {
  if (!draft.place || draft.isGone) return null
  const { place, equipment, radiusMiles, destinations, avoids, lengthFt, weightLb, rate } = draft
  const from = draft.from ?? { value: today, at: null, confidence: 0.55 }
  const unique = new Map(destinations.map((each) => [each.value, each]))
  return {
    ...{ place, equipment, count: draft.count ?? { value: 1, at: null, confidence: 0.95 } },
    ...{ from, to: draft.to && draft.to.value > from.value ? draft.to : null },
    ...{ radiusMiles, destinations: [...unique.values()], avoids, lengthFt, weightLb, rate },
  }
}
