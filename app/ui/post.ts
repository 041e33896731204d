export interface FieldError {
  path: string
  message: string
}

export type Posted<T> =
  | { ok: true; value: T }
  | {
      ok: false
      message: string
      errors: FieldError[]
      status: number
      code: string | null
      /** All that was answered: what a refusal brings with it beside its sentence. */
      answer: unknown
    }

/** Posts JSON to one of our own routes; whatever comes back is a value, also when nobody answers. The same `key` is carried out once, however often it is sent. */
export const postJson = <T>(url: string, body: unknown, key?: string): Promise<Posted<T>> =>
  readAnswer<T>(
    fetch(url, {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...(key ? { 'idempotency-key': key } : {}) },
      body: JSON.stringify(body),
    }),
  )

/** What one of our own routes answered to what was posted, as a value; also when nobody answers. */
export async function readAnswer<T>(sent: Promise<Response>): Promise<Posted<T>> {
  try {
    const response = await sent
    const type = response.headers.get('content-type') ?? ''
    const answer = type.includes('json') ? await response.json() : { message: await response.text() }
    if (response.ok) return { ok: true, value: answer as T }
    return {
      ok: false,
      status: response.status,
      message: answer.message ?? answer.errors?.[0]?.message ?? 'That did not work.',
      errors: answer.errors ?? [],
      code: answer.code ?? null,
      answer,
    }
  } catch {
    return {
      ok: false,
      status: 0,
      message: 'The server did not answer. What you typed is still here; try again.',
      errors: [],
      code: null,
      answer: null,
    }
  }
}

/** A key of a form's own, for `postJson`. */
export const formKey = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(12)), (byte) => byte.toString(16).padStart(2, '0')).join('')
