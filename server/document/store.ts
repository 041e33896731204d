import { createHash, randomUUID } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, renameSync, rmdirSync } from 'node:fs'
import { access, mkdir, readFile, rename, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { refused } from '#core/decision/refusal'
import {
  type DocumentFileType,
  documentFileType,
  fileRefusals,
  maxDocumentBytes,
  safeFileName,
} from '#core/document/file'
import type { Refused } from '#server/kernel/run'
import { settings } from '#server/settings.server'

export interface StoredFile {
  fileName: string
  type: DocumentFileType
  size: number
  storedAs: string
}

/** Where documents are kept: beside the database, never below what is served. */
const folder = () => join(settings().OX_DATA, 'documents')

/** Moves what an earlier version kept as `papers` to where documents are now; called at start, and after an old backup was restored. */
export function adoptOldFolder(data: string): void {
  const [old, now] = [join(data, 'papers'), join(data, 'documents')]
  if (!existsSync(old)) return
  mkdirSync(now, { recursive: true, mode: 0o700 })
  // A name is the hash of its content: what is there already is the same.
  for (const name of readdirSync(old)) renameSync(join(old, name), join(now, name))
  rmdirSync(old)
}

/**
 * Keeps a file after a look at its content: what is no PDF, PNG or JPEG by its first bytes, is empty or too large is refused, whatever it is called. The
 * same content is kept once, under its hash.
 */
export async function storeDocument(name: string, content: Buffer): Promise<StoredFile | Refused> {
  if (content.length === 0) return refused(fileRefusals, 'empty')
  if (content.length > maxDocumentBytes)
    return refused(fileRefusals, 'too_large', { megabytes: maxDocumentBytes / 1024 / 1024 })
  const type = documentFileType(content)
  if (!type) return refused(fileRefusals, 'wrong_type')
  const storedAs = createHash('sha256').update(content).digest('hex')
  const path = join(folder(), storedAs)
  if (!(await isThere(path))) {
    await mkdir(folder(), { recursive: true, mode: 0o700 })
    // Written beside and moved: a file half written never has its name. Two uploads of the same content do not share a part.
    const part = `${path}.${randomUUID()}.part`
    await writeFile(part, content, { mode: 0o600 })
    await rename(part, path)
  }
  return { fileName: safeFileName(name, type), type, size: content.length, storedAs }
}

/** A kept file's content; null where it is gone. */
export async function readStoredDocument(storedAs: string): Promise<Buffer | null> {
  if (!/^[0-9a-f]{64}$/.test(storedAs)) return null
  const path = join(folder(), storedAs)
  return (await isThere(path)) ? readFile(path) : null
}

const isThere = (path: string): Promise<boolean> =>
  access(path).then(
    () => true,
    () => false,
  )

/** A document as a response that a browser shows without running anything in it. */
export function documentResponse(file: { fileName: string; type: string; content: Buffer }): Response {
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
