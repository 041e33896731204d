import { ZxcvbnFactory } from '@zxcvbn-ts/core'
import * as common from '@zxcvbn-ts/language-common'
import * as english from '@zxcvbn-ts/language-en'
import type { PasswordStrength } from '#core/person/password'

let estimator: ZxcvbnFactory | null = null

/** How hard a password is to guess, by the words, names, dates and keyboard runs in it; `known` are words an attacker would try first: names, the brokerage. */
export function strengthOf(password: string, known: string[]): PasswordStrength {
  estimator ??= new ZxcvbnFactory({
    dictionary: { ...common.dictionary, ...english.dictionary },
    graphs: common.adjacencyGraphs,
    translations: english.translations,
  })
  // The estimate of a very long text takes long and says nothing more.
  const { score, feedback } = estimator.check(password.slice(0, 100), known.flatMap(wordsOf))
  return { score, warning: feedback.warning ?? '', suggestions: feedback.suggestions }
}

/** A name or address as it stands, run together, and word by word. */
function wordsOf(text: string): string[] {
  const words = text.toLowerCase().match(/[a-z0-9]+/g) ?? []
  return [text, words.join(''), words.join(' '), ...words.filter((word) => word.length > 2)]
}
