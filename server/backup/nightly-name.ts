/** What the name of a backup by schedule begins with: those are rotated, others are never removed. */
export const nightly = 'nightly-'
