import { describe, expect, test } from 'vitest'
import { productStrings, stringsOf } from './strings'

/** Phrases that nobody on a freight desk would say, and what is said instead. */
const banned: [RegExp, string][] = [
  [/\banew\b/i, 'again'],
  [/\bmend(s|ed)?\b/i, 'fix'],
  [/\bstrokes?\b/i, 'keystroke, step'],
  [/\bwith care\b/i, 'with caution'],
  [/\bhow bad\b/i, 'severity'],
  [/\bwaiting ends\b/i, 'expected cost if we wait'],
  [/\bat the wheel\b/i, 'driving'],
  [/\bpaid before\b/i, 'last paid'],
  [/\b(over|within) the most\b|\bthe most we\b/i, 'max'],
  [/\bas it came\b/i, 'default, original'],
  [/\bcame last\b/i, 'last received'],
  [/\bgo past\b/i, 'override'],
  [/\bwhom\b/i, 'who'],
  [/\basked of\b/i, 'requested from'],
  [/\bthe gate\b/i, 'vetting'],
  [/\bmail address\b(?<!email address)/i, 'email address'],
  [/\bnot said\b/i, 'not given'],
  [/\breckon(ed|ing|s)?\b/i, 'calculate'],
  [/\bno longer told\b/i, 'no longer reported'],
]

describe('what people read', () => {
  test('is found where it is written', () => {
    const source =
      // biome-ignore lint/suspicious/noTemplateCurlyInString: it is source code that is read
      'const a = `${n} lines to mend`; const b = <p title="Not used yet" className="flex gap-2">Send it</p>'
    expect(stringsOf('a.tsx', source).map(({ text }) => text)).toEqual(['{} lines to mend', 'Not used yet', 'Send it'])
  })
  test('has none of the phrases that are not said', () => {
    // What carriers write in sample mails is their own way to speak.
    const strings = productStrings().filter(({ file }) => !file.includes('mail/samples/'))
    expect(strings.length).toBeGreaterThan(2000)
    const found = strings.flatMap(({ file, line, text }) =>
      banned.flatMap(([phrase, instead]) => (phrase.test(text) ? [`${file}:${line} "${text}": say ${instead}`] : [])),
    )
    expect(found).toEqual([])
    // Every source file is parsed.
  }, 60_000)
})
