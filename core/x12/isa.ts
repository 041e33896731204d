import type { Delimiters } from './x12'

/** The elements of an ISA, its id first, and the delimiters it defines; `end` is the offset behind its terminator. */
export interface Isa {
  elements: string[]
  delimiters: Delimiters
  end: number
}

export type IsaRead = Isa | 'more' | { problem: string }

/** Bytes of an ISA with its terminator: every one of its elements has a fixed length (X12.5). */
export const isaLength = 106
/** Elements may be of wrong length: looked no farther than this. */
const longestIsa = 400

const lengths = [2, 10, 2, 10, 2, 15, 2, 15, 6, 4, 1, 5, 9, 1, 1, 1]

/** Reads an ISA at an offset; `more` where it does not end in this text. The delimiters are those of its own bytes. */
export function readIsa(text: string, at: number): IsaRead {
  if (text.length < at + 4) return 'more'
  const element = text[at + 3]!
  if (/[\w\s]/.test(element)) return { problem: `“${printable(element)}” cannot part elements` }
  const starts: number[] = []
  for (let from = at; starts.length < 16; ) {
    const found = text.indexOf(element, from)
    if (found < 0 || found - at > longestIsa)
      return text.length - at > longestIsa ? { problem: 'The ISA has fewer than 16 elements' } : 'more'
    starts.push(found + 1)
    from = found + 1
  }
  const last = starts[15]!
  if (text.length < last + 2) return 'more'
  const [component, segment] = [text[last]!, text[last + 1]!]
  const elements = [
    'ISA',
    ...starts.slice(0, 15).map((from, index) => text.slice(from, starts[index + 1]! - 1)),
    component,
  ]
  if (/[A-Za-z0-9]/.test(segment)) return { problem: `“${segment}” cannot end segments` }
  if (new Set([element, component, segment]).size < 3) return { problem: 'Two delimiters are the same' }
  const repetition = elements[11]!
  return {
    elements,
    delimiters: {
      element,
      component,
      segment,
      repetition: repetition.length === 1 && !/[A-Za-z0-9\s]/.test(repetition) ? repetition : null,
    },
    end: last + 2,
  }
}

/** The elements of an ISA whose length is not the fixed one. */
export const wrongLengths = (elements: readonly string[]): number[] =>
  lengths.flatMap((length, index) => (elements[index + 1]!.length === length ? [] : [index + 1]))

const printable = (text: string) =>
  text.replace(/[^\x20-\x7e]/g, (each) => `\\x${each.charCodeAt(0).toString(16).padStart(2, '0')}`)
