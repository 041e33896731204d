import { paperWords } from '#core/carrier/paper'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import type { Dossier } from '#server/carrier/dossier'

type Paper = Dossier['papers'][number]

/** What is on file, what waits to be looked at, and what was asked for. */
export function Papers({
  dossier,
  today,
  zone,
  mayEdit,
  onAsk,
  onUpload,
  onCheck,
}: {
  dossier: Dossier
  today: string
  zone: string
  mayEdit: boolean
  onAsk: () => void
  onUpload: () => void
  onCheck: (paper: Paper) => void
}) {
  const { papers, links, carrier } = dossier
  return (
    <section aria-label="Documents">
      <h2 className="head flex items-center justify-between">
        Documents
        {mayEdit && (
          <span className="flex gap-3 font-normal">
            <button type="button" className="text-dusk underline" onClick={onUpload}>
              Add
            </button>
            <button type="button" className="text-dusk underline" onClick={onAsk}>
              Request <kbd className="key">p</kbd>
            </button>
          </span>
        )}
      </h2>
      <ul>
        {papers.slice(0, 8).map((paper) => (
          <li key={paper.id} className="flex items-baseline gap-2 border-t py-1">
            {paper.kept ? (
              <a
                href={`/carriers/${carrier.id}/papers/${paper.id}`}
                target="_blank"
                rel="noreferrer"
                className="text-dusk underline"
              >
                {paperWords[paper.kind]}
              </a>
            ) : (
              <span>{paperWords[paper.kind]}</span>
            )}
            <span className="label min-w-0 flex-1 truncate">
              {paper.state === 'checked'
                ? `checked ${paper.checkedBy === 'signed by link' ? 'as signed' : `by ${paper.checkedBy}`}${paper.expiresOn ? `, until ${dayWords(paper.expiresOn, today)}` : ''}`
                : paper.state === 'refused'
                  ? `refused: ${paper.refusedBecause}`
                  : `from ${paper.receivedFrom}, ${dayWords(dayOf(toLocal(paper.receivedAt, zone)), today)}`}
            </span>
            {paper.state === 'waiting' &&
              (mayEdit ? (
                <button type="button" className="font-semibold text-bill underline" onClick={() => onCheck(paper)}>
                  Review
                </button>
              ) : (
                <span className="text-bill">to review</span>
              ))}
          </li>
        ))}
        {links.map((link) => (
          <li key={`link ${link.id}`} className="label border-t py-1">
            Requested from {link.sentTo}, {dayWords(dayOf(toLocal(link.askedAt, zone)), today)} for{' '}
            {link.kinds.map((kind) => paperWords[kind]).join(', ')}
          </li>
        ))}
        {papers.length === 0 && links.length === 0 && (
          <li className="label border-t py-1">Nothing on file. Request a W-9 and a certificate; send the agreement.</li>
        )}
      </ul>
    </section>
  )
}
