/** A code unit's place in the order of code points: surrogates, which stand for the highest ones, come after all others. */
const placeOf = (unit: number): number => {
  if (unit >= 0xe000) return unit - 0x800
  return unit >= 0xd800 ? unit + 0x2000 : unit
}

/** Orders two texts code point by code point: below zero where the first comes first. */
export function compareIds(one: string, other: string): number {
  const length = Math.min(one.length, other.length)
  for (let at = 0; at < length; at++) {
    const [left, right] = [one.charCodeAt(at), other.charCodeAt(at)]
    if (left !== right) return placeOf(left) - placeOf(right)
  }
  return one.length - other.length
}
