import type { RefObject } from 'react'
import { Link } from 'react-router'
import { momentWords } from '#core/time/words'
import type { ListedDocument } from '#server/exchange/log'
import { verdictWords } from './document-view'

/** The documents found, a page of them, the newest first. `to` makes the address of a change to what is shown. */
export function DocumentList({
  list,
  documents,
  openId,
  page,
  pageSize,
  to,
  now,
  zone,
}: {
  list: RefObject<HTMLUListElement | null>
  documents: ListedDocument[]
  openId: number | undefined
  page: number
  pageSize: number
  to: (change: Record<string, string>) => string
  now: number
  zone: string
}) {
  return (
    <div className="flex min-h-0 flex-col border-r border-strong">
      <ul ref={list} aria-label="Documents, newest first" className="min-h-0 flex-1 overflow-y-auto">
        {documents.map((each) => (
          <Item
            key={each.id}
            document={each}
            chosen={each.id === openId}
            to={to({ document: String(each.id) })}
            now={now}
            zone={zone}
          />
        ))}
      </ul>
      {(documents.length === pageSize || page > 0) && (
        <p className="flex gap-4 border-t px-4 py-1.5">
          {page > 0 && <Link to={to({ page: String(page - 1), document: '' })}>Newer</Link>}
          {documents.length === pageSize && <Link to={to({ page: String(page + 1), document: '' })}>Older</Link>}
        </p>
      )}
    </div>
  )
}

function Item({
  document,
  chosen,
  to,
  now,
  zone,
}: {
  document: ListedDocument
  chosen: boolean
  to: string
  now: number
  zone: string
}) {
  const trouble =
    document.verdict === 'R' ||
    document.ackVerdict === 'R' ||
    document.exchangeState === 'failed' ||
    document.exchangeState === 'unreadable' ||
    document.problem !== null
  return (
    <li className={`border-b ${chosen ? 'bg-chosen shadow-[inset_4px_0_0_var(--dusk)]' : 'hover:bg-sheet'}`}>
      <Link
        to={to}
        replace
        preventScrollReset
        data-document={document.id}
        aria-current={chosen || undefined}
        className="grid grid-cols-[26px_58px_minmax(0,1fr)_minmax(0,1fr)_auto] items-baseline gap-x-2 px-4 py-1"
      >
        <span className="label">{document.direction}</span>
        <b className="font-mono font-semibold">{document.kind}</b>
        <span className="truncate font-mono">
          {document.number || (document.control !== null ? `#${document.control}` : '')}
        </span>
        <span className="label truncate">{document.partnerName ?? 'unknown'}</span>
        <span className="label whitespace-nowrap">{momentWords(document.at, now, zone)}</span>
        <span className={`col-span-3 col-start-3 truncate text-sm ${trouble ? 'text-bill' : 'text-second'}`}>
          {standingWords(document)}
        </span>
      </Link>
    </li>
  )
}

function standingWords(document: ListedDocument): string {
  return (
    [
      document.verdict ? verdictWords(document.verdict) : '',
      sendingWords[document.exchangeState] ?? '',
      acknowledgedWords(document),
      document.problem ?? document.exchangeProblem ?? '',
      document.loadNumber ?? '',
    ]
      .filter(Boolean)
      .join(' · ') || (document.exchangeState === 'sent' ? 'sent' : 'read')
  )
}

const sendingWords: Partial<Record<ListedDocument['exchangeState'], string>> = {
  waiting: 'on its way',
  failed: 'not sent',
  repeat: 'came before',
}

function acknowledgedWords({ direction, kind, ackVerdict, exchangeState }: ListedDocument): string {
  if (direction !== 'out' || kind === '997' || kind === 'form') return ''
  if (ackVerdict) return `${verdictWords(ackVerdict)} by them`
  return exchangeState === 'sent' ? 'sent, not acknowledged' : ''
}
