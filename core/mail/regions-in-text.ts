import { regionGroupNames, statesOfRegion } from '../place/region-groups'
import { regionNames } from '../place/regions'
import { type Token, touches } from './lexer'
import type { Taken } from './marks'

const regionByName = new Map(Object.entries(regionNames).map(([code, name]) => [name.toLowerCase(), code]))
/** Short forms of states that are no post codes. */
for (const [said, code] of Object.entries({
  ...{ calif: 'CA', cali: 'CA', ariz: 'AZ', tenn: 'TN', penn: 'PA', wash: 'WA', mich: 'MI', minn: 'MN', wisc: 'WI' },
  ...{
    colo: 'CO',
    tex: 'TX',
    okla: 'OK',
    fla: 'FL',
    ill: 'IL',
    ind: 'IN',
    mont: 'MT',
    nebr: 'NE',
    nev: 'NV',
    ark: 'AR',
  },
  ...{
    wyo: 'WY',
    jersey: 'NJ',
    bama: 'AL',
    wisco: 'WI',
    okie: 'OK',

    'n carolina': 'NC',
    's carolina': 'SC',
    'n dakota': 'ND',
    's dakota': 'SD',
    'no carolina': 'NC',
    'so cal': 'CA',
    socal: 'CA',
    norcal: 'CA',
  },
  ...{
    'nuevo mexico': 'NM',
    misisipi: 'MS',
    luisiana: 'LA',
    pennsylvanya: 'PA',
    tejas: 'TX',
    'carolina del norte': 'NC',
    'carolina del sur': 'SC',
  },
}))
  regionByName.set(said, code)

/** Two letters that are words as well as post codes; in small letters they are words. */
const wordCodes = new Set([
  'in',
  'or',
  'me',
  'ok',
  'hi',
  'la',
  'de',
  'pa',
  'id',
  'oh',
  'al',
  'co',
  'ma',
  'mo',
  'on',
  'ne',
  'sd',
  'mt',
  'ms',
  'mb',
  'sk',
  'nl',
  'pr',
  'vi',
  'as',
  'va',
  'nt',
  'pe',
  'ct',
  'md',
  'ar',
])

/** Regions by the names that only mails give them. */
const ownGroups: Record<string, readonly string[]> = {
  dakotas: ['ND', 'SD'],
  'the dakotas': ['ND', 'SD'],
  pnw: ['ID', 'OR', 'WA'],
  'new england states': ['CT', 'ME', 'MA', 'NH', 'RI', 'VT'],
  'gulf coast': ['TX', 'LA', 'MS', 'AL', 'FL'],
  'great lakes': ['IL', 'IN', 'MI', 'MN', 'OH', 'WI'],
  plains: ['KS', 'NE', 'ND', 'SD', 'OK'],
  'mid west': ['IL', 'IN', 'MI', 'OH', 'WI', 'IA', 'KS', 'MN', 'MO', 'NE', 'ND', 'SD'],
  'east coast': ['CT', 'DE', 'FL', 'GA', 'ME', 'MD', 'MA', 'NH', 'NJ', 'NY', 'NC', 'PA', 'RI', 'SC', 'VA'],
  east: ['CT', 'DE', 'FL', 'GA', 'ME', 'MD', 'MA', 'NH', 'NJ', 'NY', 'NC', 'PA', 'RI', 'SC', 'VA', 'WV'],
  se: ['FL', 'GA', 'NC', 'SC', 'VA', 'WV', 'AL', 'KY', 'MS', 'TN'],
  ne: ['CT', 'ME', 'MA', 'NH', 'RI', 'VT', 'NJ', 'NY', 'PA'],
  sw: ['AZ', 'NM', 'OK', 'TX'],
  nw: ['ID', 'OR', 'WA'],
}

const firstWord = (name: string): string => name.split(/[ -]/)[0]!
/** Words that states' names begin with, and those of groups of states: most words are none of them. */
const regionStarts = new Set([...regionByName.keys()].map(firstWord))
const groupStarts = new Set(['the', ...Object.keys(ownGroups), ...regionGroupNames].map(firstWord))

