import type { Columns } from './columns'
import { choleskyInPlace, solveInPlace } from './linear'

const ridge = 0.4

/** Least squares with a ridge for the features; the normal matrix is factored once for each set of weights. */
export function makeLinear({ count, plan, features }: Columns) {
  const size = plan.size
  const { start, column, value } = withoutZeros(features, count, size)
  let factor = new Float64Array(0)
  let weights = new Float64Array(0)
  const predicted = (coefficients: Float64Array, at: number) => {
    let sum = 0
    for (let next = start[at]!; next < start[at + 1]!; next++) sum += coefficients[column[next]!]! * value[next]!
    return sum
  }
  return {
    weigh(next: Float64Array) {
      weights = Float64Array.from(next)
      factor = new Float64Array(size * size)
      for (let at = 0; at < count; at++) {
        if (weights[at] === 0) continue
        for (let one = start[at]!; one < start[at + 1]!; one++) {
          const scaled = weights[at]! * value[one]!
          const rowAt = column[one]! * size
          for (let other = start[at]!; other <= one; other++) factor[rowAt + column[other]!]! += scaled * value[other]!
        }
      }
      for (let row = 0; row < size; row++) factor[row * size + row]! += row < 2 ? 1e-3 : ridge
      choleskyInPlace(factor, size)
    },
    refit(rest: Float64Array, coefficients: Float64Array) {
      const right = new Float64Array(size)
      for (let at = 0; at < count; at++) {
        rest[at]! += predicted(coefficients, at)
        const scaled = weights[at]! * rest[at]!
        for (let next = start[at]!; next < start[at + 1]!; next++) right[column[next]!]! += scaled * value[next]!
      }
      coefficients.set(solveInPlace(factor, size, right))
      for (let at = 0; at < count; at++) rest[at]! -= predicted(coefficients, at)
    },
  }
}

/** Rows of features with the zeros left out: most of a row is. */
function withoutZeros(features: Float32Array, count: number, size: number) {
  const start = new Int32Array(count + 1)
  for (let at = 0; at < count; at++) {
    let filled = 0
    for (let column = 0; column < size; column++) if (features[at * size + column] !== 0) filled++
    start[at + 1] = start[at]! + filled
  }
  const column = new Uint16Array(start[count]!)
  const value = new Float32Array(start[count]!)
  let next = 0
  for (let at = 0; at < count * size; at++) {
    if (features[at] === 0) continue
    column[next] = at % size
    value[next++] = features[at]!
  }
  return { start, column, value }
}
