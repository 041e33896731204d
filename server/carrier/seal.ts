import { createCipheriv, createDecipheriv, createHash, createHmac, randomBytes } from 'node:crypto'

const keyOf = (secret: string, use: string) => createHash('sha256').update(`${use}:${secret}`).digest()

/** Enciphers a short text with the brokerage's secret (AES-256-GCM, NIST SP 800-38D): a stolen database tells no account. */
export function seal(text: string, secret: string): string {
  const nonce = randomBytes(12)
  const cipher = createCipheriv('aes-256-gcm', keyOf(secret, 'seal'), nonce)
  const body = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()])
  return Buffer.concat([nonce, cipher.getAuthTag(), body]).toString('base64')
}

/** The text again; throws where it was altered or the secret is another. */
export function unseal(sealed: string, secret: string): string {
  const bytes = Buffer.from(sealed, 'base64')
  const decipher = createDecipheriv('aes-256-gcm', keyOf(secret, 'seal'), bytes.subarray(0, 12))
  decipher.setAuthTag(bytes.subarray(12, 28))
  return Buffer.concat([decipher.update(bytes.subarray(28)), decipher.final()]).toString('utf8')
}

/** The same for the same account and secret, and telling nothing of it: how an account is found again elsewhere. */
export const accountKey = (routing: string, account: string, secret: string): string => createHmac('sha256', keyOf(secret, 'account')).update(`${routing}:${account}`).digest('hex')
