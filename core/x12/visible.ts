/** The ASCII names of control characters, by their numbers. */
export const controlNames = [
  'NUL',
  'SOH',
  'STX',
  'ETX',
  'EOT',
  'ENQ',
  'ACK',
  'BEL',
  'BS',
  'TAB',
  'LF',
  'VT',
  'FF',
  'CR',
  'SO',
  'SI',
  'DLE',
  'DC1',
  'DC2',
  'DC3',
  'DC4',
  'NAK',
  'SYN',
  'ETB',
  'CAN',
  'EM',
  'SUB',
  'ESC',
  'FS',
  'GS',
  'RS',
  'US',
]

/** A text whose control characters can be seen, by their ASCII names: `[LF]`. */
export const visible = (text: string): string =>
  Array.from(text, (char) => (char < ' ' ? `[${controlNames[char.charCodeAt(0)]}]` : char)).join('')
