/** A phone number's ten digits, however it was written; null where it is no North American number. */
export function phoneDigits(text: string | null): string | null {
  const digits = (text ?? '').replace(/\D/g, '').replace(/^1(?=\d{10}$)/, '')
  return digits.length === 10 ? digits : null
}

/** `208-555-0101`, or the text as it came where it is no such number. */
export function phoneWords(text: string): string {
  const digits = phoneDigits(text)
  return digits ? `${digits.slice(0, 3)}-${digits.slice(3, 6)}-${digits.slice(6)}` : text
}
