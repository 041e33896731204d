import type { FoundPosting } from '#core/search/found'
import { areaOf, type Town } from './areas'

/** What is counted: loads that pick up somewhere, loads that deliver there, trucks that stand there. */
export const talliedWhats = ['loads', 'into', 'trucks'] as const
export type TalliedWhat = (typeof talliedWhats)[number]

export const scopes = ['state', 'area'] as const
export type Scope = (typeof scopes)[number]

/** Counts by what, equipment, scope and code, in one text: `loads van state ID`. */
export type Tally = Map<string, number>

export const tallyKey = (what: TalliedWhat, equipment: string, scope: Scope, code: string): string =>
  `${what} ${equipment} ${scope} ${code}`

/** Counts a posting in (1) or out (-1), at its states and market areas. */
export function count(tally: Tally, { kind, equipment, origin, destination }: FoundPosting, by: 1 | -1): void {
  countAt(tally, kind === 'load' ? 'loads' : 'trucks', equipment, origin, by)
  if (kind === 'load' && destination) countAt(tally, 'into', equipment, destination, by)
}

function countAt(tally: Tally, what: TalliedWhat, equipment: string, town: Town, by: 1 | -1): void {
  const area = areaOf(town)
  add(tally, tallyKey(what, equipment, 'state', town.region), by)
  if (area !== null) add(tally, tallyKey(what, equipment, 'area', area), by)
}

function add(tally: Tally, key: string, by: number): void {
  const next = (tally.get(key) ?? 0) + by
  if (next === 0) tally.delete(key)
  else tally.set(key, next)
}
