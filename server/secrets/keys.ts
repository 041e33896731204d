import { createCipheriv, createDecipheriv, createHmac, hkdfSync, randomBytes, timingSafeEqual } from 'node:crypto'
import { settings } from '#server/settings.server'

/** What a key is for: each is derived on its own, so that one that leaks opens nothing else. */
export type KeyPurpose =
  | 'cookie'
  | 'confirmation-link'
  | 'carrier-link'
  | 'bid-link'
  | 'guide-link'
  | 'password-link'
  | 'recovery'
  | 'seal'
  | 'account'

/** A key of 32 bytes for one purpose, derived from a secret (HKDF with SHA-256, RFC 5869). */
export const deriveKey = (secret: string, purpose: KeyPurpose): Buffer =>
  Buffer.from(hkdfSync('sha256', secret, 'oxpecker', purpose, 32))

/** The keys of a purpose: the present one first, then the one before it while `OX_SECRET_BEFORE` names its secret. */
export function keysFor(purpose: KeyPurpose): [Buffer, ...Buffer[]] {
  const { OX_SECRET, OX_SECRET_BEFORE } = settings()
  return [deriveKey(OX_SECRET, purpose), ...(OX_SECRET_BEFORE ? [deriveKey(OX_SECRET_BEFORE, purpose)] : [])]
}

const signatureOf = (key: Buffer, purpose: KeyPurpose, id: number) =>
  createHmac('sha256', key).update(`${purpose}:${id}`).digest('base64url')

/** `41.k3J…`: an id with a keyed hash (HMAC with SHA-256), so that no other id can be guessed. */
export const signId = (id: number, purpose: KeyPurpose): string =>
  `${id}.${signatureOf(keysFor(purpose)[0], purpose, id)}`

/** The id of a token that one of our keys signed; null where it is altered or none. */
export function idOf(token: string, purpose: KeyPurpose): number | null {
  const match = /^(\d{1,12})\.([\w-]{43})$/.exec(token)
  if (!match) return null
  const given = Buffer.from(match[2]!)
  const id = Number(match[1])
  return keysFor(purpose).some((key) => timingSafeEqual(given, Buffer.from(signatureOf(key, purpose, id)))) ? id : null
}

const sealMark = 'sealed:1:'

/** Enciphers a short text (AES-256-GCM, NIST SP 800-38D): a stolen database tells neither an account nor a password. */
export function seal(text: string): string {
  const nonce = randomBytes(12)
  const cipher = createCipheriv('aes-256-gcm', keysFor('seal')[0], nonce)
  const body = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()])
  return sealMark + Buffer.concat([nonce, cipher.getAuthTag(), body]).toString('base64')
}

/** The text again; throws where it was altered or was sealed with a secret we do not have. */
export function unseal(sealed: string): string {
  if (!isSealed(sealed)) throw new Error('This text was never sealed')
  for (const key of keysFor('seal')) {
    try {
      return openWith(key, sealed)
    } catch {
      // Not sealed with this key: the one before it may have been.
    }
  }
  throw new Error('Sealed with another secret than OX_SECRET or OX_SECRET_BEFORE, or altered')
}

function openWith(key: Buffer, sealed: string): string {
  const bytes = Buffer.from(sealed.slice(sealMark.length), 'base64')
  const decipher = createDecipheriv('aes-256-gcm', key, bytes.subarray(0, 12))
  decipher.setAuthTag(bytes.subarray(12, 28))
  return Buffer.concat([decipher.update(bytes.subarray(28)), decipher.final()]).toString('utf8')
}

/** Whether a text is sealed with the present secret's key. */
export function isSealedNow(text: string): boolean {
  if (!isSealed(text)) return false
  try {
    openWith(keysFor('seal')[0], text)
    return true
  } catch {
    return false
  }
}

/** Whether a text was sealed by us. */
export const isSealed = (text: string): boolean => text.startsWith(sealMark)

/** The same for the same account, and telling nothing of it: how a bank account is found again elsewhere. */
export const accountKey = (routing: string, account: string): string =>
  createHmac('sha256', keysFor('account')[0]).update(`${routing}:${account}`).digest('hex')
