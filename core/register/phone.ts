import { parsePhoneNumberFromString } from 'libphonenumber-js/min'

/** A phone number's ten digits, however it was written, with or without an extension; null where it is no North American number. */
export function phoneDigits(text: string | null): string | null {
  const number = parsePhoneNumberFromString(text ?? '', 'US')
  return number?.countryCallingCode === '1' && number.isPossible() ? number.nationalNumber : null
}

/** `208-555-0101`, with its extension where it has one, or the text as it came where it is no such number. */
export function phoneWords(text: string): string {
  const digits = phoneDigits(text)
  if (!digits) return text
  const extension = parsePhoneNumberFromString(text, 'US')?.ext
  return `${digits.slice(0, 3)}-${digits.slice(3, 6)}-${digits.slice(6)}${extension ? ` ext. ${extension}` : ''}`
}
