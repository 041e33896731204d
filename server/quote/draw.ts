import type { QuoteDocument } from '#core/quote/document'
import { startThread } from '#server/thread'

const longestDrawing = 30_000

/** Draws a quote as PDF on a thread of its own: hundreds of lines take long enough to hold up everybody else. */
export function drawQuote(document: QuoteDocument): Promise<Buffer> {
  const worker = startThread('draw-quote-worker', 'server/quote/draw-worker.dev.mjs', document)
  return new Promise((done, fail) => {
    const timer = setTimeout(() => {
      void worker.terminate()
      fail(new Error(`Quote ${document.number} was not drawn within ${longestDrawing / 1000} s`))
    }, longestDrawing)
    worker.once('message', (pdf: Uint8Array) => done(Buffer.from(pdf)))
    worker.once('error', fail)
    worker.once('exit', (code) => {
      clearTimeout(timer)
      if (code !== 0) fail(new Error(`Drawing quote ${document.number} ended with ${code}`))
    })
  })
}
