/** What bytes 80 to 9F are in windows-1252 (WHATWG Encoding, index windows-1252); a space where the byte stands for nothing. */
const signs = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ'

/**
 * A text in which bytes 80 to 9F were taken for control characters, with the signs they are. Email says latin1 or us-ascii and means
 * windows-1252, and Node's own decoder of windows-1252 leaves these bytes as they are. UTF-8 email has none of them.
 */
export const withWindowsSigns = (text: string): string =>
  text.replace(/[\u0080-\u009f]/g, (sign) => signs[sign.charCodeAt(0) - 0x80]!)
