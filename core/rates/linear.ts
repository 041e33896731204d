/**
 * The lower Cholesky factor of a symmetric positive definite matrix (row by row in one array), in
 * place of the matrix's lower triangle. Throws where the matrix is not positive definite. Four rows
 * are worked on side by side: a big matrix is read from memory a quarter as often.
 */
export function choleskyInPlace(matrix: Float64Array, size: number): Float64Array {
  let row = 0
  for (; row + 3 < size; row += 4) {
    fourRows(matrix, size, row)
    for (let last = 0; last < 4; last++) oneRow(matrix, size, row + last, row)
  }
  for (; row < size; row++) oneRow(matrix, size, row, 0)
  return matrix
}

/** Four rows of the factor, as far as the columns before the first of them. */
function fourRows(matrix: Float64Array, size: number, row: number): void {
  const first = row * size
  const second = first + size
  const third = second + size
  const fourth = third + size
  for (let column = 0; column < row; column++) {
    const columnAt = column * size
    let a = matrix[first + column]!
    let b = matrix[second + column]!
    let c = matrix[third + column]!
    let d = matrix[fourth + column]!
    for (let k = 0; k < column; k++) {
      const shared = matrix[columnAt + k]!
      a -= matrix[first + k]! * shared
      b -= matrix[second + k]! * shared
      c -= matrix[third + k]! * shared
      d -= matrix[fourth + k]! * shared
    }
    const scale = 1 / matrix[columnAt + column]!
    matrix[first + column] = a * scale
    matrix[second + column] = b * scale
    matrix[third + column] = c * scale
    matrix[fourth + column] = d * scale
  }
}

/** One row of the factor from a column on to the diagonal. */
function oneRow(matrix: Float64Array, size: number, row: number, from: number): void {
  const rowAt = row * size
  for (let column = from; column <= row; column++) {
    const columnAt = column * size
    let sum = matrix[rowAt + column]!
    for (let k = 0; k < column; k++) sum -= matrix[rowAt + k]! * matrix[columnAt + k]!
    if (row > column) {
      matrix[rowAt + column] = sum / matrix[columnAt + column]!
      continue
    }
    if (!(sum > 0)) throw new Error(`Not positive definite at ${row} of ${size}: ${sum}`)
    matrix[rowAt + row] = Math.sqrt(sum)
  }
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
  if (sorted.length === 0) return Number.NaN
  if (sorted.length % 2) return sorted[half]!
  return (sorted[half - 1]! + sorted[half]!) / 2
}
