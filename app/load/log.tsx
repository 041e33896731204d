import type { ActorKind } from '#core/access/actor'
import { logWords } from '#core/load/log-words'
import { momentWords } from '#core/time/words'
import type { LoadPage } from '#server/load/read'

/** What stands between a line and who did it. */
const actorWords: Record<ActorKind, string> = {
  person: 'by',
  carrier: 'from',
  partner: 'from',
  rule: 'by rule:',
  board: 'by',
  system: 'by itself:',
}

/** Every step on the load, who or what did it and when, the newest first. */
export function Log({ page, now, zone }: { page: LoadPage; now: number; zone: string }) {
  return (
    <section aria-label="Log" className="flex min-h-32 flex-1 flex-col px-4 pt-2">
      <div className="flex justify-between">
        <h2 className="head">Log</h2>
        <span className="label">everything, newest first</span>
      </div>
      <ol className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} aria-label="Log, newest first">
        {page.log.map((line) => (
          <li key={line.id} className="grid grid-cols-[84px_minmax(0,1fr)] gap-2 border-b py-1">
            <span className="label font-mono">{momentWords(line.at, now, zone)}</span>
            <span>
              {logWords(line.event)}{' '}
              {!logWords(line.event).includes(line.actorName) && (
                <span className="label">
                  {actorWords[line.actorKind]} {line.actorName}
                </span>
              )}
            </span>
          </li>
        ))}
      </ol>
    </section>
  )
}

/** Mails on this load that no offer could be read from: for a person to read. */
export function Messages({ page, now, zone }: { page: LoadPage; now: number; zone: string }) {
  const left = page.messages.filter((message) => message.reading === 'left')
  if (left.length === 0) return null
  return (
    <section aria-label="Messages" className="max-h-40 overflow-y-auto px-4 pt-2">
      <h2 className="head">Email to read</h2>
      {left.map((message) => (
        <details key={message.id} className="border-b py-1">
          <summary>
            {message.sender}: {message.subject || 'no subject'}{' '}
            <span className="label">{momentWords(message.receivedAt, now, zone)}</span>
          </summary>
          <p className="whitespace-pre-wrap py-1">{message.text}</p>
        </details>
      ))}
    </section>
  )
}
