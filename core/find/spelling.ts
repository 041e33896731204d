/** How many slips a word of this length may hold and still be taken for another: none in a short one, where a slip makes a different word. */
function slipsAllowed(length: number): number {
  if (length < 4) return 0
  return length < 8 ? 1 : 2
}

/**
 * How many letters have to be added, left out, changed, or swapped with their neighbor to turn one word into the other (optimal string alignment
 * distance; Boytsov 2011, "Indexing methods for approximate dictionary searching", section 2.1); `most + 1` where it is more than `most`.
 */
export function slipsBetween(one: string, other: string, most: number): number {
  if (Math.abs(one.length - other.length) > most) return most + 1
  let before: number[] = []
  let last = Array.from({ length: other.length + 1 }, (_, at) => at)
  for (let row = 1; row <= one.length; row++) {
    const current = [row]
    for (let at = 1; at <= other.length; at++) {
      const isSame = one[row - 1] === other[at - 1]
      let slips = Math.min(last[at]! + 1, current[at - 1]! + 1, last[at - 1]! + (isSame ? 0 : 1))
      const isSwap = row > 1 && at > 1 && one[row - 1] === other[at - 2] && one[row - 2] === other[at - 1]
      if (isSwap) slips = Math.min(slips, before[at - 2]! + 1)
      current.push(slips)
    }
    if (Math.min(...current) > most) return most + 1
    before = last
    last = current
  }
  return last[other.length]!
}

/** The words that somebody may have meant, the likeliest first: those with the fewest slips, of them those that begin alike. */
export function likelyWords(typed: string, known: Iterable<string>, limit = 3): string[] {
  const most = slipsAllowed(typed.length)
  if (most === 0) return []
  const found: { word: string; rank: number }[] = []
  for (const word of known) {
    if (Math.abs(word.length - typed.length) > most) continue
    const slips = slipsBetween(typed, word, most)
    if (slips <= most) found.push({ word, rank: slips * 2 + (word[0] === typed[0] ? 0 : 1) })
  }
  return found
    .sort((one, other) => one.rank - other.rank)
    .slice(0, limit)
    .map(({ word }) => word)
}
