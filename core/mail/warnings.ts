import type { Fact } from './mail'
import type { MailWarning } from './warning-kinds'

/** What to do about it, in a sentence. */
export const mailWarningWords: Record<MailWarning, string> = {
  bank_change: 'Asks to be paid to another account: change nothing before you have called the number on file.',
  sign_in: 'Asks somebody to sign in somewhere: do not open its links.',
}

const patterns: readonly (readonly [MailWarning, RegExp])[] = [
  [
    'bank_change',
    /\b(?:new|updated?|chang(?:e|ed|ing)|different)\b[^.\n]{0,40}\b(?:bank(?:ing)?(?: details| account| information)?|ach|payee|factoring company|remit(?:tance)?(?: details| address)?|payment (?:details|account)|account details)\b/i,
  ],
  [
    'bank_change',
    /\b(?:bank|banking|ach|payee|remittance|factoring company|payment details|account details)\b[^.\n]{0,30}\b(?:has|have|was|is|are)? ?(?:changed|updated|new|update)\b/i,
  ],
  ['bank_change', /\brouting (?:number |no\.? |# ?)?\d{6,}/i],
  ['sign_in', /\b(?:sign|log) ?in\b[^.\n]{0,60}(?:https?:|\bhere\b|\bpassword\b|to (?:keep|view|verify))/i],
  ['sign_in', /\bverify your (?:account|mailbox|email)\b|\bmailbox is (?:almost )?full\b/i],
]

/** The requests of a text that nobody should follow before asking by another way, each kind once, with its words. */
export function warningsIn(text: string, part = 0): Fact<MailWarning>[] {
  const found = new Map<MailWarning, Fact<MailWarning>>()
  for (const [kind, pattern] of patterns) {
    const match = pattern.exec(text)
    if (!match || found.has(kind)) continue
    found.set(kind, {
      value: kind,
      at: { part, from: match.index, to: match.index + match[0].length },
      confidence: 0.9,
    })
  }
  return [...found.values()]
}
