import { refused } from '#core/decision/refusal'
import { transitHours } from '#core/miles/drive'
import { localRoads } from '#core/miles/roads'
import { howFarRefusals } from '#core/miles/words'
import type { HowFarQuestion } from '#core/place/how-far'
import type { FoundPlace } from '#core/place/search'
import { miles } from '#server/atlas.server'
import type { Db } from '#server/db.server'
import { findPlaces } from '#server/place/find'

export interface HowFar {
  places: FoundPlace[]
  miles: number
  /** By the shortest way, whatever the roads; the same where that is the practical one. */
  shortest: number
  /** Wheel hours, and hours on the way with the rests of one driver and of a team. */
  hours: number
  single: number
  team: number
  roads: { road: string; miles: number }[]
}

export type HowFarAnswer = HowFar | { refusal: { code: keyof typeof howFarRefusals; message: string } }

/** How far, how long and by which roads between the likeliest places of those names. */
export function howFar(db: Db, question: HowFarQuestion, now: number): HowFarAnswer {
  const places: FoundPlace[] = []
  for (const typed of question.places) {
    const place = findPlaces(db, typed, now)[0]
    if (!place) return refused(howFarRefusals, 'unknown_place', { typed })
    places.push(place)
  }
  const ways = places.slice(1).map((to, at) => miles().way(places[at]!, to))
  if (ways.includes(null)) return refused(howFarRefusals, 'no_route')
  const shortest = places
    .slice(1)
    .reduce((sum, to, at) => sum + (miles().way(places[at]!, to, 'shortest')?.miles ?? 0), 0)
  const total = ways.reduce((sum, way) => sum + way!.miles, 0)
  const hours = ways.reduce((sum, way) => sum + way!.hours, 0)
  return {
    places,
    miles: Math.round(total),
    shortest: Math.min(Math.round(total), Math.round(shortest)),
    hours,
    single: transitHours(hours, false),
    team: transitHours(hours, true),
    roads: mainRoads(ways.flatMap((way) => way!.roads)),
  }
}

const shownRoads = 7

/** The longest stretches, in the order in which they are driven. */
function mainRoads(roads: { road: string; miles: number }[]): { road: string; miles: number }[] {
  const named = roads.filter(({ road }) => road !== localRoads)
  const longest = new Set(named.toSorted((one, other) => other.miles - one.miles).slice(0, shownRoads))
  return named.filter((road) => longest.has(road))
}
