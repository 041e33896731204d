import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { choleskyInPlace, median, solveInPlace } from './linear'

/** A matrix that is surely positive definite: A Aᵀ and something on the diagonal. */
function definite(size: number, seed: number) {
  let state = seed
  const next = () => {
    state = (state * 48_271) % 2_147_483_647
    return state / 2_147_483_647 - 0.5
  }
  const half = Float64Array.from({ length: size * size }, next)
  const matrix = new Float64Array(size * size)
  for (let row = 0; row < size; row++) {
    for (let column = 0; column < size; column++) {
      for (let k = 0; k < size; k++) matrix[row * size + column]! += half[row * size + k]! * half[column * size + k]!
    }
    matrix[row * size + row]! += 0.5
  }
  return matrix
}

describe('linear algebra', () => {
  test('a solved system, put back, gives its right side; for every size around the blocks of four', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 23 }), fc.integer({ min: 1, max: 1e9 }), (size, seed) => {
        const matrix = definite(size, seed)
        const right = Float64Array.from({ length: size }, (_, at) => at - 3)
        const solved = solveInPlace(choleskyInPlace(Float64Array.from(matrix), size), size, Float64Array.from(right))
        return right.every(
          (value, row) =>
            Math.abs(solved.reduce((sum, each, column) => sum + each * matrix[row * size + column]!, 0) - value) < 1e-7,
        )
      }),
    )
  })
  test('what is not positive definite throws, with the place', () => {
    expect(() => choleskyInPlace(Float64Array.of(1, 0, 0, -1), 2)).toThrow('Not positive definite at 1 of 2')
  })
  test('the median', () => expect([median([3, 1, 2]), median([4, 1, 2, 3]), median([])]).toEqual([2, 2.5, Number.NaN]))
})
