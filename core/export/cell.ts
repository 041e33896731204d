/**
 * A value that is safe to open in a spreadsheet: text a program would run as a formula (it
 * begins with =, +, -, @, a tab or a line end) is led by an apostrophe, as OWASP advises against
 * CSV injection. Numbers stay numbers.
 */
export function safeCell(value: string | number | null): string | number {
  if (value === null) return ''
  if (typeof value === 'number') return value
  return /^[=+\-@\t\r\n]/.test(value) ? `'${value}` : value
}
