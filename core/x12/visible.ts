/** Where Unicode keeps the pictures of control characters. */
const pictures = 0x2400

/** A text whose control characters can be seen: each as its Unicode picture. */
export const visible = (text: string): string => Array.from(text, (char) => (char < ' ' ? String.fromCharCode(pictures + char.charCodeAt(0)) : char)).join('')
