/**
 * The lower Cholesky factor of a symmetric positive definite matrix (row by row in one array), in
 * place of the matrix's lower triangle. Throws where the matrix is not positive definite.
 */
export function choleskyInPlace(matrix: Float64Array, size: number): Float64Array {
  for (let row = 0; row < size; row++) {
    const rowAt = row * size
    for (let column = 0; column <= row; column++) {
      const columnAt = column * size
      const sum = matrix[rowAt + column]! - product(matrix, rowAt, columnAt, column)
      if (row > column) {
        matrix[rowAt + column] = sum / matrix[columnAt + column]!
        continue
      }
      if (!(sum > 0)) throw new Error(`Not positive definite at ${row} of ${size}: ${sum}`)
      matrix[rowAt + row] = Math.sqrt(sum)
    }
  }
  return matrix
}

/** Sum of products of two stretches of one array; four sums side by side, which a processor adds twice as fast as one. */
function product(values: Float64Array, one: number, other: number, length: number): number {
  let [first, second, third, fourth] = [0, 0, 0, 0]
  let k = 0
  for (; k + 3 < length; k += 4) {
    first += values[one + k]! * values[other + k]!
    second += values[one + k + 1]! * values[other + k + 1]!
    third += values[one + k + 2]! * values[other + k + 2]!
    fourth += values[one + k + 3]! * values[other + k + 3]!
  }
  for (; k < length; k++) first += values[one + k]! * values[other + k]!
  return first + second + third + fourth
}

/** Solves `L Lᵀ x = right` by a factor of `choleskyInPlace`; the answer replaces `right`. */
export function solveInPlace(factor: Float64Array, size: number, right: Float64Array): Float64Array {
  for (let row = 0; row < size; row++) {
    let sum = right[row]!
    for (let k = 0; k < row; k++) sum -= factor[row * size + k]! * right[k]!
    right[row] = sum / factor[row * size + row]!
  }
  for (let row = size - 1; row >= 0; row--) {
    const value = right[row]! / factor[row * size + row]!
    right[row] = value
    for (let k = 0; k < row; k++) right[k]! -= factor[row * size + k]! * value
  }
  return right
}

/** The middle value; the mean of the two middle ones for an even count. NaN for none. */
export function median(values: ArrayLike<number>): number {
  const sorted = Float64Array.from(values).sort()
  const half = sorted.length >> 1
  return sorted.length === 0 ? Number.NaN : sorted.length % 2 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2
}
