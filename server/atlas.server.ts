import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { unpackLabels } from '#core/miles/labels-buffer'
import { type Miles, makeMiles } from '#core/miles/miles'
import { openRoads, type Roads } from '#core/miles/roads'
import { type Gazetteer, readGazetteer } from '#core/place/gazetteer'
import { readTradeAreas, type TradeAreas } from '#core/place/trade-area'
import { projectFolder } from './settings.server'

const folder = process.env.OX_ATLAS ?? join(projectFolder(), '.atlas')

function read(name: string): Buffer {
  const path = join(folder, name)
  if (!existsSync(path)) throw new Error(`The compiled atlas is missing (${path}). Make it with: npm run atlas`)
  return readFileSync(path)
}

const json = <T>(name: string): T => JSON.parse(read(name).toString('utf8')) as T

/** A value made when it is first asked for, and kept. */
function once<T>(make: () => T): () => T {
  let made: { value: T } | null = null
  return () => {
    made ??= { value: make() }
    return made.value
  }
}

/** The gazetteer, read when it is first asked for. */
export const gazetteer: () => Gazetteer = once(() => readGazetteer(json('gazetteer.json')))

export const tradeAreas: () => TradeAreas = once(() => readTradeAreas(json('trade-areas.json')))

/** The road network with its labels, read when it is first asked for. */
export const roads: () => Roads = once(() =>
  openRoads({
    network: json('network.json'),
    waters: json('waters.json'),
    labels: { practical: labels('practical'), shortest: labels('shortest') },
  }),
)

function labels(choice: string) {
  const bytes = read(`labels-${choice}.bin`)
  return unpackLabels(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer)
}

/** Truck miles, one memory of places for the whole process. */
export const miles: () => Miles = once(() => makeMiles(roads()))
