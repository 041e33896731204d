import type { City } from '../place/gazetteer'
import { nameKey, shortForm } from '../place/name-key'
import type { Token } from './lexer'
import { touches } from './lexer'
import type { MailPlace } from './mail'
import type { Taken } from './marks'
import { misspelt, type PlaceFinder } from './place-finder'
import { commonWords, type ShortName, shortNames } from './place-words'
import { codeAt } from './regions-in-text'

/** How many words the short names that begin with a word have at most. */
const shortStarts = new Map<string, number>()
for (const words of Object.keys(shortNames)) {
  const [first = '', ...more] = words.split(' ')
  shortStarts.set(first, Math.max(shortStarts.get(first) ?? 0, more.length + 1))
}
const longestName = 4
/** People of a city that is meant by its name alone, without a state; more where it is not even written with a capital. */
const [namedAlone, namedInSmall] = [12_000, 40_000]

const placeOf = ({ city, region, lat, lon }: City): MailPlace => ({ city, region, lat, lon })

/** The state that is named behind a city, with or without a comma; `known` says whether a city of this name lies there. */
function stateBehind(
  tokens: readonly Token[],
  at: number,
  known: (code: string) => boolean,
  isShouting = false,
): { code: string; next: number } | null {
  const sign = tokens[at]?.text ?? ''
  const isTouched = /^[-/]$/.test(sign) && touches(tokens[at - 1], tokens[at]) && touches(tokens[at], tokens[at + 1])
  const isComma = /^[,.]$/.test(sign)
  const isBracket = sign === '('
  const start = at + (isComma || isBracket || isTouched ? 1 : 0)
  const found = codeAt(tokens, start)
  if (!found) return null
  const behind = { code: found.code, next: found.next }
  if (isBracket)
    return tokens[found.next]?.text === ')' && known(found.code) ? { ...behind, next: found.next + 1 } : null
  if (isTouched) return known(found.code) ? behind : null
  const isTwoLetters = found.next === start + 1 && tokens[start]!.text.length === 2
  const isWordToo = /^(?:in|or|me|on|as|hi|ok|la|al|de|id|mo|co)$/.test(tokens[start]!.text)
  if (!isTwoLetters || (found.isSure && !(isShouting && isWordToo))) return behind
  // `boise in the morning`, `DENVER OR CHEYENNE`: a word that is a state only where there is such a city and nothing follows that makes it one.
  if (!known(found.code)) return null
  const after = tokens[found.next]
  return !/^(?:in|or|me|on|as|hi)$/.test(tokens[start]!.text) ||
    isComma ||
    after?.kind !== 'word' ||
    isEndish(after.text)
    ? behind
    : null
}

/** Words that may follow a finished place. */
const isEndish = (word: string): boolean =>
  /^(?:today|tomorrow|to|mon|tue|wed|thu|fri|sat|sun|monday|tuesday|wednesday|thursday|friday|is|and|now|ready|thats|for|wants|going|loads?|avail|available|empty|van|reefer|flatbed)$/.test(
    word,
  )

