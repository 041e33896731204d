/**
 * A path as it may stand in the log. What opens something by itself (a signed link, a token) is cut to its first letters,
 * however the path is spelt: percent signs, doubled slashes, capitals, a page's data address.
 */
export function loggablePath(path: string): string {
  return decoded(path)
    .replace(/(\d{1,12}\.[\w-]{0,4})[^/]*/g, (whole, start: string) =>
      whole.length > start.length ? `${start}…` : whole,
    )
    .split('/')
    .map((segment) => (segment.length > longestPlainSegment ? `${segment.slice(0, 6)}…` : segment))
    .join('/')
    .replace(/[^\x20-\x7e…]/g, '?')
}

/** Longer than any name that our own addresses use; a token is 40 letters and more. */
const longestPlainSegment = 32

/** Percent signs read until nothing changes, at most so often: `%2563` spells the same letter as `%63`. */
function decoded(path: string): string {
  let text = path
  for (let round = 0; round < 4; round++) {
    const next = text.replace(/%([0-9a-f]{2})/gi, (_, code: string) => String.fromCharCode(Number.parseInt(code, 16)))
    if (next === text) break
    text = next
  }
  return text
}
