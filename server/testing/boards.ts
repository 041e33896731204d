import { createServer, type IncomingMessage, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { boardSettingsSchema } from '#core/board/board'
import { saveBoard } from '#server/board/boards'
import type { Db } from '#server/db.server'
import { ines } from '#server/testing/world'

/** The secret that the test's Saltlick signs its answers with. */
export const callbackSecret = 'a secret of the board and ours'

/** Connects a load board for a test. */
export function connectBoard(db: Db, name: string, url = 'http://127.0.0.1:1', over: object = {}): void {
  const asked = { name, url, account: 'us', secret: 'our key', callbackSecret, refreshMinutes: 120, ...over }
  const saved = saveBoard(db, boardSettingsSchema.parse(asked), ines)
  if ('refusal' in saved) throw new Error(saved.refusal.message)
}

type Answer = [status: number, body: unknown, headers?: Record<string, string>]

/** A board of a few lines for one test: answers what it is asked, and remembers it. */
export async function testBoardServer(
  answer: (asked: { method: string; path: string; body: string; headers: IncomingMessage['headers'] }) => Answer,
): Promise<{ url: string; server: Server }> {
  const server = createServer((request, response) => {
    let body = ''
    request.on('data', (chunk) => {
      body += chunk
    })
    request.on('end', () => {
      const { method = '', url = '', headers } = request
      const [status, answered, more = {}] = answer({ method, path: url, body, headers })
      response.writeHead(status, more).end(typeof answered === 'string' ? answered : JSON.stringify(answered))
    })
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  return { url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, server }
}
