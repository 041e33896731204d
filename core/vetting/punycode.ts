import punycode from 'punycode/punycode.js'

/** One label of a domain as people see it: `xn--…` is decoded (RFC 3492), what cannot be is left as it came. */
export function decodeLabel(label: string): string {
  try {
    return punycode.toUnicode(label)
  } catch {
    // Not Punycode after all: nothing better is known of it than what was written.
    return label
  }
}
