/** Parameters of Punycode (RFC 3492, section 5). */
const [base, least, most, skew, damp, firstBias, firstCode] = [36, 1, 26, 38, 700, 72, 128] as const

/** One label of a domain as people see it: `xn--…` is decoded (RFC 3492), what cannot be is left as it came. */
export function decodeLabel(label: string): string {
  if (!label.startsWith('xn--')) return label
  return decode(label.slice(4)) ?? label
}

function decode(encoded: string): string | null {
  const split = encoded.lastIndexOf('-')
  const output = split > 0 ? [...encoded.slice(0, split)].map((letter) => letter.charCodeAt(0)) : []
  let [code, bias, index] = [firstCode as number, firstBias as number, 0]
  let at = split > 0 ? split + 1 : 0
  while (at < encoded.length) {
    const before = index
    for (let weight = 1, step = base; ; step += base) {
      const digit = digitOf(encoded.charCodeAt(at++))
      if (digit === null) return null
      index += digit * weight
      const threshold = Math.min(most, Math.max(least, step - bias))
      if (digit < threshold) break
      weight *= base - threshold
      if (weight > 0x7fffffff) return null
    }
    const length = output.length + 1
    bias = adapt(index - before, length, before === 0)
    code += Math.floor(index / length)
    index %= length
    if (code > 0x10ffff) return null
    output.splice(index++, 0, code)
  }
  return String.fromCodePoint(...output)
}

function digitOf(letter: number): number | null {
  if (letter >= 97 && letter <= 122) return letter - 97
  if (letter >= 48 && letter <= 57) return letter - 22
  return null
}

function adapt(delta: number, length: number, first: boolean): number {
  let rest = Math.floor(delta / (first ? damp : 2))
  rest += Math.floor(rest / length)
  let bias = 0
  for (; rest > ((base - least) * most) / 2; bias += base) rest = Math.floor(rest / (base - least))
  return bias + Math.floor(((base - least + 1) * rest) / (rest + skew))
}