function keyOf(tokens: readonly Token[], at: number, count: number): { key: string; next: number } | null {
  let key = ''
  let next = at
  for (let taken = 0; taken < count; taken++) {
    const token = tokens[next]
    if (token?.kind !== 'word') return null
    const word = token.text.replace(/'/g, '')
    key = key === '' ? shortForm(word) : `${key} ${shortForm(word)}`
    next++
    const sign = tokens[next]
    if (taken < count - 1 && sign?.kind === 'sign') {
      const joins =
        (sign.text === '.' && word.length <= 4) ||
        (sign.text === '-' && touches(token, sign) && touches(sign, tokens[next + 1]))
      if (!joins) return null
      next++
    }
  }
  return { key, next }
}

/** A place at a token: `Boise, ID`, `boise id`, `SLC`, `St. Louis`, `Winston-Salem NC`, or a big city by its name alone. */
export function takePlace(
  tokens: readonly Token[],
  at: number,
  finder: PlaceFinder,
  region: string | null,
  isShouting: boolean,
): Taken {
  const token = tokens[at]!
  if (token.kind !== 'word') return null
  // Most words begin no place's name: they cost one look.
  const longest = Math.max(
    finder.longestFrom.get(shortForm(token.text.replace(/'/g, ''))) ?? 0,
    shortStarts.get(token.text) ?? 0,
    finder.nicknames ? 3 : 0,
  )
  for (let count = Math.min(longestName, longest); count > 0; count--) {
    const words = keyOf(tokens, at, count)
    if (!words) continue
    const said = nicknamed(tokens, at, words, count, finder)
    if (said) return said
    const alike = finder.byName.get(words.key)
    if (!alike) continue
    const dot = tokens[words.next]?.text === '.' && tokens[words.next - 1]!.text.length <= 3 ? 1 : 0
    const state = stateBehind(
      tokens,
      words.next + dot,
      (code) => alike.some((city) => city.region === code),
      isShouting,
    )
    const there = state && alike.find((city) => city.region === state.code)
    if (state && there && !isWord(tokens, at, count, state.next)) return taken(placeOf(there), 0.99, state.next)
    if (state && !there) {
      // A state follows in which there is no such city: a wrong spelling, or a list of states behind a city.
      const near = misspelt(words.key, finder.inRegion.get(state.code) ?? [])
      if (near) return taken(placeOf(near), 0.75, state.next)
    }
    const alone = meantAlone(tokens, at, count, alike, region, isShouting)
    if (alone) return taken(placeOf(alone), alone.region === region ? 0.92 : 0.8, words.next)
  }
  return unknownName(tokens, at, finder)
}

const taken = (place: MailPlace, confidence: number, next: number): Taken => ({
  mark: { kind: 'place', place, confidence },
  next,
})

/** `van in`, `flat or`: a name and a code that together are two words of a sentence. */
const isWord = (tokens: readonly Token[], at: number, count: number, next: number): boolean =>
  count === 1 &&
  next === at + 2 &&
  commonWords.has(tokens[at]!.text) &&
  tokens[at + 1]!.raw !== tokens[at + 1]!.raw.toUpperCase()

function nicknamed(
  tokens: readonly Token[],
  at: number,
  words: { key: string; next: number },
  count: number,
  finder: PlaceFinder,
): Taken {
  const raw = tokens
    .slice(at, words.next)
    .map(({ text }) => text)
    .join(' ')
  if (count === 1 && tokens[at]!.raw === 'LA' && isCityCode(tokens, at)) return losAngeles(finder, words.next)
  const own = finder.nicknames?.get(raw) ?? finder.nicknames?.get(words.key)
  const short: ShortName | undefined = own ?? shortNames[words.key]
  if (!short) return null
  // Three letters that are also a word (`sea`, `den`) are a city in capitals only.
  if (!own && short.inCapitals && tokens[at]!.raw !== tokens[at]!.raw.toUpperCase()) return null
  const city = finder.byName.get(nameKey(short.city))?.find((each) => each.region === short.region)
  if (!city) return null
  const state = stateBehind(tokens, words.next, (code) => code === short.region)
  if (state && state.code !== short.region) return null
  return taken(placeOf(city), own ? 0.97 : 0.9, state?.next ?? words.next)
}

/** Whether a short name of a city stands just before: `PHX, LAS or LA`. */
const isCityCode = (tokens: readonly Token[], at: number): boolean =>
  /^(?:or|and|,|\/|&)$/.test(tokens[at - 1]?.text ?? '') && shortNames[tokens[at - 2]?.text ?? ''] !== undefined

function losAngeles(finder: PlaceFinder, next: number): Taken {
  const city = finder.byName.get('los angeles')?.find(({ region }) => region === 'CA')
  return city ? taken(placeOf(city), 0.8, next) : null
}

/** Words before a name that make it a place. */
const beforePlace =
  /^(?:in|at|near|from|around|to|into|out|of|toward|towards|by|sitting|leaving|en|de|para|hacia|is|mt|empty|for|at:)$/

/** The city that is meant where no state is named: of the region that its list is of, else a big one. */
function meantAlone(
  tokens: readonly Token[],
  at: number,
  count: number,
  alike: readonly City[],
  region: string | null,
  isShouting: boolean,
): City | null {
  const token = tokens[at]!
  const there = region && alike.find((city) => city.region === region)
  const isCapital = token.raw[0] !== token.raw[0]!.toLowerCase()
  if (there && isCapital && !isShouting && !/^(?:van|reefer|flat|step|box|date|city|all|open|any)$/.test(token.text))
    return there
  const before = tokens[at - 1]?.text ?? ''
  const isUsual = count === 1 && commonWords.has(token.text)
  if (
    isUsual &&
    !(isCapital && !isShouting && beforePlace.test(before) && !/^(?:of|is|to|empty|mt|by|for)$/.test(before))
  )
    return null
  if (there && (isCapital || there.population > 5000)) return there
  const [biggest, second] = alike.filter(({ country }) => country !== 'MX')
  if (!biggest) return null
  const needed = isCapital && !isShouting ? namedAlone : namedInSmall
  if (biggest.population < needed && !(beforePlace.test(before) && biggest.population * 2 > needed)) return null
  return second && second.population * 1.1 > biggest.population && count === 1 && !isCapital ? null : biggest
}

/** A name that no place has, with a state behind it or in a place's position: it may be written wrongly. */
function unknownName(tokens: readonly Token[], at: number, finder: PlaceFinder): Taken {
  const token = tokens[at]!
  if (token.text.length < 4 || commonWords.has(token.text)) return null
  for (let count = 2; count > 0; count--) {
    const words = keyOf(tokens, at, count)
    if (!words || (count === 2 && commonWords.has(tokens[at + 1]!.text))) continue
    const state = stateBehind(tokens, words.next, () => false)
    const near = state && misspelt(words.key, finder.inRegion.get(state.code) ?? [])
    if (near) return taken(placeOf(near), 0.75, state!.next)
  }
  const isPlace = token.raw[0] !== token.raw[0]!.toLowerCase() || beforePlace.test(tokens[at - 1]?.text ?? '')
  if (token.text.length < 6 || !isPlace) return null
  for (let count = 2; count > 0; count--) {
    const words = keyOf(tokens, at, count)
    if (!words || finder.byName.has(words.key)) continue
    const near = misspelt(words.key, finder.big)
    if (near) return taken(placeOf(near), 0.6, words.next)
  }
  return null
}
