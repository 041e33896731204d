/** Why a link from an email does not open, with its sentence. */
export const linkRefusals = {
  altered: () => 'This link is not complete or was altered. Open it from the email again.',
  revoked: () => 'This link was withdrawn. Ask us for a new one.',
  expired: () => 'This link has expired. Ask us for a new one.',
}

/** Why somebody is not signed in, with its sentence. */
export const signInRefusals = {
  wrong: () => 'That email address or password is not right.',
  busy: () => 'Too many people are signing in just now. Try again in a minute.',
  too_many_guesses: ({ seconds }: { seconds: number }) =>
    `Too many wrong guesses from here. Try again in ${waitWords(seconds)}.`,
}

/** `a second`, `8 seconds`, `2 minutes`. */
function waitWords(seconds: number): string {
  if (seconds >= 90) return `${Math.ceil(seconds / 60)} minutes`
  return seconds === 1 ? 'a second' : `${seconds} seconds`
}
