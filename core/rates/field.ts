import { type Point, straightMiles } from '../place/straight'
import { choleskyInPlace, solveInPlace } from './linear'

/** Positions of the three-character prefixes, in the order in which they were met. */
export interface PlacePoints {
  lat: number[]
  lon: number[]
}

/** How alike the price levels of two places are: two falling curves of distance and a part of each place's own. */
export interface Likeness {
  near: number
  far: number
  own: number
}

const nearMiles = 70
const farMiles = 400

/** Covariance of the levels of two different places so many miles apart. */
export const covariance = (likeness: Likeness, miles: number): number =>
  likeness.near * Math.exp(-miles / nearMiles) + likeness.far * Math.exp(-miles / farMiles)

/** A price level over the map: known at some spots, predicted everywhere by likeness (simple kriging; Cressie 1993, 3.2). */
export interface Field {
  likeness: Likeness
  /** PlacePoints with prices, and their weights in the answer. */
  spots: number[]
  alpha: Float64Array
}

export const flatField: Field = { likeness: { near: 0, far: 0, own: 0 }, spots: [], alpha: new Float64Array(0) }

/** Miles between all pairs of spots, one row a spot. */
export function milesBetween(spots: PlacePoints): Float32Array {
  const count = spots.lat.length
  const miles = new Float32Array(count * count)
  for (let one = 0; one < count; one++) {
    for (let other = 0; other < one; other++) {
      const apart = straightMiles(pointAt(spots, one), pointAt(spots, other))
      miles[one * count + other] = apart
      miles[other * count + one] = apart
    }
  }
  return miles
}

/** Where a spot is. */
export const pointAt = (spots: PlacePoints, at: number): Point => ({ lat: spots.lat[at]!, lon: spots.lon[at]! })

/** Mean residual, and how sure it is (the inverse variance), at each spot; weight 0 where nothing is known. */
export interface PlaceMeans {
  mean: Float64Array
  precision: Float64Array
}

/** How alike each pair of spots is by the two curves, for likeness of height 1; one row a spot. */
export interface PairCurves {
  near: Float32Array
  far: Float32Array
}

/** How much alike two places are by the miles between them, near and far: worked out once for all pairs. */
export const pairCurves = (miles: Float32Array): PairCurves => ({
  near: miles.map((apart) => Math.exp(-apart / nearMiles)),
  far: miles.map((apart) => Math.exp(-apart / farMiles)),
})

/** The spots of a field and the factor of their covariance, for solving it again with other means. */
export interface FieldFactor {
  likeness: Likeness
  spots: number[]
  lower: Float64Array
}

/** Factors the covariance of the means at the spots where anything is known. */
export function factorField(precision: Float64Array, curves: PairCurves, likeness: Likeness): FieldFactor {
  const count = precision.length
  const spots: number[] = []
  for (let at = 0; at < count; at++) if (precision[at]! > 0) spots.push(at)
  const size = spots.length
  const matrix = new Float64Array(size * size)
  for (let row = 0; row < size; row++) {
    const from = spots[row]! * count
    for (let column = 0; column < row; column++)
      matrix[row * size + column] =
        likeness.near * curves.near[from + spots[column]!]! + likeness.far * curves.far[from + spots[column]!]!
    matrix[row * size + row] = likeness.near + likeness.far + likeness.own + 1 / precision[spots[row]!]! + 1e-9
  }
  return { likeness, spots, lower: choleskyInPlace(matrix, size) }
}

/** The field through the means: pulled towards its neighbours where few prices are known, and towards zero far from all. */
export function fitField(
  mean: Float64Array,
  { likeness, spots, lower }: FieldFactor,
  curves: PairCurves,
): { field: Field; values: Float64Array } {
  const count = mean.length
  const size = spots.length
  const alpha = solveInPlace(
    lower,
    size,
    Float64Array.from(spots, (spot) => mean[spot]!),
  )
  const spread = new Float64Array(count)
  for (let known = 0; known < size; known++) spread[spots[known]!] = alpha[known]!
  const values = new Float64Array(count)
  for (let at = 0; at < count; at++) {
    const from = at * count
    let [near, far] = [0, 0]
    for (let known = 0; known < count; known++) {
      near += spread[known]! * curves.near[from + known]!
      far += spread[known]! * curves.far[from + known]!
    }
    values[at] = likeness.near * near + likeness.far * far + likeness.own * spread[at]!
  }
  return { field: { likeness, spots, alpha }, values }
}

/** The field at a point that is none of its spots. */
export function fieldAt(field: Field, spots: PlacePoints, point: Point): number {
  let value = 0
  for (let known = 0; known < field.spots.length; known++)
    value += field.alpha[known]! * covariance(field.likeness, straightMiles(point, pointAt(spots, field.spots[known]!)))
  return value
}

/** Distances between which the likeness of means is averaged, in miles. */
const classes = [0, 40, 80, 140, 220, 340, 500, 750, 1100]

/**
 * The likeness that the means themselves show: products of the means of pairs of spots, averaged by
 * distance (a covariogram), and the curves through them by least squares with no part negative.
 */
export function likenessOf(means: PlaceMeans, miles: Float32Array, least = 1e-5): Likeness {
  const count = means.mean.length
  const bins = classes.length - 1
  const product = new Float64Array(bins)
  const weight = new Float64Array(bins)
  const apart = new Float64Array(bins)
  const sure = Float64Array.from(means.precision, (precision) => (precision > 0 ? 1 / (1 / precision + 0.01) : 0))
  let [variance, total] = [0, 0]
  for (let one = 0; one < count; one++) {
    if (sure[one] === 0) continue
    variance += sure[one]! * (means.mean[one]! ** 2 - 1 / means.precision[one]!)
    total += sure[one]!
    for (let other = 0; other < one; other++) {
      if (sure[other] === 0) continue
      const distance = miles[one * count + other]!
      let bin = 0
      while (bin < bins && distance >= classes[bin + 1]!) bin++
      if (bin >= bins) continue
      const both = sure[one]! * sure[other]!
      product[bin]! += both * means.mean[one]! * means.mean[other]!
      apart[bin]! += both * distance
      weight[bin]! += both
    }
  }
  if (total === 0) return { near: least, far: least, own: least }
  let [nn, ff, nf, ny, fy] = [0, 0, 0, 0, 0]
  for (let bin = 0; bin < bins; bin++) {
    if (weight[bin] === 0) continue
    const distance = apart[bin]! / weight[bin]!
    const [near, far, seen] = [
      Math.exp(-distance / nearMiles),
      Math.exp(-distance / farMiles),
      product[bin]! / weight[bin]!,
    ]
    const trust = Math.sqrt(weight[bin]!)
    nn += trust * near * near
    ff += trust * far * far
    nf += trust * near * far
    ny += trust * near * seen
    fy += trust * far * seen
  }
  const determinant = nn * ff - nf * nf
  let near = determinant > 0 ? (ny * ff - fy * nf) / determinant : 0
  let far = determinant > 0 ? (fy * nn - ny * nf) / determinant : 0
  if (near < 0) [near, far] = [0, ff > 0 ? fy / ff : 0]
  if (far < 0) [near, far] = [nn > 0 ? ny / nn : 0, 0]
  near = Math.max(least, near)
  far = Math.max(least, far)
  return { near, far, own: Math.max(least, variance / total - near - far) }
}
