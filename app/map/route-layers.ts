import { localRoads } from '#core/miles/roads'
import { milesWords } from '#core/miles/words'
import type { Point } from '#core/place/straight'
import type { Layer } from './layers'

interface DrivenWay {
  line: Point[]
  roads: { road: string; miles: number }[]
}

/** A load's way and stops as layers of a map. */
export function routeLayers(ways: DrivenWay[], stops: Extract<Layer, { kind: 'stops' }>['stops']): Layer[] {
  return [...ways.map((way): Layer => ({ kind: 'way', points: way.line })), { kind: 'stops', stops }]
}

const maxRoads = 6

/** The way in words: miles, then the roads that matter in the order in which they are driven. */
export function wayWords(miles: number, ways: DrivenWay[]): string {
  const roads = ways.flatMap((way) => way.roads).filter(({ road }) => road !== localRoads)
  const longest = new Set(roads.toSorted((one, other) => other.miles - one.miles).slice(0, maxRoads))
  const shown = roads.filter((road) => longest.has(road)).map(({ road, miles: on }) => `${road} ${Math.round(on)}`)
  return `${milesWords(miles)}${shown.length > 0 ? `, mostly ${shown.join(', ')}` : ''}`
}
