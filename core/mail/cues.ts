import type { Token } from './lexer'
import type { Cue, Taken } from './marks'

/** Sayings of one to four words, by what they tell about the words beside them. */
const sayings: Record<Cue, readonly string[]> = {
  to: [
    ...[
      'to',
      'going',
      'going to',
      'headed',
      'headed to',
      'heading',
      'heading to',
      'head',
      'head to',
      'toward',
      'towards',
      'into',
      'wants',
      'want',
      'would like',
    ],
    ...[
      'prefer',
      'prefers',
      'preferred',
      'pref',
      'preference',
      'looking for',
      'looking to',
      'dest',
      'destination',
      'destinations',
      'home is',
      'lives in',
      'lives',
      'back to',
      'get to',
    ],
    ...[
      'para',
      'hacia',
      'destino',
      'van a',
      'van para',
      'quiere ir a',
      'quieren ir a',
      'wants to go',
      'likes',
      'like',
      'home to',
      'get home to',
      'go to',
      'run to',
      'needs to get to',
    ],
    ...[
      'can go',
      'can go to',
      'could go',
      'would go',
      'would go to',
      'something to',
      'anything to',
      'home for',
      'looking at',
      'going home to',
      'needs',
      'desired',
      'delivering to',
      'route to',
      'only',
      'based out of',
    ],
    ...[
      'looking',
      'go',
      'run',
      'ir a',
      'northbound to',
      'reload to',
      'no less',
      'pull',
      'anything going',
      'lanes',
      'home',
    ],
  ],
  from: [
    ...[
      'in',
      'at',
      'from',
      'out of',
      'near',
      'around',
      'empty',
      'empty in',
      'available in',
      'avail in',
      'mt',
      'sitting in',
      'sitting',
      'located',
      'located in',
      'delivering in',
      'delivers in',
      'emptying in',
      'emptying',
    ],
    ...[
      'en',
      'de',
      'outside',
      'outside of',
      'unloading in',
      'unloads in',
      'empties in',
      'empty at',
      'origin',
      'location',
      'over in',
      'available',
      'avail',
      'dropping in',
    ],
  ],
  not: [
    ...[
      'no',
      'not',
      'except',
      'but',
      'but not',
      'anything but',
      'anywhere but',
      'anywhere except',
      'avoid',
      'avoiding',
      "won't go to",
      "doesn't go",
      "don't go",
      'do not go to',
      "can't go",
      'cannot go to',
      'excluding',
      'other than',
      'never',
      'exclude',
      'wont go',
    ],
    ...['do not go', "don't want", 'does not go to', "won't do", 'not going to', 'stay out of', 'menos', 'excepto'],
  ],
  all: [
    'both',
    'all',
    'either',
    'each',
    'everything',
    'they',
    'everyone',
    'todos',
    'ambos',
    'all are',
    'any of them',
    'these',
  ],
  one: ['he', 'she', 'it', 'driver', 'him', "he's", 'his', "she's", "it's"],
  gone: [
    'gone',
    'covered',
    'sold',
    'booked',
    'none',
    'no trucks',
    'no truck',
    'nothing',
    'not available',
    'no longer',
    'already gone',
    'no empties',
    'pass',
    'ninguno',
    'taken',
    'disregard',
    'unavailable',
    'no capacity',
    'is out',
  ],
  there: ['there'],
  by: ['by', 'before', 'no later than'],
  ready: ['ready', 'up to', 'for pickup', 'a mile loaded', 'to be', 'going to be'],
  and: ['and', 'y', '&', '+', 'plus', 'also', 'then', 'another one'],
}
const byWords = new Map<string, Cue>()
for (const [cue, all] of Object.entries(sayings)) for (const words of all) byWords.set(words, cue as Cue)

/** How many words the sayings that begin with a word have at most. */
const longestFrom = new Map<string, number>()
for (const words of byWords.keys()) {
  const [first = '', ...more] = words.split(' ')
  longestFrom.set(first, Math.max(longestFrom.get(first) ?? 0, more.length + 1))
}

/** A saying at a token that tells how to take what is beside it; the longest there is. */
export function takeCue(tokens: readonly Token[], at: number): Taken {
  for (let count = longestFrom.get(tokens[at]!.text) ?? 0; count > 0; count--) {
    if (at + count > tokens.length) continue
    let words = tokens[at]!.text
    for (let more = 1; more < count; more++) words += ` ${tokens[at + more]!.text}`
    const cue = byWords.get(words)
    if (cue) return { mark: { kind: 'cue', cue }, next: at + count }
  }
  const [sign, second] = [tokens[at]!.text, tokens[at + 1]?.text]
  if ((sign === '-' && second === '>') || (sign === '=' && second === '>'))
    return { mark: { kind: 'cue', cue: 'to' }, next: at + 2 }
  if (sign === '>' && second === '>') return { mark: { kind: 'cue', cue: 'to' }, next: at + 2 }
  if (sign === '→' || sign === '>' || sign === '➜' || sign === '»')
    return { mark: { kind: 'cue', cue: 'to' }, next: at + 1 }
  return null
}
