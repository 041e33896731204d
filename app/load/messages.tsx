import { useFetcher } from 'react-router'
import { momentWords } from '#core/time/words'
import type { LoadPage } from '#server/load-page/read'

/** Emails on this load that no offer could be read from: for a person to read. */
export function Messages({ page, now, zone }: { page: LoadPage; now: number; zone: string }) {
  if (page.messages.length === 0) return null
  return (
    <section aria-label="Messages" className="max-h-40 overflow-y-auto px-4 pt-2">
      <h2 className="head">Email to read</h2>
      {page.messages.map((message) => (
        <Message key={message.id} loadId={page.load.id} message={message} now={now} zone={zone} />
      ))}
    </section>
  )
}

/** One email; a long one is fetched whole when it is opened. */
function Message({
  loadId,
  message,
  now,
  zone,
}: {
  loadId: number
  message: LoadPage['messages'][number]
  now: number
  zone: string
}) {
  const whole = useFetcher<{ text: string }>()
  const fetchWhole = (isOpen: boolean) => {
    if (isOpen && message.isCut && !whole.data) void whole.load(`/loads/${loadId}/messages/${message.id}`)
  }
  return (
    <details className="border-b py-1" onToggle={(event) => fetchWhole(event.currentTarget.open)}>
      <summary>
        {message.sender}: {message.subject || 'no subject'}{' '}
        <span className="label">{momentWords(message.receivedAt, now, zone)}</span>
      </summary>
      <p className="whitespace-pre-wrap py-1">{whole.data?.text ?? `${message.excerpt}${message.isCut ? ' …' : ''}`}</p>
    </details>
  )
}
