import { PassThrough } from 'node:stream'
import { createReadableStreamFromReadable } from '@react-router/node'
import { isbot } from 'isbot'
import { renderToPipeableStream } from 'react-dom/server'
import { type EntryContext, type RouterContextProvider, ServerRouter } from 'react-router'
import { nonceContext } from '#server/access/context'
import { logger } from '#server/log/logger'

const renderTimeout = 5_000

/** Streams a page as HTML, with the nonce of its content policy. */
export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  entry: EntryContext,
  context: RouterContextProvider,
) {
  return new Promise<Response>((resolve, reject) => {
    let code = status
    const nonce = context.get(nonceContext)
    const readyOn = isbot(request.headers.get('user-agent')) ? 'onAllReady' : 'onShellReady'
    const { pipe, abort } = renderToPipeableStream(<ServerRouter context={entry} url={request.url} nonce={nonce} />, {
      nonce,
      [readyOn]() {
        const body = new PassThrough()
        headers.set('Content-Type', 'text/html')
        headers.set('Cache-Control', 'no-store')
        resolve(new Response(createReadableStreamFromReadable(body), { headers, status: code }))
        pipe(body)
      },
      onShellError: reject,
      onError(error: unknown) {
        code = 500
        logger().error({ err: error }, 'page could not be drawn')
      },
    })
    setTimeout(abort, renderTimeout)
  })
}

/** Logs what went wrong while a page was drawn, unless its reader has gone. */
export function handleError(error: unknown, { request }: { request: Request }) {
  if (!request.signal.aborted) logger().error({ err: error, url: new URL(request.url).pathname }, 'request failed')
}
