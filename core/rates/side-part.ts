import { type Columns, noPlace } from './columns'
import { type FieldFactor, factorField, fitField, likenessOf, type PairCurves } from './field'
import { laneSharedVariance } from './moving-part'
import type { SideName, StaticFit } from './static-parts'

/**
 * How much more a fixed sum of dollars is on this way than on one of 600 miles, less one: what a truck is worth where
 * it ends up is dollars, whatever the way. A load is computed at about 250 dollars and 1.90 a mile.
 */
export const shortness = (logMiles: number): number => Math.min(4, 731 / (131 + Math.exp(logMiles))) - 1

/** One of the four levels over the map, fitted to what the others leave. */
export function makeSide(name: SideName, columns: Columns, miles: Float32Array, curves: PairCurves) {
  const spot = name === 'origin' || name === 'originShort' ? columns.origin : columns.dest
  const loading =
    name === 'origin' || name === 'dest'
      ? null
      : Float64Array.from(columns.logMiles.subarray(0, columns.count), shortness)
  let factor: FieldFactor | null = null
  return {
    refit(rest: Float64Array, weights: Float64Array, fit: StaticFit, again: boolean) {
      const { values } = fit.sides[name]
      const mean = new Float64Array(values.length)
      const precision = new Float64Array(values.length)
      for (let at = 0; at < columns.count; at++) {
        if (spot[at] === noPlace) continue
        const load = loading ? loading[at]! : 1
        rest[at]! += load * values[spot[at]!]!
        mean[spot[at]!]! += weights[at]! * load * rest[at]!
        precision[spot[at]!]! += weights[at]! * load * load
      }
      for (let at = 0; at < mean.length; at++) {
        if (precision[at] === 0) continue
        mean[at]! /= precision[at]!
        // A place with many loads on few lanes is known no better than those lanes.
        precision[at] =
          1 / (fit.noise ** 2 / precision[at]! + laneSharedVariance / Math.min(20, Math.sqrt(precision[at]!) + 1))
      }
      if (again || !factor) factor = factorField(precision, curves, likenessOf({ mean, precision }, miles))
      fit.sides[name] = fitField(mean, factor, curves)
      const next = fit.sides[name].values
      for (let at = 0; at < columns.count; at++)
        if (spot[at] !== noPlace) rest[at]! -= (loading ? loading[at]! : 1) * next[spot[at]!]!
    },
  }
}
