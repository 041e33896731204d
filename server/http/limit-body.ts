import type { IncomingMessage } from 'node:http'
import type { Response } from 'express'

/** How long a caller that was cut off has to read why, before its connection is closed. */
const timeToReadMs = 1_000

/**
 * Holds a request's body to so many bytes, however it is sent (with a length, in chunks, read or not read by a route): beyond
 * them nothing more is kept, the caller is answered 413, and the connection ends.
 */
export function limitBody(request: IncomingMessage, response: Response, maxBytes: number): void {
  const push = request.push.bind(request)
  let received = 0
  let isCut = false
  // Every byte of a body reaches its stream by `push`: a limit here holds for whoever reads it, and for what nobody reads.
  request.push = (chunk: Buffer | null, encoding?: BufferEncoding) => {
    if (isCut) return true
    received += chunk?.length ?? 0
    if (received <= maxBytes) return push(chunk, encoding)
    isCut = true
    tooLarge(response)
    setTimeout(() => request.socket.destroy(), timeToReadMs).unref()
    // The reader is informed that the rest will not come; destroying the request would end the connection before the answer is read.
    if (request.listenerCount('error') > 0)
      request.emit('error', new Error(`A body of more than ${maxBytes} bytes was cut off`))
    return true
  }
}

/** Answers 413 in words, where nothing was answered yet. */
export function tooLarge(response: Response): void {
  if (response.headersSent) return
  response
    .status(413)
    .setHeader('Connection', 'close')
    .type('text/plain')
    .send('That is more than this page takes. Nothing of it was kept.')
}
