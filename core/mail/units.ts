import type { OwnLine } from './own-part'

/** A stretch of text that is read as one: a line of a list, or a paragraph whose lines were only wrapped. Empty for a blank line. */
export interface Unit {
  text: string
  from: number
}

const listLike = /^\s*(?:[-*•·–>]|\d{1,2}[.)]|\(?\d{1,2}\/\d{1,2}|[A-Z ]{4,}:|\w+:\s)/
const firstWord = (text: string): string => /\S+/.exec(text)?.[0] ?? ''
/** So long a line was broken by a program, whatever the next begins with. */
const surelyWraps = 68
/** A line shorter than this was ended by its writer. */
const wrapsFrom = 58

/** The lines of a letter as the stretches that they are, with wrapped lines put together. */
export function unitsOf(lines: readonly OwnLine[]): Unit[] {
  const units: Unit[] = []
  let isOpen = false
  for (const { text, from } of lines) {
    const last = units.at(-1)
    const canJoin =
      isOpen &&
      last &&
      text.trim() !== '' &&
      firstWord(text) !== firstWord(last.text) &&
      (/^\s*[a-z]/.test(text) || last.text.length >= surelyWraps) &&
      !listLike.test(text) &&
      !/\t| {3,}/.test(text)
    // Only lines that follow one another in the text are one stretch of it.
    if (canJoin && last.from + last.text.length + 1 === from) last.text += `\n${text}`
    else units.push({ text, from })
    isOpen =
      text.length >= wrapsFrom &&
      (text.match(/ [-–] /g) ?? []).length < 2 &&
      !/[.:;!?]\s*$/.test(text) &&
      !/\t| {3,}|\|/.test(text) &&
      /[a-z]/.test(text)
  }
  return units
}

/** Where a sentence ends inside a stretch: behind a point, exclamation or question mark that is followed by space. */
export function sentenceEnds(text: string): number[] {
  const ends: number[] = []
  for (const match of text.matchAll(/[.!?]+(?=\s|$)/g)) {
    const before = text.slice(0, match.index)
    // `St. Louis`, `Ft. Worth`, `approx. 40`
    if (
      /(?:^|[^A-Za-z])(?:st|ft|mt|ste|no|approx|est|avail|dest|mi|lbs?|jr|sr|mr|mrs|dr|ave|rd|hwy|jan|feb|mar|apr|jun|jul|aug|sept?|oct|nov|dec|mon|tues?|wed|thurs?|fri|sat|sun)$/i.test(
        before,
      ) &&
      match[0] === '.' &&
      /^\s+[A-Za-z0-9]/.test(text.slice(match.index + 1)) &&
      !/^\s+[A-Z][a-z]+ [a-z]+ [a-z]+/.test(text.slice(match.index + 1))
    )
      continue
    ends.push(match.index + match[0].length)
  }
  if (ends.at(-1) !== text.length) ends.push(text.length)
  return ends
}
