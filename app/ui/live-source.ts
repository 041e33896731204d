/** What the server sends: that something changed, or that a tender's time is nearly over. */
export interface LiveMessage {
  name: 'message' | 'warned'
  data: string
  /** The number of the event, where one was recorded. */
  id: string
}

const names = ['message', 'warned'] as const

/** How long the tab that listens keeps what it heard, for tabs that were being opened meanwhile. */
const keptMs = 30_000
const lockName = 'oxpecker-live'

/**
 * Listens to the server, and gives `deliver` whatever it tells; returns how to stop. All tabs of a browser share one stream: one tab holds it
 * and passes on what it hears; when that tab goes, another takes over where it stopped. Without locks (a page that is not served
 * securely) each tab has a stream of its own.
 */
export function listen(from: { since: number; upTo: number }, deliver: (message: LiveMessage) => void): () => void {
  const { since } = from
  let lastId = String(from.upTo)
  if (!navigator.locks || typeof BroadcastChannel === 'undefined') return openStream({ since, after: lastId }, deliver)
  const channel = new BroadcastChannel(lockName)
  const leaving = new AbortController()
  let kept: { at: number; message: LiveMessage }[] = []
  const hear = (message: LiveMessage) => {
    if (message.id) lastId = message.id
    deliver(message)
  }
  channel.onmessage = ({ data }: MessageEvent<{ heard: LiveMessage } | { asked: true }>) => {
    if ('heard' in data) hear(data.heard)
    // Somebody has just opened: what came while that page was on its way is sent again. To hear it twice does no harm.
    else for (const { message } of kept) channel.postMessage({ heard: message })
  }
  channel.postMessage({ asked: true })
  const hold = () =>
    new Promise<void>((resolve) => {
      const stop = openStream({ since, after: lastId }, (message) => {
        kept = [...kept.filter(({ at }) => at > Date.now() - keptMs), { at: Date.now(), message }]
        channel.postMessage({ heard: message })
        hear(message)
      })
      leaving.signal.addEventListener('abort', () => {
        stop()
        resolve()
      })
    })
  // Given up by leaving before its turn came: nothing to do.
  navigator.locks.request(lockName, { signal: leaving.signal }, hold).catch(() => undefined)
  return () => {
    leaving.abort()
    channel.close()
  }
}

function openStream(
  { since, after }: { since: number; after: string },
  deliver: (message: LiveMessage) => void,
): () => void {
  const source = new EventSource(`/live?since=${since}${after ? `&after=${after}` : ''}`)
  for (const name of names)
    source.addEventListener(name, (event: MessageEvent<string>) =>
      deliver({ name, data: event.data, id: event.lastEventId }),
    )
  return () => source.close()
}
