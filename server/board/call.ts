import { z } from 'zod'
import { askOutside, statusProblem } from '#server/http/outside'
import type { BoardAnswer, BoardLink, BoardProblem } from './adapter'

const answerTimeout = 10_000
const largestAnswer = 16 * 1024 * 1024

export interface BoardCall {
  method: 'GET' | 'POST' | 'PUT' | 'DELETE' | 'PATCH'
  path: string
  headers?: Record<string, string>
  /** Sent as JSON, or as it is where it is a text. */
  body?: unknown
}

export interface BoardResponse {
  status: number
  text: string
  headers: Record<string, string | string[] | undefined>
}

/** Asks a board something; the answer whatever its status, or why there is none. It never throws for what a board does. */
export async function callBoard(link: BoardLink, call: BoardCall): Promise<BoardAnswer<BoardResponse>> {
  const { method, path, headers = {}, body } = call
  const isText = typeof body === 'string'
  try {
    const answer = await askOutside(new URL(path, link.url), {
      method,
      headers: { ...(body === undefined || isText ? {} : { 'content-type': 'application/json' }), ...headers },
      body: body === undefined || isText ? (body as string | undefined) : JSON.stringify(body),
      timeoutMs: answerTimeout,
      maxBytes: largestAnswer,
      allowPrivate: true,
    })
    return { value: { status: answer.status, text: answer.body.toString('utf8'), headers: answer.headers } }
  } catch (thrown) {
    return { problem: { message: thrown instanceof Error ? thrown.message : 'the board did not answer', final: false } }
  }
}

export const isGood = ({ status }: BoardResponse): boolean => status >= 200 && status < 300

/** What an answer that is not a good one means; a board that says when to come back is asked again then. */
export function problemOf(board: string, { status, text, headers }: BoardResponse): { problem: BoardProblem } {
  const seconds = Number(headers['retry-after'] ?? Number.NaN)
  const problem = statusProblem(board, status, text)
  const isPause = (status === 429 || status === 503) && seconds > 0
  return { problem: isPause ? { ...problem, waitMs: Math.min(seconds, 3600) * 1000 } : problem }
}

/** A good answer's JSON as its schema reads it; nonsense is a problem that goes away by itself. */
export function readAnswer<Schema extends z.ZodType>(
  board: string,
  response: BoardResponse,
  schema: Schema,
): BoardAnswer<z.output<Schema>> {
  if (!isGood(response)) return problemOf(board, response)
  try {
    const read = schema.safeParse(JSON.parse(response.text))
    if (read.success) return { value: read.data }
    return { problem: { message: nonsense(board, z.prettifyError(read.error)), final: false } }
  } catch {
    return { problem: { message: nonsense(board, response.text), final: false } }
  }
}

export const nonsense = (board: string, text: string): string =>
  `${board} answered something that cannot be read: ${text.replaceAll(/\s+/g, ' ').slice(0, 120)}`
