import { readdirSync, readFileSync } from 'node:fs'
import { makeLabels } from '../core/miles/labels'
import { makeMiles } from '../core/miles/miles'
import { readNetwork } from '../core/miles/network'
import { openRoads } from '../core/miles/roads'
import { readGazetteer } from '../core/place/gazetteer'
import { readWaters } from './compile'
import { factors as current, type Factors } from './factors'
import { makeGazetteer } from './gazetteer'
import { makeNetwork } from './network'
import { comparePublished, errorsOf, heldBack, publishedMiles } from './published'
import { readRoads } from './read-roads'
import { bigCityKeys, readJunctions, readMiddles, townPoints } from './towns'

/**
 * `npm run atlas:fit`: looks for factors that bring the network nearer to the published mileages.
 * Fits on half of the table by descent along one factor at a time, and reports the other half, which
 * it has not seen. What it prints is written into `factors.ts` by hand.
 */
const text = (name: string) => readFileSync(`atlas/${name}`, 'utf8')
const stored = makeGazetteer(text('more-towns.txt'))
const gazetteer = readGazetteer(stored)
const towns = townPoints(stored, text('junctions.txt'))
const middles = { miles: readMiddles(text('middles.txt')), bigCities: bigCityKeys(stored) }
const junctions = new Set(readJunctions(text('junctions.txt')).map(([key]) => key))
const waters = readWaters(text('waters.txt'))
const rows = publishedMiles()
const halves = { fitted: rows.filter((row, at) => !heldBack(row, at)), held: rows.filter(heldBack) }

/** A pair farther off than this is wrong for another reason than a factor: it weighs no more than this. */
const maxWeight = 0.06

function compared(factors: Factors, half: keyof typeof halves) {
  const stretches = readdirSync('atlas/roads')
    .sort()
    .flatMap((file) => readRoads(file, text(`roads/${file}`)))
  const { data } = makeNetwork(stretches, towns, junctions, middles, factors)
  const labels = makeLabels(readNetwork(data), 'practical')
  return comparePublished(
    halves[half],
    gazetteer,
    makeMiles(openRoads({ network: data, waters, labels: { practical: labels, shortest: labels } })),
  )
}

const score = (factors: Factors) => {
  const all = compared(factors, 'fitted')
  return all.reduce((sum, { error }) => sum + Math.min(Math.abs(error), maxWeight), 0) / all.length
}

const report = (name: string, factors: Factors) => {
  for (const half of ['fitted', 'held'] as const) {
    const { pairs, median, p90, p95, worst } = errorsOf(compared(factors, half))
    console.log(
      `${name}, ${half}: ${pairs} pairs, ${[median, p90, p95, worst].map((share) => `${(share * 100).toFixed(2)}%`).join(' / ')} (median / 90% / 95% / worst)`,
    )
  }
}

const steps: Partial<Factors> = {
  freeway: 0.01,
  urban: 0.04,
  divided: 0.01,
  open: 0.01,
  'two-lane': 0.01,
  mountain: 0.03,
  trust: 0.1,
  trustRounded: 0.1,
  offRoad: 0.1,
  cityStreets: 0.2,
}
let best = { factors: current, score: score(current) }
report('now', current)
for (const key of Object.keys(steps) as (keyof Factors)[]) {
  for (const sign of [1, -1]) {
    const tried = { ...best.factors, [key]: Math.round((best.factors[key] + sign * steps[key]!) * 1000) / 1000 }
    const reached = score(tried)
    if (reached >= best.score) continue
    best = { factors: tried, score: reached }
    break
  }
}
console.log(JSON.stringify(best.factors))
report('fitted', best.factors)
