import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { makeLabels } from '../core/miles/labels'
import { packLabels } from '../core/miles/labels-buffer'
import { readNetwork } from '../core/miles/network'
import type { Waters } from '../core/miles/waters'
import type { GazetteerData } from '../core/place/gazetteer'
import { factors } from './factors'
import { makeGazetteer } from './gazetteer'
import { makeNetwork } from './network'
import { readRoads } from './read-roads'
import { bigCityKeys, readJunctions, readMiddles, townPoints } from './towns'
import { makeTradeAreas } from './trade-areas'

const source = (...parts: string[]) => join('atlas', ...parts)
const text = (name: string) => readFileSync(source(name), 'utf8')

/** Where the compiled atlas is, beside the project. */
export const compiledFolder = '.atlas'

/** Compiles gazetteer, network and labels unless what is there is of these very sources; whether it did. */
export function compileAtlas(): boolean {
  const want = sourcesHash()
  const stamp = join(compiledFolder, 'stamp')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === want) return false
  // Made beside and moved when whole: an atlas half made is never read.
  const making = `${compiledFolder}-${process.pid}`
  mkdirSync(making, { recursive: true })
  const gazetteer = makeGazetteer(text('more-towns.txt'))
  const network = compileNetwork(gazetteer)
  const write = (name: string, data: unknown) => writeFileSync(join(making, name), JSON.stringify(data))
  write('gazetteer.json', gazetteer)
  write('trade-areas.json', makeTradeAreas(gazetteer, text('trade-areas.txt')))
  write('network.json', network)
  write('waters.json', readWaters(text('waters.txt')))
  const ready = readNetwork(network)
  for (const choice of ['practical', 'shortest'] as const)
    writeFileSync(join(making, `labels-${choice}.bin`), Buffer.from(packLabels(makeLabels(ready, choice))))
  writeFileSync(join(making, 'stamp'), want)
  rmSync(compiledFolder, { recursive: true, force: true })
  renameSync(making, compiledFolder)
  return true
}

/** The network from the road files; throws where a road names a town that lies nowhere. */
export function compileNetwork(gazetteer: GazetteerData) {
  const stretches = readdirSync(source('roads'))
    .sort()
    .flatMap((file) => readRoads(file, text(join('roads', file))))
  const junctions = text('junctions.txt')
  const { data, lost } = makeNetwork(
    stretches,
    townPoints(gazetteer, junctions),
    new Set(readJunctions(junctions).map(([key]) => key)),
    { miles: readMiddles(text('middles.txt')), bigCities: bigCityKeys(gazetteer) },
    factors,
  )
  if (lost.length > 0) throw new Error(`Towns that lie nowhere:\n${lost.join('\n')}`)
  return data
}

/** `Name: lat lon, lat lon, …`, a line each. */
export function readWaters(written: string): Waters {
  return written.split('\n').flatMap((line) => {
    const found = /^([^#:]+): *(.+)$/.exec(line)
    if (!found) return []
    return [
      {
        name: found[1]!,
        line: found[2]!
          .split(',')
          .map((point) => point.trim().split(/\s+/).map(Number))
          .map(([lat, lon]) => ({ lat: lat!, lon: lon! })),
      },
    ]
  })
}

function sourcesHash(): string {
  const hash = createHash('sha256')
  const files = [
    ...readdirSync('atlas').filter((name) => !name.includes('.test.')),
    ...readdirSync(source('roads')).map((name) => join('roads', name)),
  ].filter((name) => /\.(ts|txt)$/.test(name))
  for (const file of files.sort()) hash.update(file).update(readFileSync(source(file)))
  for (const file of [
    'core/miles/network.ts',
    'core/miles/labels.ts',
    'core/miles/labels-buffer.ts',
    'core/place/name-key.ts',
    'core/place/gazetteer.ts',
  ])
    hash.update(readFileSync(file))
  return hash.update(readFileSync('package-lock.json')).digest('hex')
}