/** The post code of a state or province at a token; `isSure` where it can be nothing else. */
export function codeAt(tokens: readonly Token[], at: number): { code: string; next: number; isSure: boolean } | null {
  const token = tokens[at]
  if (token?.kind !== 'word') return null
  const upper = token.text.toUpperCase()
  // `N.C.` and `N C`.
  if (
    token.raw.length === 1 &&
    tokens[at + 1]?.text === '.' &&
    tokens[at + 2]?.raw.length === 1 &&
    touches(tokens[at + 1], tokens[at + 2])
  ) {
    const code = upper + tokens[at + 2]!.text.toUpperCase()
    if (regionNames[code]) return { code, next: at + (tokens[at + 3]?.text === '.' ? 4 : 3), isSure: true }
  }
  if (upper.length === 2 && regionNames[upper]) {
    // `La.` with a dot is Louisiana, `Pa.` Pennsylvania.
    return { code: upper, next: at + 1, isSure: token.raw === upper }
  }
  if (!regionStarts.has(token.text)) return null
  for (let count = 3; count > 0; count--) {
    const words = tokens.slice(at, at + count)
    if (words.length < count || words.some(({ kind }) => kind !== 'word')) continue
    const code = regionByName.get(words.map(({ text }) => text).join(' '))
    if (code) {
      const dot =
        words[count - 1]!.text.length <= 5 &&
        tokens[at + count]?.text === '.' &&
        regionNames[code]!.toLowerCase() !== words[count - 1]!.text
          ? 1
          : 0
      return { code, next: at + count + dot, isSure: true }
    }
  }
  return null
}

/** States at a token: a post code, a state's name, a region (`the midwest`), `anywhere`. */
export function takeRegions(tokens: readonly Token[], at: number): Taken {
  const token = tokens[at]!
  if (token.kind !== 'word') return null
  if (/^(?:anywhere|anyplace|everywhere|open|any|all|wherever|donde|cualquier|cualquiera)$/.test(token.text)) {
    const after = tokens[at + 1]?.text ?? ''
    if (
      /^(?:open|any|all|donde)$/.test(token.text) &&
      !/^(?:to|direction|where|48|states|destination|points|dest)$/.test(after)
    )
      return null
    const extra = /^(?:direction|where|48|destination|points|dest)$/.test(after) ? 1 : 0
    return { mark: { kind: 'anywhere' }, next: at + 1 + extra }
  }
  // `east of the Rockies` names half a country: nothing closer is said.
  if (/^(?:north|south|east|west)$/.test(token.text) && tokens[at + 1]?.text === 'of') {
    const the = tokens[at + 2]?.text === 'the' ? 1 : 0
    return { mark: { kind: 'anywhere' }, next: Math.min(tokens.length, at + 3 + the) }
  }
  for (let count = groupStarts.has(token.text) ? 3 : 0; count > 0; count--) {
    const words = tokens.slice(at, at + count)
    if (words.length < count) continue
    const name = words
      .map(({ text }) => text)
      .join(' ')
      .replace(/ - /g, ' ')
    const isCompass = count === 1 && /^(?:south|west|east|north|mountain|se|ne|sw|nw|plains)$/.test(name)
    if (isCompass && name.length === 2 && token.raw !== token.raw.toUpperCase()) continue
    const states = name === 'ne' ? null : (ownGroups[name] ?? statesOfRegion(name))
    if (states)
      return { mark: { kind: 'regions', states, isGroup: true, confidence: isCompass ? 0.6 : 0.85 }, next: at + count }
  }
  const found = codeAt(tokens, at)
  if (!found) return null
  const isTwoLetters = tokens[at]!.text.length === 2 && found.next === at + 1
  if (isTwoLetters && !found.isSure && !isListed(tokens, at)) return null
  return {
    mark: {
      kind: 'regions',
      states: [found.code],
      isGroup: false,
      confidence: isTwoLetters && !found.isSure ? 0.8 : 0.97,
    },
    next: found.next,
  }
}

/** Whether two small letters stand where a state would: behind a slash or comma, or behind `to`, and are no word there. */
function isListed(tokens: readonly Token[], at: number): boolean {
  const [before, after] = [tokens[at - 1]?.text ?? '', tokens[at + 1]?.text ?? '']
  const word = tokens[at]!.text
  // `mn ia ne only`: codes in a row.
  const isCode = (text: string) =>
    text.length === 2 && regionNames[text.toUpperCase()] !== undefined && !wordCodes.has(text)
  if (!/^(?:or|in|on|me|hi|as)$/.test(word) && (isCode(before) || isCode(after))) return true
  if (/^\/$/.test(before) || after === '/') return true
  if (wordCodes.has(word)) return false
  return /^(?:to|,|or|and|in|\/|-|>|for|the|toward|towards|from|of|only)$/.test(before) || before === '('
}
