/** NIST SP 800-63B asks for at least eight; twelve let a strength estimate pass without tricks. */
export const leastPasswordLength = 12
export const mostPasswordLength = 200

/** How strong a password was estimated to be: 0 (guessed at once) to 4 (over 10^10 guesses), with what would help. */
export interface PasswordStrength {
  score: 0 | 1 | 2 | 3 | 4
  warning: string
  suggestions: string[]
}

/** Three of four: over 10^8 guesses, which the slow hash makes decades. */
export const leastPasswordScore = 3

/** What is wrong with a password; null where it can be used. */
export function passwordProblem(password: string, strength: PasswordStrength): string | null {
  if (password.length < leastPasswordLength) return `Use at least ${leastPasswordLength} characters.`
  if (password.length > mostPasswordLength) return `Use at most ${mostPasswordLength} characters.`
  if (strength.score >= leastPasswordScore) return null
  const help = [strength.warning, ...strength.suggestions].filter(Boolean).join(' ')
  return `That is too easy to guess. ${help || 'Four words that have nothing to do with each other work well.'}`
}

export const strengthWords = ['guessed at once', 'weak', 'fair', 'strong', 'very strong'] as const
