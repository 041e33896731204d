import { createWriteStream } from 'node:fs'
import { mkdir, mkdtemp, readFile, rm } from 'node:fs/promises'
import { join } from 'node:path'
import { Readable, Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import busboy from 'busboy'
import { settings } from '#server/settings.server'

/** What a form brought: its fields, and the file where there was one. */
export interface Upload {
  fields: Record<string, string>
  file: { name: string; content: Buffer } | null
}

export type UploadOutcome = Upload | { refusal: { code: 'too_large' | 'no_form' | 'busy'; message: string } }

/** Room for the form around the file. */
export const aroundFile = 64 * 1024

/** Uploads read at a time: each holds a file on the disk and, at its end, in memory. */
const maxUploads = 6
let uploads = 0

/**
 * Reads a form with one file of at most so many bytes. The file goes to the disk as it comes and is read once it is whole, so a slow
 * or broken upload holds no memory. A body that says it is larger is refused before it is read.
 */
export async function readUpload(request: Request, maxBytes: number): Promise<UploadOutcome> {
  if (Number(request.headers.get('content-length') ?? 0) > maxBytes + aroundFile) return tooLarge(maxBytes)
  if (!request.headers.get('content-type')?.startsWith('multipart/form-data')) return readPlainForm(request)
  if (uploads >= maxUploads)
    return { refusal: { code: 'busy', message: 'Too many files are coming in just now. Send it again in a minute.' } }
  uploads += 1
  await mkdir(settings().OX_DATA, { recursive: true })
  const folder = await mkdtemp(join(settings().OX_DATA, '.upload-'))
  try {
    return await readParts(request, join(folder, 'file'), maxBytes)
  } finally {
    uploads -= 1
    await rm(folder, { recursive: true, force: true })
  }
}

const tooLarge = (maxBytes: number) => ({
  refusal: {
    code: 'too_large' as const,
    message: `The file is larger than ${Math.floor(maxBytes / 1024 / 1024)} MB.`,
  },
})
const noForm = { refusal: { code: 'no_form' as const, message: 'The form did not arrive whole. Send it again.' } }

async function readPlainForm(request: Request): Promise<UploadOutcome> {
  const body = await readBytes(request, aroundFile)
  if (body === null) return { refusal: { code: 'too_large', message: 'That is more than a form can hold.' } }
  if (!request.headers.get('content-type')?.startsWith('application/x-www-form-urlencoded')) return noForm
  return { fields: Object.fromEntries(new URLSearchParams(body.toString('utf8'))), file: null }
}

async function readParts(request: Request, path: string, maxBytes: number): Promise<UploadOutcome> {
  const fields: Record<string, string> = {}
  let fileName: string | null = null
  let isCut = false
  const writing: Promise<void>[] = []
  try {
    const parts = busboy({
      headers: { 'content-type': request.headers.get('content-type') ?? '' },
      defParamCharset: 'utf8',
      limits: { files: 1, fileSize: maxBytes, fields: 40, fieldSize: aroundFile, parts: 41, headerPairs: 40 },
    })
    parts.on('field', (name, value) => {
      fields[name] = value
    })
    parts.on('file', (_, file, { filename }) => {
      fileName = filename ?? 'file'
      file.on('limit', () => {
        isCut = true
      })
      writing.push(pipeline(file, createWriteStream(path, { mode: 0o600 })))
    })
    for (const limit of ['partsLimit', 'filesLimit', 'fieldsLimit'] as const)
      parts.on(limit, () => {
        isCut = true
      })
    await pipeline(
      Readable.fromWeb(request.body as never),
      upTo(maxBytes + aroundFile, () => {
        isCut = true
      }),
      parts,
    )
    await Promise.all(writing)
  } catch {
    // Cut off, half of a form, or no form at all: the sender is informed, and nothing of it was kept.
    await Promise.allSettled(writing)
    return isCut ? tooLarge(maxBytes) : noForm
  }
  if (isCut) return tooLarge(maxBytes)
  const content = fileName === null ? null : await readFile(path)
  return { fields, file: fileName !== null && content && content.length > 0 ? { name: fileName, content } : null }
}

/** Passes on at most so many bytes, then ends the stream with an error, after saying so. */
function upTo(maxBytes: number, onCut: () => void): Transform {
  let length = 0
  return new Transform({
    transform(chunk: Buffer, _, done) {
      length += chunk.length
      if (length <= maxBytes) return done(null, chunk)
      onCut()
      return done(new Error(`More than ${maxBytes} bytes`))
    },
  })
}

/** A body of at most so many bytes; null where it is larger. */
export async function readBytes(request: Request, most: number): Promise<Buffer | null> {
  return Number(request.headers.get('content-length') ?? 0) > most ? null : readUpTo(request, most)
}

async function readUpTo(request: Request, most: number): Promise<Buffer | null> {
  const chunks: Uint8Array[] = []
  let length = 0
  const reader = request.body?.getReader()
  for (;;) {
    const part = await reader?.read()
    if (!part || part.done) return Buffer.concat(chunks)
    length += part.value.length
    if (length > most) {
      await reader?.cancel()
      return null
    }
    chunks.push(part.value)
  }
}
