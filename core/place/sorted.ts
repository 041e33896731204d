/** Position of the first of some sorted texts that is not before `start`, by binary search. */
export function firstFrom(sorted: string[], start: string): number {
  let low = 0
  let high = sorted.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (sorted[middle]! < start) low = middle + 1
    else high = middle
  }
  return low
}
