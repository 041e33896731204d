import { ownWords } from './own-words'

const greeting = String.raw`(?:(?:hi|hello|hey|good (?:morning|afternoon))\b[^,.!\n]{0,20}[,.!\s]+)?(?:thanks?(?: you)?[,.!\s]+)?`
const yes = `ok(?:ay)?|yes|yep|sure|deal|done|agreed|accepted|confirmed|perfect|sounds good|(?:that|it) works|works for (?:us|me)|(?:we|i)(?:'ll| will) (?:take|do) it|we accept|let's do it|put us (?:on it|down)|send (?:it|the con(?:firmation)?|the rate ?con(?:firmation)?)`
const begins = new RegExp(`^\\s*${greeting}(?:${yes})\\b`, 'i')

/** What makes a yes less than one: a question, a condition, another wish. */
const doubt =
  /\?|\b(?:no|not|don't|can't|cannot|won't|but|if|unless|except|only|instead|however|more|another|higher)\b/i

/** Longer than this, an answer says more than yes. */
const longestYes = 200

/**
 * Whether an email says plainly yes, and nothing else: what is quoted below it and a signature are left out. Anything that could be a condition
 * or a question is not a yes, because a wrong one is worse than a question.
 */
export function saysYes(text: string): boolean {
  const own = ownWords(text)
  return own.length > 0 && own.length <= longestYes && begins.test(own) && !doubt.test(own)
}
