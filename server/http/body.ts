import type { z } from 'zod'

/** The largest body any of our forms sends; beyond it nothing is read. */
export const largestBody = 256 * 1024

/** The largest file of tenders that a partner may post to us. */
export const largestInterchange = 32 * 1024 * 1024

export interface FieldError {
  path: string
  message: string
}

export type Body<T> = { value: T } | { errors: FieldError[]; status: 400 | 413 }

/** Reads a JSON body against its schema: the value, or what is wrong with which field. */
export async function readJson<S extends z.ZodType>(request: Request, schema: S): Promise<Body<z.output<S>>> {
  const text = await readText(request)
  if (text === null) return { status: 413, errors: [{ path: '', message: 'That is more than a form can hold.' }] }
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch {
    return { status: 400, errors: [{ path: '', message: 'That is not what this form sends.' }] }
  }
  const parsed = schema.safeParse(json)
  if (parsed.success) return { value: parsed.data }
  return {
    status: 400,
    errors: parsed.error.issues.map((issue) => ({ path: issue.path.join('.'), message: issue.message })),
  }
}

/** The body as text, or null where it is larger than `largestBody`. */
export async function readText(request: Request): Promise<string | null> {
  const reader = request.body?.getReader()
  if (!reader) return ''
  const chunks: Uint8Array[] = []
  let size = 0
  for (;;) {
    const { done, value } = await reader.read()
    if (done) break
    size += value.byteLength
    if (size > largestBody) {
      await reader.cancel()
      return null
    }
    chunks.push(value)
  }
  return Buffer.concat(chunks).toString('utf8')
}
