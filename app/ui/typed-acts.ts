import { usualRadius } from '#core/listing/lists'
import { regionNames } from '#core/place/regions'
import { addDays } from '#core/time/local'
import { readDayWords } from '#core/time/read-when'
import { dayWords } from '#core/time/words'
import type { LaneAnswer } from '../routes/desk/how-far'

/** Something that can be done with what was typed into the command line. */
export interface TypedAct {
  to: string
  words: string
}

/** What can be done with a lane: its loads, and a new load from one end to the other. */
export function laneActs(answer: LaneAnswer | null, mayEdit: boolean): TypedAct[] {
  if (!answer || 'refusal' in answer || answer.places.length !== 2) return []
  const [origin, dest] = answer.places.map(({ city, region }) => ({ city, region, name: `${city} ${region}` }))
  const lane = `${origin!.name} to ${dest!.name}`
  const places = new URLSearchParams({ from: origin!.name, to: dest!.name })
  const acts = [{ to: `/loads?q=${encodeURIComponent(`${origin!.city} to ${dest!.city}`)}`, words: `Loads ${lane}` }]
  return mayEdit ? [...acts, { to: `/loads/new?${places}`, words: `New load ${lane}` }] : acts
}

const cityAndState = /^([a-z][a-z .'-]+?),?\s+([a-z]{2,3})$/i

/** What can be done with a bare place, `boise id`: the loads there, its facilities, and a new load from it. */
export function placeActs(typed: string, mayEdit: boolean): TypedAct[] {
  const [, city, code] = cityAndState.exec(typed.trim()) ?? []
  const region = code?.toUpperCase() ?? ''
  if (!city || / to /i.test(city) || !(region in regionNames)) return []
  const name = `${city.replace(/\b[a-z]/g, (letter) => letter.toUpperCase())} ${region}`
  const asked = encodeURIComponent(name)
  const acts = [
    { to: `/loads?near=${asked}`, words: `Loads picked up within ${usualRadius} mi of ${name}` },
    { to: `/loads?nearTo=${asked}`, words: `Loads delivered within ${usualRadius} mi of ${name}` },
    { to: `/facilities?q=${encodeURIComponent(city)}`, words: `Facilities in ${name}` },
  ]
  return mayEdit ? [...acts, { to: `/loads/new?from=${asked}`, words: `New load from ${name}` }] : acts
}

/** What can be done with a day, or with `next week`: the loads that pick up then. */
export function dayActs(typed: string, today: string): TypedAct[] {
  const words = typed.trim().toLowerCase()
  const day = words.length < 3 ? null : readDayWords(words, today)
  if (day === null || /^\d+$/.test(words)) return []
  const until = addDays(day, 6)
  return [
    { to: `/loads?since=${day}&until=${day}`, words: `Loads that pick up ${dayWords(day, today)}` },
    { to: `/loads?since=${day}&until=${until}`, words: `Loads that pick up in the week from ${dayWords(day, today)}` },
  ]
}
