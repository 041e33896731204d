import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { mostPaperBytes, type PaperType, paperType, safeFileName } from '#core/carrier/paper'
import { settings } from '#server/settings.server'

export interface StoredFile {
  fileName: string
  type: PaperType
  size: number
  storedAs: string
}

/** Where papers lie: beside the database, never below what is served. */
const folder = () => join(settings().OX_DATA, 'papers')

/**
 * Keeps a file after a look at its content: what is no PDF, PNG or JPEG by its first bytes, is empty or too large is refused, whatever it is called. The
 * same content is kept once, under its hash.
 */
export function storePaper(
  name: string,
  content: Buffer,
): StoredFile | { refusal: { code: 'empty' | 'too_large' | 'wrong_type'; message: string } } {
  if (content.length === 0) return { refusal: { code: 'empty', message: 'The file is empty.' } }
  if (content.length > mostPaperBytes)
    return { refusal: { code: 'too_large', message: `The file is larger than ${mostPaperBytes / 1024 / 1024} MB.` } }
  const type = paperType(content)
  if (!type)
    return {
      refusal: {
        code: 'wrong_type',
        message: 'Only PDF, PNG and JPEG files are taken; this is none, whatever it is called.',
      },
    }
  const storedAs = createHash('sha256').update(content).digest('hex')
  const path = join(folder(), storedAs)
  if (!existsSync(path)) {
    mkdirSync(folder(), { recursive: true, mode: 0o700 })
    // Written beside and moved: a file half written never has its name.
    writeFileSync(`${path}.part`, content, { mode: 0o600 })
    renameSync(`${path}.part`, path)
  }
  return { fileName: safeFileName(name, type), type, size: content.length, storedAs }
}

/** A kept file's content; null where it is gone. */
export function readPaper(storedAs: string): Buffer | null {
  if (!/^[0-9a-f]{64}$/.test(storedAs)) return null
  const path = join(folder(), storedAs)
  return existsSync(path) ? readFileSync(path) : null
}

/** A paper as a response that a browser shows without running anything in it. */
export function paperResponse(file: { fileName: string; type: string; content: Buffer }): Response {
  return new Response(new Uint8Array(file.content), {
    headers: {
      'content-type': file.type,
      'content-disposition': `inline; filename="${file.fileName.replace(/[^\x20-\x7e]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(file.fileName)}`,
      'x-content-type-options': 'nosniff',
      'content-security-policy': "default-src 'none'; sandbox; style-src 'unsafe-inline'; img-src data:",
      'cache-control': 'private, no-store',
      'cross-origin-resource-policy': 'same-origin',
      'referrer-policy': 'no-referrer',
    },
  })
}
