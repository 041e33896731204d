import { quoteLogWords } from '#core/quote/log-words'
import { momentWords } from '#core/time/words'
import type { QuotePage } from '#server/quote/read'
import { Dialog } from '../ui/dialog'

/** Who did what to the quote, the newest first, with every version as it was sent. */
export function QuoteLog({
  page,
  now,
  zone,
  onClose,
}: {
  page: QuotePage
  now: number
  zone: string
  onClose: () => void
}) {
  return (
    <Dialog open onClose={onClose} title={`What happened to ${page.quote.number}`} wide>
      {page.versions.length > 0 && (
        <p className="mb-3 flex flex-wrap gap-x-4">
          <span className="label">As sent:</span>
          {page.versions.map((version) => (
            <a
              key={version.id}
              href={`/quotes/${page.quote.id}/pdf?version=${version.id}`}
              target="_blank"
              rel="noreferrer"
              className="link"
            >
              version {version.version}
            </a>
          ))}
        </p>
      )}
      <ul>
        {page.log.map((entry) => (
          <li key={entry.id} className="grid grid-cols-[150px_130px_1fr] gap-3 border-t py-1">
            <span className="label">{momentWords(entry.at, now, zone)}</span>
            <span>{entry.actorName}</span>
            <span>{quoteLogWords(entry.kind, entry.data)}</span>
          </li>
        ))}
      </ul>
    </Dialog>
  )
}
