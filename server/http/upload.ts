/** What a form brought: its fields, and the file where there was one. */
export interface Upload {
  fields: Record<string, string>
  file: { name: string; content: Buffer } | null
}

/** Room for the form around the file. */
const around = 64 * 1024

/**
 * Reads a form with one file of at most so many bytes. A body that says it is larger is refused before it is read; one that says
 * nothing is read only so far.
 */
export async function readUpload(request: Request, mostBytes: number): Promise<Upload | { refusal: { code: 'too_large' | 'no_form'; message: string } }> {
  const tooLarge = { refusal: { code: 'too_large' as const, message: `The file is larger than ${Math.floor(mostBytes / 1024 / 1024)} MB.` } }
  if (Number(request.headers.get('content-length') ?? 0) > mostBytes + around) return tooLarge
  const body = await readUpTo(request, mostBytes + around)
  if (body === null) return tooLarge
  const form = await new Response(new Uint8Array(body), { headers: { 'content-type': request.headers.get('content-type') ?? '' } }).formData().catch(() => null)
  if (!form) return { refusal: { code: 'no_form', message: 'The form did not arrive whole. Send it again.' } }
  const file = [...form.values()].find((value): value is File => typeof value !== 'string' && value.size > 0)
  const fields = Object.fromEntries([...form].flatMap(([name, value]) => (typeof value === 'string' ? [[name, value]] : [])))
  return { fields, file: file ? { name: file.name, content: Buffer.from(await file.arrayBuffer()) } : null }
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
